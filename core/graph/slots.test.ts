import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import type { Slot } from '../document/index.ts';
import { slotHeadroomA, slotWhen, sourceInText, sourceName } from './slots.ts';

const [first] = Object.values(testTruck().build.slots);
const slot = (given: Partial<Slot>): Slot => ({ ...first!, reservedFor: '', ...given });
const read = (keyOffV: number | null, keyOnV: number | null) =>
  slot({ reading: { ...first!.reading, keyOffV, keyOnV } });

describe('what a slot is by its readings', () => {
  it.each([
    // Eight tenths of 12 V are 9.6 V.
    [9.6, 12.6, 'always'],
    [9.59, 12.6, 'ignition'],
    [0, 9.6, 'ignition'],
    [0, 9.59, 'dead'],
    [0, 0, 'dead'],
    [12.6, null, 'unread'],
    [null, 12.6, 'unread'],
  ] as const)('key off %j V, key on %j V: %s', (keyOffV, keyOnV, when) =>
    expect(slotWhen(read(keyOffV, keyOnV), 12)).toBe(when),
  );

  it('of 24 V a reading of 12 V is dead, and what is kept for an option is that, whatever it reads', () => {
    expect(slotWhen(read(12.6, 12.6), 24)).toBe('dead');
    expect(slotWhen(read(19.2, 25), 24)).toBe('always');
    expect(slotWhen({ ...read(12.6, 12.6), reservedFor: 'tail lift' }, 12)).toBe('reserved');
  });
});

it('a slot still gives what its wire is good for, less its own load, less what is on it already', () => {
  expect(slotHeadroomA(slot({ limitA: 15, ownLoadA: 4 }), 3.4)).toBeCloseTo(7.6, 9);
  expect(slotHeadroomA(slot({ limitA: 15, ownLoadA: 12.5 }), 3.4)).toBeCloseTo(-0.9, 9);
});

it('a source is named as it is called', () => {
  expect(sourceName({ kind: 'pin', label: '4' })).toBe('Pin 4');
  expect(sourceInText({ kind: 'upfitter', label: 'AUX 2' })).toBe('factory switch AUX 2');
});
