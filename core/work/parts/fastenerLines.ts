/** Bolts and rivets of brackets, of the length that their stack asks for. */
import type { Body } from '../../body/index.ts';
import type { Build } from '../../document/index.ts';
import {
  carrierOf,
  formatMm,
  housings,
  mountOf,
  oldHoleRows,
  padBolt,
  rivetFor,
  skinUnder,
} from '../../place/index.ts';

/** A line of the parts list as far as fasteners fill it in. */
interface FastenerLine {
  key: string;
  group: 'mounting';
  name: string;
  quantity: number;
  unit: 'pcs';
  use: string;
}

const fastener = (name: string, quantity: number, use: string): FastenerLine => ({
  key: name,
  group: 'mounting',
  name,
  quantity,
  unit: 'pcs',
  use,
});

/** What closes the holes that a unit came with. */
const closingLines = (build: Build): FastenerLine[] =>
  oldHoleRows(build)
    .filter(({ closedWith }) => closedWith !== 'Sealant')
    .map(({ closedWith, count }) => fastener(closedWith, count, 'old holes'));

/** A bolt for whatever stands on a bracket, and rivets for brackets that are riveted; what nobody can size is left out. */
export function fastenerLines(build: Build, body: Body): FastenerLine[] {
  return closingLines(build).concat(
    housings(build).flatMap((lamp): FastenerLine[] => {
      const model = build.models[lamp.modelKey];
      const bolt = padBolt(build, lamp);
      if (bolt?.lengthMm) return [fastener(`Bolt ${bolt.thread} x ${bolt.lengthMm}, washer and lock nut`, 1, lamp.tag)];
      if (!model?.holds || lamp.mount !== 'rivet') return [];
      const { holeMm, holes } = mountOf(lamp, model);
      const { thicknessMm } = skinUnder(carrierOf(body, lamp, model));
      const rivet = rivetFor(holeMm, model.holds.thicknessMm + thicknessMm);
      if (!rivet) return [];
      const name = `Blind rivet ${formatMm(rivet.diameterMm)} x ${formatMm(rivet.lengthMm)} mm`;
      return [fastener(name, holes, lamp.tag)];
    }),
  );
}
