/** The leads of a ready loom against what their ways ask: what it has, what it is short of, what is over. */
import type { Build, Id, Wire } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import { terminalName } from './cutList.ts';
import { elementPlaces } from './routes.ts';
import { wayMm } from './runs.ts';

export interface LoomEnd {
  wireId: Id;
  /** What its far end joins, as the crew names it. */
  joins: string;
  gauge: Wire['gauge'];
  table: Wire['table'];
  hasMm: Millimetres;
  /** Along the unit between the places of its two ends; null for what is capped, or beside each other. */
  asksMm: Millimetres | null;
}

/** Under this a lead is as long as it should be: it is laid in a curve or drawn a little tighter (common practice, no source). */
export const LOOM_EASE_MM = 30;

/** Leads of a fitted loom in the order in which they were written; wire that extends one counts with it. */
export function loomEnds(build: Build, loomId: Id, places = elementPlaces(build)): LoomEnd[] {
  const further = new Map<Id, Wire>();
  for (const wire of Object.values(build.wires))
    if (wire.loomId === undefined && build.elements[wire.from.elementId]?.kind === 'splice')
      further.set(wire.from.elementId, wire);
  return Object.values(build.wires).flatMap((wire): LoomEnd[] => {
    if (wire.loomId !== loomId) return [];
    // A splice that is not the loom's stands where it was made longer.
    const joint = build.elements[wire.to.elementId];
    const extension = joint?.kind === 'splice' && !joint.loomId ? further.get(joint.id) : undefined;
    const to = extension?.to ?? wire.to;
    const [a, b] = [places.get(wire.from.elementId), places.get(to.elementId)];
    const isCapped = build.elements[to.elementId]?.kind === 'cap';
    const asksMm = a && b && !isCapped && wayMm(a, b) > 0 ? wayMm(a, b) : null;
    // From fuse to relay, and to a switch that lies beside them, it is as its maker joined it.
    const isInside = [wire.from, wire.to].every(({ elementId }) => build.elements[elementId]?.loomId === loomId);
    if (isInside && asksMm === null) return [];
    return [
      {
        wireId: wire.id,
        joins: terminalName(build, to),
        gauge: wire.gauge,
        table: wire.table,
        hasMm: wire.lengthMm + (extension?.lengthMm ?? 0),
        asksMm,
      },
    ];
  });
}

/** By how much a lead is too short; 0 where it reaches. */
export const shortMm = ({ hasMm, asksMm }: LoomEnd): Millimetres =>
  asksMm !== null && asksMm - hasMm > LOOM_EASE_MM ? asksMm - hasMm : 0;
