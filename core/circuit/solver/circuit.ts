/** A direct-current network as `calc circuit` takes it. Node names are strings, "0" is ground. */

import * as z from 'zod';
import type { Amps, Volts } from '../../units/index.ts';

const node = z.string().min(1).max(80);
const id = z.string().min(1).max(80);
const resistance = z.number().min(0).finite();

export const CircuitElement = z.discriminatedUnion('kind', [
  z.strictObject({
    id,
    kind: z.literal('source'),
    plus: node,
    minus: node,
    voltageV: z.number().finite(),
    resistanceOhm: resistance,
  }),
  z.strictObject({ id, kind: z.literal('resistor'), a: node, b: node, resistanceOhm: resistance }),
  z.strictObject({ id, kind: z.literal('switch'), a: node, b: node, closed: z.boolean() }),
  z.strictObject({
    id,
    kind: z.literal('fuse'),
    a: node,
    b: node,
    ratingA: z.number().positive(),
    resistanceOhm: resistance,
  }),
  z.strictObject({
    id,
    kind: z.literal('diode'),
    anode: node,
    cathode: node,
    saturationCurrentA: z.number().positive(),
    emissionCoefficient: z.number().positive(),
    seriesResistanceOhm: resistance,
  }),
  z.strictObject({ id, kind: z.literal('currentSink'), a: node, b: node, currentA: z.number().finite() }),
  z.strictObject({
    id,
    kind: z.literal('constantPower'),
    a: node,
    b: node,
    powerW: z.number().min(0).finite(),
    cutInV: z.number().min(0),
  }),
]);
export type CircuitElement = z.infer<typeof CircuitElement>;

export const Circuit = z.object({ elements: z.array(CircuitElement).max(20_000) });

export interface ElementState {
  /** Positive from the first-named node through the element to the second; for a source, what leaves its plus. */
  currentA: Amps;
  voltageV: Volts;
  powerW: number;
}

export interface CircuitSolution {
  converged: boolean;
  nodes: Record<string, number>;
  elements: Record<string, ElementState>;
  /** Nodes with no conducting way to ground; their voltages are relative to the first of their island. */
  floating: string[];
}

/** First and second node of an element, in the order that gives currents their sign. */
export const endsOf = (element: CircuitElement): readonly [string, string] => {
  switch (element.kind) {
    case 'source':
      return [element.plus, element.minus];
    case 'diode':
      return [element.anode, element.cathode];
    default:
      return [element.a, element.b];
  }
};
