/** What happens on a short: the current, which protection in its way opens first, and whether the wire outlives it. */

import { compileNetwork, openingTime, solveCircuit } from '../circuit/index.ts';
import type { Build, Id } from '../document/index.ts';
import type { Feed } from '../graph/index.ts';
import { FAMILY_OF_SIZE, sizeOf, terminalNode } from '../graph/index.ts';
import { type Amps, conductor } from '../units/index.ts';

/** A dead short through a chafed wire is not quite zero ohms. Common practice, no source. */
const SHORT_OHM = 0.01;
/** A short heats a copper conductor in PVC from 70 to 160 C when I2 t = k2 S2, k = 115 (IEC 60364-5-54, from memory). */
const COPPER_K = 115;

export interface ProtectiveDevice {
  name: string;
  ratingA: Amps;
  /** Null for the unit's own fuse in a slot, which is no part of the build. */
  elementId: Id | null;
  notBeforeS: number;
  byS: number;
}

export interface ShortFigures {
  /** Current with a short to ground at the feed's farthest lamp, A. */
  currentA: Amps;
  /** The slowest that the feed's fuse may take at that current, seconds; infinity when it may never open. */
  opensByS: number;
  /** From the feed's own fuse up to the source, with their times at this current. */
  devices: ProtectiveDevice[];
  /** Who opens first: the feed's own fuse for certain, perhaps another, or another for certain. */
  selective: 'yes' | 'unsure' | 'no';
  /** Time after which the thinnest wire in the short is past its short-circuit temperature, s. */
  wireHoldsS: number;
}

/** Protections that a short's current goes through, nearest first; a slot's own fuse last. */
function devicesOf(feed: Feed, currentA: Amps): ProtectiveDevice[] {
  const devices = [feed.fuse, ...feed.upstream].map(
    ({ id, name, family, ratingA }): ProtectiveDevice => ({
      name: feed.ownFuse && id === feed.fuse.id ? `the unit's own ${ratingA} A` : `${name} ${ratingA} A`,
      ratingA,
      elementId: id,
      ...openingTime(family, ratingA, currentA),
    }),
  );
  // An add-a-tap takes the slot's place: it has the slot's own fuse beside the new one, not ahead of it.
  const ownFuse =
    !feed.ownFuse && feed.slot && feed.source?.kind === 'tap' && feed.source.limitA === null ? feed.slot.ratingA : null;
  if (feed.slot && ownFuse !== null)
    devices.push({
      name: `the unit's own ${ownFuse} A at ${feed.slot.label}`,
      ratingA: ownFuse,
      elementId: null,
      ...openingTime(FAMILY_OF_SIZE[sizeOf(feed.slot)], ownFuse, currentA),
    });
  return devices;
}

function selectivity([own, ...others]: readonly ProtectiveDevice[]): ShortFigures['selective'] {
  if (!own) return 'yes';
  if (others.some((other) => other.byS <= own.notBeforeS)) return 'no';
  return others.every((other) => own.byS <= other.notBeforeS) ? 'yes' : 'unsure';
}

/** The short-circuit figures at a lamp of a feed, from the solved network with everything live; null when it is not fed. */
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
  const solved = solveCircuit(network).elements;
  const currentA = solved[feed.fuse.id]?.currentA ?? 0;
  if (!(currentA > 0)) return null;
  const devices = devicesOf(feed, currentA);
  const carrying = feed.wires.filter((wire) => Math.abs(solved[wire.id]?.currentA ?? 0) > currentA / 2);
  const thinnest = Math.min(...carrying.map((wire) => conductor(wire.table, wire.gauge).areaMm2));
  return {
    currentA,
    opensByS: devices[0]!.byS,
    devices,
    selective: selectivity(devices),
    wireHoldsS: Number.isFinite(thinnest) ? ((COPPER_K * thinnest) / currentA) ** 2 : Number.POSITIVE_INFINITY,
  };
}
