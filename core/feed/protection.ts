/** What happens on a short: current at the far end, and how fast each fuse in its way opens. */
import type { Build, Id } from '../build/index.ts';
import { compileNetwork, terminalNode } from './compileNetwork.ts';
import type { Feed } from './deriveFeeds.ts';
import { solveCircuit } from './solveCircuit.ts';

/** Blade fuses: at this multiple of the rating they open no sooner and no later than so many seconds. */
interface Gate {
  multiple: number;
  notBeforeS: number;
  bySeconds: number;
}

/** ISO 8820-3 time gates for blade fuses (from memory; they vary by edition and type). */
export const BLADE_GATES: readonly Gate[] = [
  { multiple: 1.1, notBeforeS: 360_000, bySeconds: Number.POSITIVE_INFINITY },
  { multiple: 1.35, notBeforeS: 0.75, bySeconds: 600 },
  { multiple: 1.6, notBeforeS: 0.25, bySeconds: 50 },
  { multiple: 2, notBeforeS: 0.15, bySeconds: 5 },
  { multiple: 3.5, notBeforeS: 0.04, bySeconds: 0.5 },
  { multiple: 6, notBeforeS: 0, bySeconds: 0.1 },
];

/** The slowest that a blade of a rating may open at a current, seconds; infinity below its first gate. */
export function opensByS(ratingA: number, currentA: number): number {
  const gate = [...BLADE_GATES].reverse().find(({ multiple }) => currentA >= ratingA * multiple - 1e-9);
  return gate?.bySeconds ?? Number.POSITIVE_INFINITY;
}

/** A dead short through a chafed wire is not quite zero ohms. Common practice, no source. */
const SHORT_OHM = 0.01;

export interface ShortFigures {
  /** Current with a short to ground at the feed's farthest lamp, A. */
  currentA: number;
  /** The slowest that the feed's fuse may take at that current, seconds; infinity when it may never open. */
  opensByS: number;
}

/** The short-circuit current at a lamp of a feed, from the solved network with everything live; null when it is not fed. */
export function shortFigures(build: Build, feed: Feed, lampId: Id): ShortFigures | null {
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId);
  if (!load) return null;
  const controlIds = new Set(Object.keys(build.controls));
  const network = compileNetwork(build, { keyOn: true, controlIds, load: 'average' }).filter(
    // Lamps are dark beside a short, and their power law has no solution there.
    (element) => element.kind !== 'constantPower',
  );
  const at = terminalNode({ elementId: load.id, terminal: 'plus' });
  network.push({ id: 'short', kind: 'resistor', a: at, b: '0', resistanceOhm: SHORT_OHM });
  const currentA = solveCircuit(network).elements[feed.fuse.id]?.currentA ?? 0;
  return currentA > 0 ? { currentA, opensByS: opensByS(feed.fuse.ratingA, currentA) } : null;
}
