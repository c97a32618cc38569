/** Which colour says which function, and which colours mislead. */
import { type Build, type LampModel, type Signal, WireColour } from '../document/index.ts';
import { type Feed, isRun } from '../graph/index.ts';

/** Colours of the unit's own signals on trailer wiring (usual maker sheets for light trailers, from memory). */
export const SIGNAL_COLOURS: Partial<Record<Signal, WireColour>> = {
  running: 'brown',
  left: 'yellow',
  right: 'green',
  brake: 'red',
};

/** Black is taken for ground by whoever opens the loom next. */
export const GROUND_COLOUR: WireColour = 'black';

type Lead = LampModel['leads'][number];

/** Leads of a lamp whose colour says something else: a red ground, a black feed. Common practice, no source. */
export const misleadingLeads = (model: LampModel): Lead[] =>
  model.leads.filter(
    ({ colour, purpose }) => (colour === 'red' && purpose !== 'feed') || (colour === 'black' && purpose !== 'ground'),
  );

/** The signal whose colour the wires of a feed should have; null when it answers to none or to several. */
export function signalOf(feed: Feed): Signal | null {
  const signals = new Set(feed.contacts.map(({ control }) => control.signal));
  const [only] = signals;
  return signals.size === 1 ? (only ?? null) : null;
}

/** The colour a feed's supply should have when it is not the one it has; null when its colour says what it is. */
export function betterColour(build: Build, feed: Feed): WireColour | null {
  const has = feed.wires.find(isRun)?.colour;
  const signal = signalOf(feed);
  const wanted = signal && SIGNAL_COLOURS[signal];
  if (wanted) return has === wanted ? null : wanted;
  if (has !== GROUND_COLOUR) return null;
  const taken = new Set(Object.values(build.wires).map((wire) => wire.colour));
  return CREW_COLOURS.find((colour) => !taken.has(colour)) ?? CREW_COLOURS[0]!;
}

/** For what the crew adds, in this order: none of them is a signal's. */
export const CREW_COLOURS: readonly WireColour[] = ['orange', 'violet', 'blue', 'white'];

/** The first word of what somebody wrote of a lead's colour, where wire is made in it; null where it is not. */
export const namedColour = (written: string): WireColour | null =>
  WireColour.safeParse(/[a-z]+/i.exec(written)?.[0]?.toLowerCase()).data ?? null;

/** What a new feed is wired in: a signal's own colour where it has one, else the crew's first. */
export const usualColour = (signal: Signal | null): WireColour =>
  (signal && SIGNAL_COLOURS[signal]) ?? CREW_COLOURS[0]!;
