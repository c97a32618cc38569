/**
 * The stops of the proving walk: for each setting what should light (the design), what the meter will show (the circuit
 * solved), and what was read. Nothing counts as proved while a stop is unread.
 */

import { type AssessedFeed, type ElementState, lightState, restingVoltageV, solveSetting } from '../circuit/index.ts';
import type { Build, Control, Id, Lamp, Reading } from '../document/index.ts';
import { type LampShow, showsFor } from '../flash/index.ts';
import { conduct } from '../graph/index.ts';
import { compareTags } from '../place/index.ts';
import { type Expected, expectAmps, expectVolts, explainVerdict, judge, type Verdict } from './judge.ts';
import { provingWalk, type WalkStep } from './walk.ts';

export interface ReadingPoint {
  /** Stable key for the form field. */
  key: string;
  place: Reading['place'];
  quantity: Reading['quantity'];
  label: string;
  expected: Expected;
  /** Current through the point when it is read, for the resistance behind a low reading. */
  atA: number;
  reading: Reading | null;
  verdict: Verdict | null;
  explanation: string;
}

export interface ProvingStop extends WalkStep {
  /** The controls that are on, as one word. */
  key: string;
  shows: LampShow[];
  /** Lamps that should light but that the circuit leaves dark in this setting. */
  unlit: Lamp[];
  points: ReadingPoint[];
  state: 'unread' | 'part' | Verdict;
}

export const settingKey = (controlIds: readonly Id[]): string => [...controlIds].sort().join('+');

function latestReading(
  build: Build,
  key: string,
  place: Reading['place'],
  quantity: Reading['quantity'],
): Reading | null {
  const same = (other: Reading['place']) =>
    place.kind === 'lamp'
      ? other.kind === 'lamp' && other.lampId === place.lampId
      : other.kind === 'feed' && other.fuseId === place.fuseId;
  return Object.values(build.readings)
    .filter((reading) => reading.quantity === quantity && settingKey(reading.setting) === key && same(reading.place))
    .reduce<Reading | null>((last, reading) => (last === null || reading.at >= last.at ? reading : last), null);
}

type Solver = (
  controlIds: readonly Id[],
  load: 'average' | 'maximum',
  batteryV: number,
) => Record<string, ElementState>;

/** A lamp that is switched in the ground as well is proved with that switch on. */
export const withGroundSwitches = (feeds: readonly AssessedFeed[], controlIds: readonly Id[]): Set<Id> =>
  new Set([
    ...controlIds,
    ...feeds
      .filter(({ feed }) => feed.contacts.some(({ control }) => controlIds.includes(control.id)))
      .flatMap(({ feed }) => feed.groundContacts.map(({ control }) => control.id)),
  ]);

/** Solves settings, each only once: points of one stop ask for the same states again and again. */
function settingSolver(build: Build, feeds: readonly AssessedFeed[]): Solver {
  const solved = new Map<string, Record<string, ElementState>>();
  return (controlIds, load, batteryV) => {
    const key = `${settingKey(controlIds)} ${load} ${batteryV}`;
    const known = solved.get(key);
    if (known) return known;
    const { elements } = solveSetting(build, {
      keyOn: true,
      controlIds: withGroundSwitches(feeds, controlIds),
      load,
      batteryV,
    }).solution;
    solved.set(key, elements);
    return elements;
  };
}

function feedPoints(
  build: Build,
  controlIds: readonly Id[],
  { feed, lit }: LitFeed,
  shows: readonly LampShow[],
  solve: Solver,
): ReadingPoint[] {
  const setting = settingKey(controlIds);
  const restingV = restingVoltageV(build.electrics.systemVoltageV);
  const points: ReadingPoint[] = [];
  const point = (place: Reading['place'], quantity: Reading['quantity'], label: string) => {
    const reading = latestReading(build, setting, place, quantity);
    const batteryV = reading?.batteryV ?? restingV;
    const full = solve(controlIds, 'maximum', batteryV);
    const feedA = full[feed.fuse.id]?.currentA ?? 0;
    let expected: Expected;
    let atA = feedA;
    if (place.kind === 'feed') {
      const steady = shows.every((show) => show.pattern.id === 'steady');
      const meanA = steady ? feedA : (solve(controlIds, 'average', batteryV)[feed.fuse.id]?.currentA ?? 0);
      expected = expectAmps(Math.min(meanA, feedA), feedA);
    } else {
      const load = loadOf(build, place.lampId);
      expected = expectVolts(load ? (full[load]?.voltageV ?? 0) : 0);
      atA = load ? (full[load]?.currentA ?? feedA) : feedA;
    }
    const verdict = reading ? judge(reading.value, expected) : null;
    points.push({
      key: `${feed.fuse.id} ${place.kind}`,
      place,
      quantity,
      label,
      expected,
      atA,
      reading,
      verdict,
      explanation: reading ? explainVerdict(reading.value, expected, quantity === 'volts' ? 'V' : 'A', atA) : '',
    });
  };
  point({ kind: 'feed', fuseId: feed.fuse.id }, 'amps', `through fuse ${feed.fuse.name}`);
  const far = farLamp(build, lit, solve(controlIds, 'maximum', restingV));
  if (far) point({ kind: 'lamp', lampId: far.id }, 'volts', `at ${far.tag}, the far lamp`);
  return points;
}

