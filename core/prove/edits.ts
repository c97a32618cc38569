/** Changes that a fault makes to a build: nothing that a crew would do, so no operations. */
import type { Build, Id, Wire } from '../document/index.ts';
import { conductor, type Millimetres, resistanceOhmPerM } from '../units/index.ts';

export const without = <T>(record: Readonly<Record<Id, T>>, ...ids: Id[]): Record<Id, T> => {
  const rest = { ...record };
  for (const id of ids) delete rest[id];
  return rest;
};

export const putWire = (build: Build, wire: Wire): Build => ({ ...build, wires: { ...build.wires, [wire.id]: wire } });

/** So much of a wire has a resistance, mm. */
export const lengthOfOhm = ({ table, gauge }: Pick<Wire, 'table' | 'gauge'>, ohm: number): Millimetres =>
  (1000 * ohm) / resistanceOhmPerM(conductor(table, gauge));

/** A wire with so much more resistance, as length of its own kind. */
export const withOhm = (wire: Wire, ohm: number): Wire => ({
  ...wire,
  lengthMm: wire.lengthMm + lengthOfOhm(wire, ohm),
});
