/** Stretches of time, sorted and apart from each other, in whole minutes: when somebody works, when a unit is there. */
export interface Span {
  fromMinutes: number;
  /** First minute that no longer belongs to it. */
  toMinutes: number;
}

/** All of the time. */
export const ALWAYS: readonly Span[] = [{ fromMinutes: Number.NEGATIVE_INFINITY, toMinutes: Number.POSITIVE_INFINITY }];

/** What two lists have in common: `[0,10] and [5,20] // => [5,10]`. */
export function meet(a: readonly Span[], b: readonly Span[]): Span[] {
  const common: Span[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length; ) {
    const fromMinutes = Math.max(a[i]!.fromMinutes, b[j]!.fromMinutes);
    const toMinutes = Math.min(a[i]!.toMinutes, b[j]!.toMinutes);
    if (toMinutes > fromMinutes) common.push({ fromMinutes, toMinutes });
    if (a[i]!.toMinutes < b[j]!.toMinutes) i++;
    else j++;
  }
  return common;
}

/** The list without what lies in the others: hours without a holiday. */
export function without(spans: readonly Span[], gaps: readonly Span[]): Span[] {
  let left = [...spans];
  for (const gap of gaps)
    left = left.flatMap((span) =>
      gap.toMinutes <= span.fromMinutes || gap.fromMinutes >= span.toMinutes
        ? [span]
        : [
            { fromMinutes: span.fromMinutes, toMinutes: Math.min(span.toMinutes, gap.fromMinutes) },
            { fromMinutes: Math.max(span.fromMinutes, gap.toMinutes), toMinutes: span.toMinutes },
          ].filter((each) => each.toMinutes > each.fromMinutes),
    );
  return left;
}

/** Sorted, and what touches or overlaps made one. */
export function joined(spans: readonly Span[]): Span[] {
  const list: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMinutes - b.fromMinutes)) {
    const last = list.at(-1);
    if (last && span.fromMinutes <= last.toMinutes) last.toMinutes = Math.max(last.toMinutes, span.toMinutes);
    else if (span.toMinutes > span.fromMinutes) list.push({ ...span });
  }
  return list;
}

/** The first stretch that ends after a time; as many as there are when none does. */
export function spanAt(spans: readonly Span[], time: number): number {
  let low = 0;
  let high = spans.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.toMinutes > time) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** When so many minutes of open time have gone by, from a time on; Infinity when there is not so much. */
export function endAfter(spans: readonly Span[], fromMinutes: number, minutes: number): number {
  let left = minutes;
  for (let at = spanAt(spans, fromMinutes); at < spans.length; at++) {
    const begin = Math.max(fromMinutes, spans[at]!.fromMinutes);
    const here = spans[at]!.toMinutes - begin;
    if (here >= left) return begin + left;
    left -= here;
  }
  return Number.POSITIVE_INFINITY;
}

/** Open minutes between two times. */
export function minutesIn(spans: readonly Span[], fromMinutes: number, toMinutes: number): number {
  let sum = 0;
  for (let at = spanAt(spans, fromMinutes); at < spans.length && spans[at]!.fromMinutes < toMinutes; at++)
    sum += Math.min(toMinutes, spans[at]!.toMinutes) - Math.max(fromMinutes, spans[at]!.fromMinutes);
  return sum;
}
