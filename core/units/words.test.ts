import { describe, expect, it } from 'vitest';
import { inWords, joined, kindOfWords, mm, mm2, plain, type Quantity, run, say } from './words.ts';

const INCHES = { length: 'in', wire: 'awg' } as const;
const told = (quantity: Quantity, units?: Parameters<typeof inWords>[1]) => inWords(say`${quantity}`, units);

describe('sentences one after the other', () => {
  it('have something between them, and nothing at the ends', () => {
    const all = [say`one of ${mm(25.4)}`, plain('two'), plain('three')];
    expect(inWords(joined(all, ', '))).toBe('one of 25.4 mm, two, three');
    expect(inWords(joined(all.slice(0, 1), ', '), { length: 'in', wire: 'awg' })).toBe('one of 1 in');
    expect(inWords(joined([], ', '))).toBe('');
  });
});

describe('quantities in the units of whoever reads', () => {
  it.each([
    [mm(2542), '2\u2009542 mm', '100 1/16 in'],
    // A tenth is told of what is bored, not of what is taped.
    [mm(25.44), '25.4 mm', '1 in'],
    [mm(99.96), '100 mm', '3 15/16 in'],
    [mm(100.4), '100 mm', '3 15/16 in'],
    [run(8900), '8.9 m', '29.2 ft'],
    [run(450), '0.45 m', '1.5 ft'],
    [run(3000), '3.0 m', '9.8 ft'],
    // 14 AWG has 2.08 mm2, 12 AWG 3.31 (ASTM B258): the largest that still goes in.
    [mm2(2.5), '2.5 mm²', '14 AWG'],
    [mm2(3.31), '3.31 mm²', '12 AWG'],
    [mm2(0.5), '0.5 mm²', 'less than 18 AWG'],
  ] as const)('%o', (quantity, metric, american) => {
    expect(told(quantity)).toBe(metric);
    expect(told(quantity, INCHES)).toBe(american);
  });

  it('a sentence within a sentence is read in the same units, and names and counts stand as they are', () => {
    const gap = say`leave ${mm(254)}`;
    const words = say`${'L1'} and ${2} others ${gap}.`;
    expect(inWords(words)).toBe('L1 and 2 others leave 254 mm.');
    expect(inWords(JSON.parse(JSON.stringify(words)), INCHES)).toBe('L1 and 2 others leave 10 in.');
    expect(inWords(plain('As it is {0}'))).toBe('As it is {0}');
  });

  it('its kind is the same whatever the figures, and another one for another sentence', () => {
    const high = (lamp: string, heightMm: number) => kindOfWords(say`${lamp} sits ${mm(heightMm)} high.`);
    expect(high('L1', 900)).toBe(high('L2', 2100));
    expect(high('L1', 900)).not.toBe(kindOfWords(say`${'L1'} sits ${mm(900)} low.`));
  });
});
