import { describe, expectTypeOf, it } from 'vitest';
import type { Build, Position } from '../document/index.ts';
import type { Amps, Degrees, Millimetres, Volts } from './quantities.ts';

describe('quantities', () => {
  it('are told apart where they meet', () => {
    expectTypeOf<Volts>().not.toExtend<Amps>();
    expectTypeOf<Degrees>().not.toExtend<Millimetres>();
    expectTypeOf<Millimetres | null>().not.toExtend<Volts | null>();
  });

  it('take a plain number, and are one', () => {
    expectTypeOf<number>().toExtend<Volts>();
    expectTypeOf<Amps>().toExtend<number>();
  });

  it('are what the document holds', () => {
    expectTypeOf<Position['xMm']>().toEqualTypeOf<Millimetres>();
    expectTypeOf<Position['xMm']>().not.toExtend<Degrees>();
    expectTypeOf<Build['slots'][string]['limitA']>().toEqualTypeOf<Amps>();
  });
});
