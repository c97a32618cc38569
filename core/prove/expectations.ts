/**
 * The proving walk of one unit: a stop for each control, with what should light (the design), what the meter will show
 * (the circuit solved), and what was read. Nothing counts as proved while a stop is unread.
 */
import type { Build, Control, Id, Lamp, Reading } from '../build/index.ts';
import { type ElementState, restingVoltageV, solveSetting } from '../feed/index.ts';
import { type LampShow, showsFor } from '../flash/index.ts';
import { compareTags } from '../place/index.ts';
import type { AssessedFeed } from '../rules/index.ts';
import { type Expected, expectAmps, expectVolts, explainVerdict, judge, type Verdict } from './judge.ts';

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

export interface ProvingStop {
  control: Control;
  shows: LampShow[];
  /** Lamps that should light but that the circuit leaves dark in this setting. */
  unlit: Lamp[];
  points: ReadingPoint[];
  state: 'unread' | 'part' | Verdict;
}

function latestReading(
  build: Build,
  control: Control,
  place: Reading['place'],
  quantity: Reading['quantity'],
): Reading | null {
  const same = (other: Reading['place']) =>
    place.kind === 'lamp'
      ? other.kind === 'lamp' && other.lampId === place.lampId
      : other.kind === 'feed' && other.fuseId === place.fuseId;
  return Object.values(build.readings)
    .filter((reading) => reading.quantity === quantity && reading.setting.includes(control.id) && same(reading.place))
    .reduce<Reading | null>((last, reading) => (last === null || reading.at >= last.at ? reading : last), null);
}

type Solver = (controlId: Id, load: 'average' | 'maximum', batteryV: number) => Record<string, ElementState>;

/** Solves one control's setting, each only once: points of one stop ask for the same states again and again. */
function settingSolver(build: Build, feeds: readonly AssessedFeed[]): Solver {
  // A lamp that is switched in the ground as well is proved with that switch on.
  const settingOf = (controlId: Id) =>
    new Set([
      controlId,
      ...feeds
        .filter(({ feed }) => feed.contacts.some(({ control }) => control.id === controlId))
        .flatMap(({ feed }) => feed.groundContacts.map(({ control }) => control.id)),
    ]);
  const solved = new Map<string, Record<string, ElementState>>();
  return (controlId, load, batteryV) => {
    const key = `${controlId} ${load} ${batteryV}`;
    const known = solved.get(key);
    if (known) return known;
    const { elements } = solveSetting(build, {
      keyOn: true,
      controlIds: settingOf(controlId),
      load,
      batteryV,
    }).solution;
    solved.set(key, elements);
    return elements;
  };
}

function feedPoints(
  build: Build,
  control: Control,
  feed: AssessedFeed['feed'],
  shows: readonly LampShow[],
  solve: Solver,
): ReadingPoint[] {
  const restingV = restingVoltageV(build.electrics.systemVoltageV);
  const points: ReadingPoint[] = [];
  const point = (place: Reading['place'], quantity: Reading['quantity'], label: string) => {
    const reading = latestReading(build, control, place, quantity);
    const batteryV = reading?.batteryV ?? restingV;
    const full = solve(control.id, 'maximum', batteryV);
    const feedA = full[feed.fuse.id]?.currentA ?? 0;
    let expected: Expected;
    let atA = feedA;
    if (place.kind === 'feed') {
      const steady = shows.every((show) => show.pattern.id === 'steady');
      const meanA = steady ? feedA : (solve(control.id, 'average', batteryV)[feed.fuse.id]?.currentA ?? 0);
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
  const far = farLamp(build, feed, solve(control.id, 'maximum', restingV));
  if (far) point({ kind: 'lamp', lampId: far.id }, 'volts', `at ${far.tag}, the far lamp`);
  return points;
}

const loadOf = (build: Build, lampId: Id): Id | undefined =>
  Object.values(build.elements).find((element) => element.kind === 'lampLoad' && element.lampId === lampId)?.id;

/** The lamp of the feed with the least voltage in a solved state. */
function farLamp(build: Build, feed: AssessedFeed['feed'], states: Record<string, ElementState>): Lamp | null {
  let best: { lamp: Lamp; voltageV: number } | null = null;
  for (const lamp of feed.lamps) {
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

interface Candidate {
  control: Control;
  shows: LampShow[];
  own: AssessedFeed[];
}

/** Controls that do anything, crew controls first. */
function candidates(build: Build, feeds: readonly AssessedFeed[]): Candidate[] {
  return Object.values(build.controls)
    .sort((a, b) => Number(a.kind === 'signal') - Number(b.kind === 'signal') || a.name.localeCompare(b.name))
    .map((control) => ({
      control,
      shows: [...showsFor(build, new Set([control.id])).values()].sort((a, b) => compareTags(a.lamp.tag, b.lamp.tag)),
      own: feeds.filter(({ feed }) => feed.contacts.some((contact) => contact.control.id === control.id)),
    }))
    .filter(({ shows, own }) => shows.length > 0 || own.length > 0);
}

function stopOf(build: Build, { control, shows, own }: Candidate, solve: Solver): ProvingStop {
  const powered = solve(control.id, 'maximum', restingVoltageV(build.electrics.systemVoltageV));
  const unlit = shows
    .filter(({ lamp }) => !((powered[loadOf(build, lamp.id) ?? '']?.currentA ?? 0) > LIT_FROM_A))
    .map(({ lamp }) => lamp);
  const points = own.flatMap(({ feed }) => {
    const onFeed = shows.filter((show) => feed.lamps.some((lamp) => lamp.id === show.lamp.id));
    return feedPoints(build, control, feed, onFeed, solve);
  });
  return { control, shows, unlit, points, state: stateOf(points) };
}

/** Less than this through a lamp is leakage, not light. */
const LIT_FROM_A = 1e-3;

/** One stop per control that does anything. */
export function provingStops(build: Build, feeds: readonly AssessedFeed[]): ProvingStop[] {
  const solve = settingSolver(build, feeds);
  return candidates(build, feeds).map((each) => stopOf(build, each, solve));
}

/** How many stops there are and how many pass; solves only for controls at which something was read. */
export function provingCount(build: Build, feeds: readonly AssessedFeed[]): { stops: number; passed: number } {
  const solve = settingSolver(build, feeds);
  const read = new Set(Object.values(build.readings).flatMap((reading) => reading.setting));
  const all = candidates(build, feeds);
  const passed = all.filter((each) => read.has(each.control.id) && stopOf(build, each, solve).state === 'pass');
  return { stops: all.length, passed: passed.length };
}
