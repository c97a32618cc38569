/**
 * The stops of the proving walk: for each setting what should light (the design), what the meter will show (the circuit
 * solved), what was seen and what was read. Nothing counts as proved before it was looked at; the meter is asked for where
 * it tells something: once a feed, at the stop that lights most of it, and at every lamp that looked wrong.
 */

import { type AssessedFeed, type ElementState, lightState, restingVoltageV, solveSetting } from '../circuit/index.ts';
import type { Build, Id, Lamp, Look, Reading } from '../document/index.ts';
import { type LampShow, showsFor } from '../flash/index.ts';
import { conduct } from '../graph/index.ts';
import { compareTags } from '../place/index.ts';
import type { Amps, Volts } from '../units/index.ts';
import { type Expected, expectAmps, expectVolts, explainVerdict, judge, type Verdict } from './judge.ts';
import { provingWalk, type WalkStep, withGroundSwitches } from './walk.ts';

export interface ReadingPoint {
  /** Stable key for the form field. */
  key: string;
  place: Reading['place'];
  quantity: Reading['quantity'];
  label: string;
  expected: Expected;
  /** Current through the point when it is read, for the resistance behind a low reading. */
  atA: Amps;
  reading: Reading | null;
  verdict: Verdict | null;
  explanation: string;
}

export interface ProvingStop extends WalkStep {
  /** The controls that are on, and the key, as one word. */
  key: string;
  shows: LampShow[];
  /** Lamps that should light but that the circuit leaves dark in this setting. */
  unlit: Lamp[];
  points: ReadingPoint[];
  /** How it was last looked at. */
  look: Look | null;
  state: 'unread' | 'part' | Verdict;
}

export const settingKey = (controlIds: readonly Id[], keyOn = true): string =>
  [...controlIds].sort().join('+') + (keyOn ? '' : ' key off');

/** How a setting was last looked at, by its key. */
export function latestLook(build: Pick<Build, 'looks'>, key: string): Look | null {
  return Object.values(build.looks)
    .filter((look) => settingKey(look.setting, look.keyOn) === key)
    .reduce<Look | null>((last, look) => (last === null || look.at >= last.at ? look : last), null);
}

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
  batteryV: Volts,
  keyOn?: boolean,
) => Record<string, ElementState>;

/** Solves settings, each only once: points of one stop ask for the same states again and again. */
function settingSolver(build: Build, feeds: readonly AssessedFeed[]): Solver {
  const solved = new Map<string, Record<string, ElementState>>();
  const plain = feeds.map(({ feed }) => feed);
  return (controlIds, load, batteryV, keyOn = true) => {
    const key = `${settingKey(controlIds, keyOn)} ${load} ${batteryV}`;
    const known = solved.get(key);
    if (known) return known;
    const { elements } = solveSetting(build, {
      keyOn,
      controlIds: withGroundSwitches(plain, controlIds),
      load,
      batteryV,
    }).solution;
    solved.set(key, elements);
    return elements;
  };
}

/** Makes the points of one stop: what a meter should show there, and what it did. */
function pointMaker(build: Build, controlIds: readonly Id[], shows: readonly LampShow[], solve: Solver) {
  const setting = settingKey(controlIds);
  const restingV = restingVoltageV(build.electrics.systemVoltageV);
  return (fuseId: Id, place: Reading['place'], quantity: Reading['quantity'], label: string): ReadingPoint => {
    const reading = latestReading(build, setting, place, quantity);
    const batteryV = reading?.batteryV ?? restingV;
    const full = solve(controlIds, 'maximum', batteryV);
    const feedA = full[fuseId]?.currentA ?? 0;
    let expected: Expected;
    let atA = feedA;
    if (place.kind === 'feed') {
      const steady = shows.every((show) => show.pattern.id === 'steady');
      const meanA = steady ? feedA : (solve(controlIds, 'average', batteryV)[fuseId]?.currentA ?? 0);
      expected = expectAmps(Math.min(meanA, feedA), feedA);
    } else {
      const load = loadOf(build, place.lampId);
      expected = expectVolts(load ? (full[load]?.voltageV ?? 0) : 0);
      atA = load ? (full[load]?.currentA ?? feedA) : feedA;
    }
    return {
      key: place.kind === 'feed' ? `${place.fuseId} feed` : `${place.lampId} lamp`,
      place,
      quantity,
      label,
      expected,
      atA,
      reading,
      verdict: reading ? judge(reading.value, expected) : null,
      explanation: reading ? explainVerdict(reading.value, expected, quantity === 'volts' ? 'V' : 'A', atA) : '',
    };
  };
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
  let best: { lamp: Lamp; voltageV: Volts } | null = null;
  for (const lamp of lamps) {
    const voltageV = states[loadOf(build, lamp.id) ?? '']?.voltageV ?? 0;
    if (best === null || voltageV < best.voltageV) best = { lamp, voltageV };
  }
  return best?.lamp ?? null;
}

