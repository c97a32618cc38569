/**
 * The proving walk, in the order in which a person tries lights: one control at a time, the crew's and then the driver's;
 * then two at a time where they share lamps, because one of them has to win there; last the key off, with what should not
 * live without it.
 */
import { type Build, type Control, type Id, Signal } from '../document/index.ts';
import type { Feed } from '../graph/index.ts';

export interface WalkStep {
  controls: Control[];
  /** To switch since the step before, what enables them on the ground side too. */
  on: Control[];
  off: Control[];
  keyOn: boolean;
}

interface Setting {
  controls: readonly Control[];
  keyOn: boolean;
}

/** Left and right together are the hazard lamps, which have a control of their own. */
const contradicts = (controls: readonly Control[]): boolean =>
  controls.some((control) => control.signal === 'left') && controls.some((control) => control.signal === 'right');

/** Controls that have a function, the crew's first, then the driver's in the order of their signals. */
function workedControls(build: Build): Control[] {
  const used = new Set(Object.values(build.functions).map((each) => each.controlId));
  const place = ({ signal }: Control) => (signal === null ? -1 : Signal.options.indexOf(signal));
  return Object.values(build.controls)
    .filter((control) => used.has(control.id))
    .sort((a, b) => place(a) - place(b));
}

/** Lamps that a control lights by any function. */
const lampsOf = (build: Build, controlId: Id): Set<Id> =>
  new Set(
    Object.values(build.functions).flatMap((each) =>
      each.controlId === controlId ? Object.keys(each.shows).filter((id) => build.lamps[id]) : [],
    ),
  );

/** Two controls that want something of one lamp: which of them wins has to be seen. */
function sharingPairs(build: Build, controls: readonly Control[]): [Control, Control][] {
  const lamps = new Map(controls.map((control) => [control.id, lampsOf(build, control.id)]));
  return controls
    .flatMap((one, at) => controls.slice(at + 1).map((other): [Control, Control] => [one, other]))
    .filter((pair) => {
      const [mine, theirs] = pair.map(({ id }) => lamps.get(id)!) as [Set<Id>, Set<Id>];
      return !contradicts(pair) && [...mine].some((id) => theirs.has(id));
    });
}

/** The crew's controls of feeds that are to be dead without the key. */
function keyOffSetting(feeds: readonly Feed[]): Setting[] {
  const controls = new Map(
    feeds
      .filter((feed) => feed.fuse.wanted === 'ignition' && feed.lamps.length > 0)
      .flatMap((feed) => [...feed.contacts, ...feed.groundContacts])
      .filter(({ control, whenOn }) => whenOn && control.kind !== 'signal')
      .map(({ control }) => [control.id, control]),
  );
  return controls.size > 0 ? [{ controls: [...controls.values()], keyOn: false }] : [];
}

/** Controls that feed lamps without any function: what they do is not planned, and is looked at all the same. */
function unplannedControls(feeds: readonly Feed[], known: readonly Control[]): Control[] {
  const ids = new Set(known.map(({ id }) => id));
  const found = new Map(
    feeds
      .flatMap((feed) => feed.contacts)
      .filter(({ control, whenOn }) => whenOn && !ids.has(control.id))
      .map(({ control }) => [control.id, control]),
  );
  return [...found.values()];
}

/** Controls, by id, with those on the ground side of what they feed: without them nothing of it lights. */
export const withGroundSwitches = (feeds: readonly Feed[], controlIds: readonly Id[]): Set<Id> =>
  new Set([
    ...controlIds,
    ...feeds
      .filter((feed) => feed.contacts.some(({ control }) => controlIds.includes(control.id)))
      .flatMap((feed) => feed.groundContacts.map(({ control }) => control.id)),
  ]);

/** The walk of a unit: settings in order, each with what has to be switched for it. */
export function provingWalk(build: Build, feeds: readonly Feed[]): WalkStep[] {
  const worked = workedControls(build);
  const single = [...worked, ...unplannedControls(feeds, worked)];
  const settings: Setting[] = [
    ...single.map((control) => ({ controls: [control], keyOn: true })),
    ...sharingPairs(build, worked).map((controls) => ({ controls, keyOn: true })),
    ...keyOffSetting(feeds),
  ];
  const worn = (controls: readonly Control[]): Control[] => {
    const ids = withGroundSwitches(
      feeds,
      controls.map(({ id }) => id),
    );
    return [...ids].flatMap((id) => build.controls[id] ?? []);
  };
  return settings.map(({ controls, keyOn }, index) => {
    const now = worn(controls);
    const before = worn(settings[index - 1]?.controls ?? []);
    const missing = (from: readonly Control[], other: readonly Control[]) =>
      from.filter(({ id }) => !other.some((each) => each.id === id));
    return { controls: [...controls], on: missing(now, before), off: missing(before, now), keyOn };
  });
}
