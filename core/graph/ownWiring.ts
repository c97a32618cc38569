/** What of the circuit is the unit's own: there before the crew came, and there when the crew's things come off again. */
import type { Build, Element, Id, Wire } from '../document/index.ts';

/** Of the unit's own: it stays when the crew's things come off. */
export const isUnits = ({ origin }: Wire): boolean => origin === 'unit';

/** Run by the crew: sized, cut and bought; neither the unit's own nor a lead that a part brings. */
export const isRun = ({ origin }: Wire): boolean => origin === undefined;

/** Off the reel: of a size that is chosen. The leads of a ready loom are as thick as they came. */
export const isSized = (wire: Wire): boolean => isRun(wire) && wire.loomId === undefined;

export const wiresRun = (build: Build): Wire[] => Object.values(build.wires).filter(isRun);

/** Parts that a unit comes with where nothing but its own wires ends on them. */
const MAY_BE_OWN: ReadonlySet<Element['kind']> = new Set(['ground', 'splice']);

/** Grounds and splices that nothing of the crew's ends on. */
export function unitsOwnParts(build: Build): ReadonlySet<Id> {
  const wires = Object.values(build.wires);
  const ended = (each: readonly Wire[]) => new Set(each.flatMap(({ from, to }) => [from.elementId, to.elementId]));
  const [own, crews] = [ended(wires.filter(isUnits)), ended(wires.filter((wire) => !isUnits(wire)))];
  return new Set(
    Object.values(build.elements).flatMap(({ id, kind }) =>
      MAY_BE_OWN.has(kind) && own.has(id) && !crews.has(id) ? [id] : [],
    ),
  );
}
