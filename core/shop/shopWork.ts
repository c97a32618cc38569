/** What a unit brings to the shop: its steps, its parts and its size, taken from its build. */

import { bodyOf } from '../body/index.ts';
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build } from '../document/index.ts';
import { housings } from '../place/index.ts';

import {
  fitWright,
  jobSteps,
  type LearnedFactor,
  type Skill,
  type Step,
  type StepKind,
  wrightUnit,
} from '../steps/index.ts';
import type { Millimetres } from '../units/index.ts';
import { boughtQuantity, type PartGroup, type PartLine, partsList } from '../work/index.ts';

export interface ShopStep {
  key: string;
  kind: StepKind;
  title: string;
  where: string;
  /** As estimated, before anything is learned. */
  minutes: number;
  skill: Skill | null;
  people: 1 | 2;
  after: string[];
  inBay: boolean;
  done: { by: string; at: string; minutes: number | null } | null;
}

export interface ShopPart {
  key: string;
  name: string;
  group: PartGroup;
  /** As bought: whole pieces, half metres. */
  quantity: number;
  unit: 'pcs' | 'm';
  use: string;
  /** Open steps that cannot begin without it. */
  stepKeys: string[];
}

export interface ShopUnit {
  id: string;
  tag: string;
  name: string;
  /** Units with the same are built alike. */
  kin: string;
  size: { lengthMm: Millimetres; widthMm: Millimetres; heightMm: Millimetres };
  handedOverAt: string | null;
  steps: ShopStep[];
  parts: ShopPart[];
}

/** Work on a bench goes on while the unit is elsewhere. */
const AT_THE_BENCH: ReadonlySet<StepKind> = new Set(['bench']);

/** The steps that eat a kind of part. */
const EATEN_BY: Record<PartGroup, readonly StepKind[]> = {
  lamps: ['bench'],
  mounting: ['mount'],
  feed: ['join'],
  wire: ['run'],
  joints: ['join'],
  sundries: ['run', 'ties'],
  tools: ['pilot', 'drill'],
};

function stepsThatNeed(part: PartLine, steps: readonly Step[]): string[] {
  const kinds = EATEN_BY[part.group];
  const own = steps.filter(
    (step) =>
      kinds.includes(step.kind) &&
      (part.lampIds.length === 0 || step.lampIds.length === 0 || step.lampIds.some((id) => part.lampIds.includes(id))),
  );
  return own.map((step) => step.key);
}

/** Same body, same dimensions, same lamps. */
function kinOf(build: Build): string {
  const { bodyId, parameters } = build.body;
  const size = Object.entries(parameters)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([key, value]) => `${key} ${value}`);
  const lamps = new Map<string, number>();
  for (const lamp of housings(build)) lamps.set(lamp.modelKey, (lamps.get(lamp.modelKey) ?? 0) + 1);
  const kit = [...lamps].sort(([a], [b]) => a.localeCompare(b)).map(([key, count]) => `${count} ${key}`);
  return [bodyId, ...size, ...kit].join(', ');
}

export function shopUnit(id: string, build: Build, feeds: readonly AssessedFeed[]): ShopUnit {
  const body = bodyOf(build);
  const steps = jobSteps(build, feeds);
  const open = steps.filter((step) => !build.ticks[step.key]);
  return {
    id,
    tag: build.unit.tag,
    name: build.unit.name,
    kin: kinOf(build),
    size: {
      lengthMm: Math.round(body.span.toMm - body.span.fromMm),
      widthMm: Math.round(body.span.wideMm),
      heightMm: Math.round(body.span.topMm),
    },
    handedOverAt: build.handedOver?.at ?? null,
    steps: steps.map(({ key, kind, title, where, minutes, skill, people, after }): ShopStep => {
      const tick = build.ticks[key];
      return {
        key,
        kind,
        title,
        where,
        minutes,
        skill,
        people,
        after: after.map((each) => each.key),
        inBay: !AT_THE_BENCH.has(kind),
        done: tick ? { by: tick.by, at: tick.at, minutes: tick.minutes } : null,
      };
    }),
    parts: partsList(build, feeds)
      .filter((part) => !part.missing)
      .map((part): ShopPart => {
        return {
          key: part.key,
          name: part.name,
          group: part.group,
          quantity: boughtQuantity(part),
          unit: part.unit,
          use: part.use,
          stepKeys: stepsThatNeed(part, open),
        };
      }),
  };
}

