/** Bolts and rivets of brackets, of the length that their stack asks for. */
import type { Body } from '../../body/index.ts';
import type { Build, Lamp } from '../../document/index.ts';
import { bracketBolt, bracketRivet, formatMm, housings, mountOf, oldHoleRows, padBolt } from '../../place/index.ts';

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
    .filter(({ isBought }) => isBought)
    .map(({ closedWith, count }) => fastener(closedWith, count, 'old holes'));

/** What brings its own bolt, as its box says. */
const HAS_BOLT = /bolt|stud/i;

/** Bolts for a bracket and for what stands on it that bring none, rivets; none where nobody can say their length. */
function lampLines(build: Build, body: Body, lamp: Lamp): FastenerLine[] {
  const model = build.models[lamp.modelKey];
  if (!model) return [];
  const bolt = padBolt(build, lamp) ?? bracketBolt(body, lamp, model);
  if (bolt?.lengthMm && !model.kitContents.some((item) => HAS_BOLT.test(item))) {
    const count = lamp.pad ? 1 : mountOf(lamp, model).holes;
    return [fastener(`Bolt ${bolt.thread} x ${bolt.lengthMm}, washer and lock nut`, count, lamp.tag)];
  }
  const rivet = bracketRivet(body, lamp, model);
  if (!rivet) return [];
  const name = `Blind rivet ${formatMm(rivet.diameterMm)} x ${formatMm(rivet.lengthMm)} mm`;
  return [fastener(name, mountOf(lamp, model).holes, lamp.tag)];
}

export const fastenerLines = (build: Build, body: Body): FastenerLine[] => [
  ...closingLines(build),
  ...housings(build).flatMap((lamp) => lampLines(build, body, lamp)),
];
