/**
 * Which step has to wait for which, and why. Rules are said by kind of step and what the two share; the lead may break
 * one, with a reason that is kept. All of them are common practice, no source.
 */
import type { After, Step, StepKind } from './step.ts';

export interface OrderRule {
  id: string;
  /** Finding that speaks when the rule is broken. */
  code: 'M9' | 'M29' | 'M57';
  first: readonly StepKind[];
  next: readonly StepKind[];
  /** Only between steps that have this in common; null for all of them. */
  shares: 'lamps' | 'feeds' | null;
  reason: string;
}

const AT_THE_CIRCUIT: readonly StepKind[] = ['trimOff', 'pilot', 'drill', 'run', 'mount', 'switch'];

export const ORDER_RULES: readonly OrderRule[] = [
  {
    id: 'power-off-before-work',
    code: 'M29',
    first: ['isolate'],
    next: AT_THE_CIRCUIT,
    shares: null,
    reason: 'A bit or a tool that meets a live wire burns it.',
  },
  {
    id: 'power-off-before-joining',
    code: 'M9',
    first: ['isolate'],
    next: ['cut', 'join'],
    shares: null,
    reason: 'Nothing is joined with a fuse in.',
  },
  {
    id: 'bench-before-mounting',
    code: 'M29',
    first: ['bench'],
    next: ['mount'],
    shares: 'lamps',
    reason: 'Aim bolts, captive bolts and a dead lamp are out of reach once it is mounted.',
  },
  {
    id: 'loose-test-before-holes',
    code: 'M29',
    first: ['loose'],
    next: ['pilot', 'drill'],
    shares: null,
    reason: 'A hole cannot be moved: the layout is looked at from all sides first.',
  },
  {
    id: 'trim-off-before-holes',
    code: 'M29',
    first: ['trimOff'],
    next: ['pilot', 'drill', 'run', 'switch'],
    shares: null,
    reason: 'Trim hides what is behind the panel, and the routes through it.',
  },
  {
    id: 'pilot-before-final',
    code: 'M29',
    first: ['pilot'],
    next: ['drill'],
    shares: 'lamps',
    reason: 'Both sides are marked and piloted before either is opened up, so they come out equal.',
  },
  {
    id: 'hole-before-wire',
    code: 'M29',
    first: ['drill'],
    next: ['run'],
    shares: 'lamps',
    reason: 'A wire drawn first is cut by the bit, and a bare edge saws through it: deburr, paint and grommet first.',
  },
  {
    id: 'hole-before-mounting',
    code: 'M29',
    first: ['drill'],
    next: ['mount'],
    shares: 'lamps',
    reason: 'A lamp is not mounted over swarf and bare metal.',
  },
  {
    id: 'wire-before-bracket',
    code: 'M29',
    first: ['run'],
    next: ['mount'],
    shares: 'lamps',
    reason: 'Wire goes through before a bracket closes the way.',
  },
  {
    id: 'wire-before-joining',
    code: 'M29',
    first: ['run'],
    next: ['join'],
    shares: 'feeds',
    reason: 'Ends are cut to length when the wire lies in its way.',
  },
  {
    id: 'mounting-before-joining',
    code: 'M29',
    first: ['mount'],
    next: ['join'],
    shares: 'lamps',
    reason: 'After the bolts are tight, so that no joint is pulled.',
  },
  {
    id: 'switch-before-joining',
    code: 'M29',
    first: ['switch'],
    next: ['join'],
    shares: 'feeds',
    reason: 'Its opening is cut before leads hang behind the panel, and they are cut to where it sits.',
  },
  {
    id: 'cut-before-joining',
    code: 'M29',
    first: ['cut'],
    next: ['join'],
    shares: 'feeds',
    reason: 'What goes between needs both ends of the lead.',
  },
  {
    id: 'joints-before-pull-test',
    code: 'M29',
    first: ['join'],
    next: ['pull'],
    shares: null,
    reason: 'Every crimp is pulled, and the last one too.',
  },
  {
    id: 'joints-before-programming',
    code: 'M29',
    first: ['join'],
    next: ['program'],
    shares: 'lamps',
    reason: 'A lamp that is programmed before it is joined is programmed again.',
  },
  {
    id: 'programming-before-insulating',
    code: 'M29',
    first: ['program'],
    next: ['insulate'],
    shares: null,
    reason: 'The programming lead is needed once more.',
  },
  {
    id: 'pull-test-before-proving',
    code: 'M29',
    first: ['pull', 'join'],
    next: ['prove'],
    shares: null,
    reason: 'A crimp that holds by chance passes the meter and fails on the road.',
  },
  {
    id: 'insulating-before-proving',
    code: 'M29',
    first: ['insulate'],
    next: ['prove'],
    shares: null,
    reason: 'A programming lead that touches metal changes the pattern, and the proof is worth nothing.',
  },
  {
    id: 'proving-before-ties',
    code: 'M29',
    first: ['prove'],
    next: ['ties'],
    shares: null,
    reason: 'Ties stay loose until everything is proved: a fault is found by pulling a wire out again.',
  },
  {
    id: 'proving-before-trim',
    code: 'M57',
    first: ['loose', 'prove'],
    next: ['trimOn', 'close'],
    shares: null,
    reason: 'What does not light behind a closed panel is found by taking it off again.',
  },
  {
    id: 'ties-before-closing',
    code: 'M29',
    first: ['ties', 'trimOn'],
    next: ['close'],
    shares: null,
    reason: 'Nobody ties a loom behind a closed cover.',
  },
  {
    id: 'ties-before-trim',
    code: 'M29',
    first: ['ties'],
    next: ['trimOn'],
    shares: null,
    reason: 'Nobody ties a loom behind a closed cover.',
  },
  {
    id: 'fuse-last',
    code: 'M29',
    first: ['close', 'ties', 'prove'],
    next: ['fuse'],
    shares: null,
    reason: 'The unit comes alive when nobody has a hand in it any more.',
  },
];

