/** Parts of the circuit and the wires between them. */

import * as z from 'zod';
import { type Amps, conductorsOf, type Millimetres, type Ohms } from '../../../units/index.ts';
import { between, key, line, list, upTo } from '../bounds.ts';
import { Id } from '../ids.ts';
import { WireColour } from '../vocabulary.ts';
import { JointMethod } from './wiringHabits.ts';

const elementBase = {
  id: Id,
  name: line(60),
  loomId: Id.optional().describe('the ready loom that it comes in; left out for what is bought by itself'),
};
const amps = upTo<Amps>(500);

/** How a protection opens; each family has a time-current table of its own (core/circuit/fuses.ts). */
export const FuseFamily = z.enum(['blade', 'smallBlade', 'largeBlade', 'midi', 'mega', 'breaker', 'link', 'cartridge']);
export type FuseFamily = z.infer<typeof FuseFamily>;

export const MAX_CHANNELS = 16;
export const MAX_PINS = 13;

/** Parts of the circuit. TERMINALS names what wires may end on. */
export const Element = z.discriminatedUnion('kind', [
  z.object({
    ...elementBase,
    kind: z.literal('tap'),
    slotId: Id,
    limitA: amps.nullable().describe('of an add-a-tap holder; null when the wire goes straight in'),
  }),
  z.object({ ...elementBase, kind: z.literal('stud') }),
  z.object({ ...elementBase, kind: z.literal('block'), ways: z.number().int().min(1).max(24) }),
  z.object({
    ...elementBase,
    kind: z.literal('fuse'),
    family: FuseFamily,
    ratingA: amps,
    wanted: z.enum(['always', 'ignition']).describe('when the crew wants this feed live'),
  }),
  z.object({ ...elementBase, kind: z.literal('switch'), controlId: Id }),
  z.object({ ...elementBase, kind: z.literal('relay'), controlId: Id, ratingA: amps }),
  z.object({
    ...elementBase,
    kind: z.literal('receiver'),
    channels: list(Id, MAX_CHANNELS, 1).describe('controls of out1, out2 ... in order'),
  }),
  z.object({ ...elementBase, kind: z.literal('flasher'), controlId: Id }),
  z.object({ ...elementBase, kind: z.literal('modulator') }),
  z.object({ ...elementBase, kind: z.literal('resistor'), resistanceOhm: upTo<Ohms>(1e6) }),
  z.object({
    ...elementBase,
    kind: z.literal('connector'),
    pinsOf: key(40, 0).describe('connector standard whose pins it has, or empty for a plain one'),
    pins: z.number().int().min(1).max(MAX_PINS),
    mated: z.boolean(),
    ratingA: amps.describe('of each contact'),
  }),
  z.object({ ...elementBase, kind: z.literal('splice') }),
  z.object({ ...elementBase, kind: z.literal('diode') }),
  z.object({ ...elementBase, kind: z.literal('lampLoad'), lampId: Id }),
  z.object({ ...elementBase, kind: z.literal('ground') }),
  z.object({
    ...elementBase,
    kind: z.literal('cap'),
    plannedA: between<Amps>(0, 500).describe('what is to hang on it one day; 0 for nothing'),
  }),
]);
export type Element = z.infer<typeof Element>;
export type ElementKind = Element['kind'];
export type ElementOf<Kind extends ElementKind> = Extract<Element, { kind: Kind }>;

const numbered = (prefix: string, count: number): string[] =>
  Array.from({ length: count }, (_, index) => `${prefix}${index + 1}`);

/**
 * Terminals by kind. A switch has a lamp terminal (the ground of the light inside it); a relay keeps coil and contact
 * apart; a flasher passes the factory signal through until it is enabled; a connector has two halves, a and b.
 */
export const TERMINALS = {
  tap: ['out'],
  stud: ['out'],
  block: ['bus'],
  fuse: ['in', 'out'],
  switch: ['in', 'out', 'lamp'],
  relay: ['in', 'out', 'coilPlus', 'coilMinus'],
  receiver: ['supply', 'ground', ...numbered('out', MAX_CHANNELS)],
  flasher: ['signal', 'supply', 'out', 'ground'],
  modulator: ['in', 'out', 'ground'],
  resistor: ['a', 'b'],
  connector: [...numbered('a', MAX_PINS), ...numbered('b', MAX_PINS)],
  splice: ['join'],
  diode: ['anode', 'cathode'],
  lampLoad: ['plus', 'minus'],
  ground: ['join'],
  cap: ['end'],
} as const satisfies Record<ElementKind, readonly string[]>;

export const Terminal = z.object({ elementId: Id, terminal: key(12) });
export type Terminal = z.infer<typeof Terminal>;

/** Sizes that one can ask for. An unknown one would have no area, no resistance and no price. */
const GAUGES = { awg: gaugesOf('awg'), metric: gaugesOf('metric') };
function gaugesOf(table: 'awg' | 'metric'): ReadonlySet<string> {
  return new Set(conductorsOf(table).map((size) => size.gauge));
}
export const isGauge = (table: 'awg' | 'metric', gauge: string): boolean => GAUGES[table].has(gauge);

export const Wire = z.object({
  id: Id,
  from: Terminal,
  to: Terminal,
  table: z.enum(['awg', 'metric']),
  gauge: z.enum([...new Set([...GAUGES.awg, ...GAUGES.metric])]),
  colour: WireColour,
  lengthMm: between<Millimetres>(0, 100_000),
  loomLengthMm: upTo<Millimetres>(100_000)
    .nullable()
    .describe('length of the ready loom that it comes in; null for wire off the reel'),
  loomId: Id.optional().describe('the ready loom of several leads that it is one of'),
  joints: JointMethod.optional().describe('how its ends are joined; left out for as it is done on this unit'),
  origin: z
    .enum(['unit', 'part'])
    .optional()
    .describe("of the unit's own, or a lead that a part brings: not sized, cut, bought or run; else wire off the reel"),
});
export type Wire = z.infer<typeof Wire>;