function stateOf(points: readonly ReadingPoint[], look: Look | null, unlit: readonly Lamp[]): ProvingStop['state'] {
  const verdicts = points.flatMap((point) => point.verdict ?? []);
  if (verdicts.length === 0 && !look) return 'unread';
  // A lamp that should be lit and is dark never passes, whoever says so: the eye, the meter or the circuit.
  if (verdicts.includes('fail') || unlit.length > 0 || Object.keys(look?.wrong ?? {}).length > 0) return 'fail';
  if (!look || verdicts.length < points.length) return 'part';
  return verdicts.includes('near') ? 'near' : 'pass';
}

/** A step of the walk with what it lights. */
interface Lit {
  step: WalkStep;
  controlIds: Id[];
  feeds: LitFeed[];
}

/** At which step each feed is read: the first that lights most of it, with the key on. */
function readAt(feeds: readonly AssessedFeed[], lit: readonly Lit[]): Map<Id, WalkStep> {
  const at = new Map<Id, WalkStep>();
  for (const { feed } of feeds) {
    let most = 0;
    for (const each of lit) {
      const lamps = each.step.keyOn ? (each.feeds.find((other) => other.feed === feed)?.lit.length ?? 0) : 0;
      if (lamps <= most) continue;
      most = lamps;
      at.set(feed.fuse.id, each.step);
    }
  }
  return at;
}

const restingOf = (build: Build): number => restingVoltageV(build.electrics.systemVoltageV);

function stopOf(build: Build, lit: Lit, read: ReadonlyMap<Id, WalkStep>, solve: Solver): ProvingStop {
  const { step, controlIds } = lit;
  const on = new Set(controlIds);
  const powered = solve(controlIds, 'maximum', restingOf(build), step.keyOn);
  const stateOfLamp = (lamp: Lamp) => {
    const state = powered[loadOf(build, lamp.id) ?? ''];
    const model = build.models[lamp.modelKey];
    return state && model ? lightState(model, state, build.electrics.systemVoltageV) : 'dark';
  };
  const shows = [...showsFor(build, on).values()]
    // Without the key only what is to live without it is to be seen.
    .filter(({ lamp }) => step.keyOn || lit.feeds.some((each) => isAlways(each) && each.lit.includes(lamp)))
    .sort((a, b) => compareTags(a.lamp.tag, b.lamp.tag));
  const unlit = shows.filter(({ lamp }) => stateOfLamp(lamp) !== 'lit').map(({ lamp }) => lamp);
  const key = settingKey(controlIds, step.keyOn);
  const look = latestLook(build, key);
  const point = pointMaker(build, controlIds, shows, solve);
  const points = lit.feeds.flatMap(({ feed, lit: lamps }): ReadingPoint[] => {
    const fuseId = feed.fuse.id;
    const wrong = lamps.filter((lamp) => look?.wrong[lamp.id]);
    const far = read.get(fuseId) === step ? farLamp(build, lamps, powered) : null;
    const amps =
      read.get(fuseId) === step
        ? [point(fuseId, { kind: 'feed', fuseId }, 'amps', `through fuse ${feed.fuse.name}`)]
        : [];
    const at = [...(far ? [far] : []), ...wrong.filter((lamp) => lamp.id !== far?.id)];
    return [
      ...amps,
      ...at.map((lamp) =>
        point(
          fuseId,
          { kind: 'lamp', lampId: lamp.id },
          'volts',
          `at ${lamp.tag}, ${lamp.id === far?.id ? 'the far lamp' : 'which looked wrong'}`,
        ),
      ),
    ];
  });
  return { ...step, key, shows, unlit, points, look, state: stateOf(points, look, unlit) };
}

const isAlways = ({ feed }: LitFeed): boolean => feed.fuse.wanted === 'always';

function litSteps(build: Build, feeds: readonly AssessedFeed[]): Lit[] {
  const plain = feeds.map(({ feed }) => feed);
  return provingWalk(build, plain).map((step) => {
    const controlIds = step.controls.map((control) => control.id);
    return { step, controlIds, feeds: litFeeds(feeds, withGroundSwitches(plain, controlIds)) };
  });
}

/** The stops of the walk, in its order. */
export function provingStops(build: Build, feeds: readonly AssessedFeed[]): ProvingStop[] {
  const solve = settingSolver(build, feeds);
  const lit = litSteps(build, feeds);
  const read = readAt(feeds, lit);
  return lit.map((each) => stopOf(build, each, read, solve));
}

/** How many stops there are and how many pass; solves only for those that were looked at. */
export function provingCount(build: Build, feeds: readonly AssessedFeed[]): { stops: number; passed: number } {
  const solve = settingSolver(build, feeds);
  const lit = litSteps(build, feeds);
  const read = readAt(feeds, lit);
  const looked = new Set(Object.values(build.looks).map(({ setting, keyOn }) => settingKey(setting, keyOn)));
  const passed = lit.filter(
    (each) =>
      looked.has(settingKey(each.controlIds, each.step.keyOn)) && stopOf(build, each, read, solve).state === 'pass',
  );
  return { stops: lit.length, passed: passed.length };
}