export interface Run {
  kin: string;
  /** Units alike in the order in which they are built, what each took or will take. */
  units: { unit: ShopUnit; spentMinutes: number | null; expectedMinutes: number }[];
  rate: number;
  firstMinutes: number;
}

/** Minutes that were written down on a finished unit; null while it is not finished, or when too little was written. */
function spentWhole(unit: ShopUnit): number | null {
  if (unit.steps.length === 0 || unit.steps.some((step) => step.done === null)) return null;
  const written = unit.steps.filter((step) => step.done!.minutes !== null);
  if (written.length * 2 < unit.steps.length) return null;
  const estimated = (steps: readonly ShopStep[]) => steps.reduce((sum, step) => sum + step.minutes, 0);
  const minutes = written.reduce((sum, step) => sum + step.done!.minutes!, 0);
  return estimated(written) === 0 ? null : minutes * (estimated(unit.steps) / estimated(written));
}

const learnedMinutes = (step: ShopStep, learned: Readonly<Record<string, LearnedFactor>>): number =>
  step.minutes * (learned[step.kind]?.factor ?? 1);

/** Runs of two or more units alike, finished ones first, then in the order given. */
export function runsOf(units: readonly ShopUnit[], learned: Readonly<Record<string, LearnedFactor>>): Run[] {
  const byKin = new Map<string, ShopUnit[]>();
  for (const unit of units) if (unit.steps.length > 0) byKin.set(unit.kin, [...(byKin.get(unit.kin) ?? []), unit]);
  return [...byKin]
    .filter(([, list]) => list.length > 1)
    .map(([kin, list]): Run => {
      const spent = new Map(list.map((unit) => [unit.id, spentWhole(unit)]));
      // Wright's law speaks of whole units: one with fewer steps takes its share.
      const plainOf = (unit: ShopUnit) => unit.steps.reduce((sum, step) => sum + step.minutes, 0);
      const whole = Math.max(...list.map(plainOf));
      const finishedAt = (unit: ShopUnit) =>
        unit.steps.reduce((last, step) => (step.done && step.done.at > last ? step.done.at : last), '');
      const finished = list
        .filter((unit) => spent.get(unit.id) !== null)
        .sort((a, b) => finishedAt(a).localeCompare(finishedAt(b)));
      const open = list.filter((unit) => spent.get(unit.id) === null);
      const first = open[0];
      const planned = first ? first.steps.reduce((sum, step) => sum + learnedMinutes(step, learned), 0) : 0;
      const asWhole = (unit: ShopUnit, minutes: number) => (minutes * whole) / plainOf(unit);
      const curve =
        fitWright(finished.map((unit) => asWhole(unit, spent.get(unit.id)!))) ??
        fitWright([first ? asWhole(first, planned) : 0])!;
      return {
        kin,
        ...curve,
        units: [...finished, ...open].map((unit, at) => ({
          unit,
          spentMinutes: spent.get(unit.id)!,
          expectedMinutes: (wrightUnit(curve.firstMinutes, at + 1, curve.rate) * plainOf(unit)) / whole,
        })),
      };
    });
}

/** Minutes of every step by unit and key, as they are expected: learned by kind of work, or by the run of units alike. */
export function expectedMinutes(
  units: readonly ShopUnit[],
  learned: Readonly<Record<string, LearnedFactor>>,
): Map<string, Map<string, number>> {
  const inRun = new Map(
    runsOf(units, learned).flatMap((run) => run.units.map((each) => [each.unit.id, each.expectedMinutes])),
  );
  return new Map(
    units.map((unit) => {
      const plain = unit.steps.reduce((sum, step) => sum + step.minutes, 0);
      const expected = inRun.get(unit.id);
      const minutesOf = (step: ShopStep) =>
        expected === undefined || plain === 0 ? learnedMinutes(step, learned) : (step.minutes * expected) / plain;
      return [unit.id, new Map(unit.steps.map((step) => [step.key, Math.max(1, Math.round(minutesOf(step)))]))];
    }),
  );
}
