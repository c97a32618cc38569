/** Bolts, rivets and plugs, size by size. Sums by hand; ISO 7089, 4032, 4017 and 261 from memory, the rest common practice. */
import { describe, expect, it } from 'vitest';
import { boltThrough, closingFor, plugFor, rivetFor } from './fasteners.ts';

describe('a bolt', () => {
  it.each([
    // Hole and 10 mm of stack: washer, nut and two threads over.
    ['M4', 4.5, 15.4, 16], // 0.8 + 3.2 + 1.4
    ['M5', 5.5, 17.3, 20], // 1 + 4.7 + 1.6
    ['M6', 6.6, 18.8, 20], // 1.6 + 5.2 + 2
    ['M8', 9, 20.9, 25], // 1.6 + 6.8 + 2.5
    ['M10', 11, 23.4, 25], // 2 + 8.4 + 3
    ['M12', 13.5, 26.8, 30], // 2.5 + 10.8 + 3.5
  ])('of %s', (thread, holeMm, neededMm, lengthMm) => {
    expect(boltThrough(holeMm, 10)).toEqual({ thread, neededMm, lengthMm });
  });

  it('comes in lengths of 10 to 100, each used to its end', () => {
    const lengths = [12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100];
    // M4 takes 5.4 beside its stack.
    const lengthOf = (neededMm: number) => boltThrough(4.5, neededMm - 5.4)!.lengthMm;
    expect(lengthOf(10)).toBe(10);
    expect(lengths.map(lengthOf)).toEqual(lengths);
    expect([10, ...lengths].map((length) => lengthOf(length + 0.1))).toEqual([...lengths, null]);
  });
});

describe('a rivet', () => {
  it.each([
    [3.2, 3.3, [6, 8, 10, 12, 14, 16]],
    [4, 4.1, [6, 8, 10, 12, 14, 16, 18, 20]],
    [4.8, 4.9, [8, 10, 12, 14, 16, 18, 20, 25, 30]],
    [6.4, 6.5, [10, 12, 15, 18, 20, 25, 30]],
  ])('of %d grips what leaves 1.2 of its diameter, in each of its lengths', (diameterMm, holeMm, lengths) => {
    const gripFor = (length: number) => length - 1.2 * diameterMm;
    expect(lengths.map((length) => rivetFor(holeMm, gripFor(length) - 0.01))).toEqual(
      lengths.map((lengthMm) => ({ diameterMm, lengthMm })),
    );
    expect(rivetFor(holeMm, gripFor(lengths.at(-1)!) + 0.01)).toBeNull();
    lengths.slice(1).forEach((lengthMm, index) => {
      expect(rivetFor(holeMm, gripFor(lengths[index]!) + 0.01)?.lengthMm).toBe(lengthMm);
    });
  });
});

describe('a plug', () => {
  it('closes a hole of up to 0.4 over its size, and a patch what is larger than any', () => {
    const sizes = [3.2, 5, 6.5, 8.5, 10.5, 13, 16, 20, 25, 32, 40, 50, 60, 76, 102];
    expect(sizes.map((size) => plugFor(size + 0.39))).toEqual(sizes);
    expect(sizes.map((size) => plugFor(size + 0.41))).toEqual([...sizes.slice(1), null]);
    expect(closingFor(8)).toBe('Blanking plug 8.5 mm');
    expect(closingFor(120)).toBe('Patch over a 120 mm hole');
  });
});