const loadOf = (build: Build, lampId: Id): Id | undefined =>
  Object.values(build.elements).find((element) => element.kind === 'lampLoad' && element.lampId === lampId)?.id;

/** A feed with those of its lamps that a setting feeds. */
interface LitFeed {
  feed: AssessedFeed['feed'];
  lit: Lamp[];
}

/** Feeds that a setting lights something of. A flasher that passes a signal on opens that way instead. */
const litFeeds = (feeds: readonly AssessedFeed[], on: ReadonlySet<Id>): LitFeed[] =>
  feeds.flatMap(({ feed }): LitFeed[] => {
    const lit = feed.lamps.filter((lamp) => {
      const way = feed.ways[lamp.id] ?? [];
      return way.length > 0 && conduct(way, on);
    });
    return lit.length > 0 ? [{ feed, lit }] : [];
  });

/** The lamp with the least voltage in a solved state. */
function farLamp(build: Build, lamps: readonly Lamp[], states: Record<string, ElementState>): Lamp | null {
  let best: { lamp: Lamp; voltageV: number } | null = null;
  for (const lamp of lamps) {
    const voltageV = states[loadOf(build, lamp.id) ?? '']?.voltageV ?? 0;
    if (best === null || voltageV < best.voltageV) best = { lamp, voltageV };
  }
  return best?.lamp ?? null;
}

const WORST: Record<Verdict, number> = { pass: 0, near: 1, fail: 2 };

function stateOf(points: readonly ReadingPoint[]): ProvingStop['state'] {
  const verdicts = points.flatMap((point) => point.verdict ?? []);
  if (verdicts.length === 0) return 'unread';
  const worst = verdicts.reduce((a, b) => (WORST[b] > WORST[a] ? b : a));
  if (worst === 'fail') return 'fail';
  return verdicts.length < points.length ? 'part' : worst;
}

/** The walk, and a step for every control that feeds lamps but has no function. */
function stepsOf(build: Build, feeds: readonly AssessedFeed[]): WalkStep[] {
  const walk = provingWalk(build);
  const known = new Set(walk.flatMap((step) => step.controls.map((control) => control.id)));
  const others = new Map(
    feeds.flatMap(({ feed }) =>
      feed.contacts
        .filter(({ control, whenOn }) => whenOn && !known.has(control.id))
        .map(({ control }) => [control.id, control] as const),
    ),
  );
  let before: Control[] = walk.at(-1)?.controls ?? [];
  return [
    ...walk,
    ...[...others.values()].map((control): WalkStep => {
      const step = { controls: [control], on: [control], off: before };
      before = [control];
      return step;
    }),
  ];
}

function stopOf(build: Build, feeds: readonly AssessedFeed[], step: WalkStep, solve: Solver): ProvingStop {
  const controlIds = step.controls.map((control) => control.id);
  const on = withGroundSwitches(feeds, controlIds);
  const shows = [...showsFor(build, new Set(controlIds)).values()].sort((a, b) => compareTags(a.lamp.tag, b.lamp.tag));
  const powered = solve(controlIds, 'maximum', restingVoltageV(build.electrics.systemVoltageV));
  const unlit = shows
    .filter(({ lamp }) => {
      const state = powered[loadOf(build, lamp.id) ?? ''];
      const model = build.models[lamp.modelKey];
      return !state || !model || lightState(model, state, build.electrics.systemVoltageV) !== 'lit';
    })
    .map(({ lamp }) => lamp);
  const points = litFeeds(feeds, on).flatMap((each) => {
    const onFeed = shows.filter((show) => each.lit.some((lamp) => lamp.id === show.lamp.id));
    return feedPoints(build, controlIds, each, onFeed, solve);
  });
  return { ...step, key: settingKey(controlIds), shows, unlit, points, state: stateOf(points) };
}

/** The stops of the walk, in its order. */
export function provingStops(build: Build, feeds: readonly AssessedFeed[]): ProvingStop[] {
  const solve = settingSolver(build, feeds);
  return stepsOf(build, feeds).map((step) => stopOf(build, feeds, step, solve));
}

/** How many stops there are and how many pass; solves only for settings in which something was read. */
export function provingCount(build: Build, feeds: readonly AssessedFeed[]): { stops: number; passed: number } {
  const solve = settingSolver(build, feeds);
  const read = new Set(Object.values(build.readings).map((reading) => settingKey(reading.setting)));
  const all = stepsOf(build, feeds);
  const passed = all.filter(
    (step) =>
      read.has(settingKey(step.controls.map((control) => control.id))) &&
      stopOf(build, feeds, step, solve).state === 'pass',
  );
  return { stops: all.length, passed: passed.length };
}
