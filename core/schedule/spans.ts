/** Stretches of time, sorted and apart from each other, in whole minutes: when somebody works, when a unit is there. */
export interface Span {
  fromMin: number;
  /** First minute that no longer belongs to it. */
  toMin: number;
}

/** All of the time. */
export const ALWAYS: readonly Span[] = [{ fromMin: Number.NEGATIVE_INFINITY, toMin: Number.POSITIVE_INFINITY }];

/** What two lists have in common: `[0,10] and [5,20] // => [5,10]`. */
export function meet(a: readonly Span[], b: readonly Span[]): Span[] {
  const common: Span[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length; ) {
    const fromMin = Math.max(a[i]!.fromMin, b[j]!.fromMin);
    const toMin = Math.min(a[i]!.toMin, b[j]!.toMin);
    if (toMin > fromMin) common.push({ fromMin, toMin });
    if (a[i]!.toMin < b[j]!.toMin) i++;
    else j++;
  }
  return common;
}

/** The list without what lies in the others: hours without a holiday. */
export function without(spans: readonly Span[], gaps: readonly Span[]): Span[] {
  let left = [...spans];
  for (const gap of gaps)
    left = left.flatMap((span) =>
      gap.toMin <= span.fromMin || gap.fromMin >= span.toMin
        ? [span]
        : [
            { fromMin: span.fromMin, toMin: Math.min(span.toMin, gap.fromMin) },
            { fromMin: Math.max(span.fromMin, gap.toMin), toMin: span.toMin },
          ].filter((each) => each.toMin > each.fromMin),
    );
  return left;
}

/** Sorted, and what touches or overlaps made one. */
export function joined(spans: readonly Span[]): Span[] {
  const list: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMin - b.fromMin)) {
    const last = list.at(-1);
    if (last && span.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, span.toMin);
    else if (span.toMin > span.fromMin) list.push({ ...span });
  }
  return list;
}

/** The first stretch that ends after a time; as many as there are when none does. */
export function spanAt(spans: readonly Span[], time: number): number {
  let low = 0;
  let high = spans.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.toMin > time) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** When so many minutes of open time have gone by, from a time on; Infinity when there is not so much. */
export function endAfter(spans: readonly Span[], fromMin: number, minutes: number): number {
  let left = minutes;
  for (let at = spanAt(spans, fromMin); at < spans.length; at++) {
    const begin = Math.max(fromMin, spans[at]!.fromMin);
    const here = spans[at]!.toMin - begin;
    if (here >= left) return begin + left;
    left -= here;
  }
  return Number.POSITIVE_INFINITY;
}

/** Open minutes between two times. */
export function minutesIn(spans: readonly Span[], fromMin: number, toMin: number): number {
  let sum = 0;
  for (let at = spanAt(spans, fromMin); at < spans.length && spans[at]!.fromMin < toMin; at++)
    sum += Math.min(toMin, spans[at]!.toMin) - Math.max(fromMin, spans[at]!.fromMin);
  return sum;
}