export const ruleById = (id: string): OrderRule => ORDER_RULES.find((rule) => rule.id === id)!;

const meets = (left: readonly string[], right: ReadonlySet<string>): boolean => left.some((id) => right.has(id));

/** Gives each step what it has to wait for. The order of the list plays no part. */
export function withOrder(steps: readonly Omit<Step, 'after'>[]): Step[] {
  const byKind = new Map<StepKind, Omit<Step, 'after'>[]>();
  for (const step of steps) byKind.set(step.kind, [...(byKind.get(step.kind) ?? []), step]);
  return steps.map((step): Step => {
    const lamps = new Set(step.lampIds);
    const feeds = new Set(step.feedIds);
    const shared = (other: Omit<Step, 'after'>, by: OrderRule['shares']): boolean => {
      if (by === null) return true;
      return by === 'lamps' ? meets(other.lampIds, lamps) : meets(other.feedIds, feeds);
    };
    const after = new Map<string, After>();
    for (const rule of ORDER_RULES) {
      if (!rule.next.includes(step.kind)) continue;
      // The first rule that names a pair speaks for it.
      for (const other of rule.first.flatMap((kind) => byKind.get(kind) ?? []))
        if (!after.has(other.key) && shared(other, rule.shares))
          after.set(other.key, { key: other.key, ruleId: rule.id });
    }
    return { ...step, after: [...after.values()] };
  });
}

/** A rule that an order or the ticks go against, between two steps. */
export interface Break {
  rule: OrderRule;
  first: Step;
  next: Step;
}

/** Under this name a reason for a break is kept. */
export const breakKey = ({ rule, first, next }: Break): string => `${rule.id} ${first.key} ${next.key}`;

function breaksWhere(steps: readonly Step[], isBroken: (first: Step, next: Step) => boolean): Break[] {
  const byKey = new Map(steps.map((step) => [step.key, step]));
  return steps.flatMap((next) =>
    next.after.flatMap(({ key, ruleId }): Break[] => {
      const first = byKey.get(key);
      return first && isBroken(first, next) ? [{ rule: ruleById(ruleId), first, next }] : [];
    }),
  );
}

/** What an order of steps goes against. */
export function breaksOfOrder(steps: readonly Step[]): Break[] {
  const at = new Map(steps.map((step, index) => [step.key, index]));
  return breaksWhere(steps, (first, next) => at.get(first.key)! > at.get(next.key)!);
}

/** Steps that are ticked while one that should come before is not. */
export const breaksOfTicks = (steps: readonly Step[], ticks: Readonly<Record<string, unknown>>): Break[] =>
  breaksWhere(steps, (first, next) => ticks[next.key] !== undefined && ticks[first.key] === undefined);

/** Steps as the lead has put them; what came since stands behind the step it usually follows. */
export function arranged<T extends { key: string }>(steps: readonly T[], order: readonly string[]): T[] {
  if (order.length === 0) return [...steps];
  const byKey = new Map(steps.map((step) => [step.key, step]));
  const placed = order.flatMap((key) => byKey.get(key) ?? []);
  const known = new Set(placed.map((step) => step.key));
  for (const [index, step] of steps.entries()) {
    if (known.has(step.key)) continue;
    const before = index > 0 ? placed.indexOf(steps[index - 1]!) : -1;
    placed.splice(before + 1, 0, step);
    known.add(step.key);
  }
  return placed;
}
