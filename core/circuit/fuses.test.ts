import { describe, expect, it } from 'vitest';
import type { FuseFamily } from '../document/index.ts';
import { FAMILIES, fuseColour, fuseForLoadA, fuseResistanceOhm, isBlade, openingTime } from './fuses.ts';

const NEVER = Number.POSITIVE_INFINITY;

/**
 * Limits as the sheets give them, from memory: multiple of the rating, not before, by (s). Blades after ISO 8820-3, bolt-in
 * fuses after ISO 8820-5, cartridges after ISO 8820-4, breakers after SAE J553 type I; links are common practice, no source.
 */
const USUAL_BLADE: [number, number, number][] = [
  [1.1, 360_000, NEVER],
  [1.35, 0.75, 600],
  [1.6, 0.25, 50],
  [2, 0.15, 5],
  [3.5, 0.04, 0.5],
  [6, 0, 0.1],
];
const LIMITS: Record<FuseFamily, [number, number, number][]> = {
  blade: USUAL_BLADE,
  smallBlade: USUAL_BLADE,
  largeBlade: [
    [1.1, 360_000, NEVER],
    [1.35, 60, 1800],
    [2, 2, 60],
    [3.5, 0.2, 7],
    [6, 0.04, 1],
  ],
  cartridge: [
    [1.1, 360_000, NEVER],
    [1.35, 60, 1800],
    [2, 4, 60],
    [3.5, 0.2, 7],
    [6, 0.04, 1],
  ],
  midi: [
    [1.1, 14_400, NEVER],
    [1.35, 120, 1800],
    [2, 1, 15],
    [3.5, 0.3, 5],
    [6, 0.1, 1],
  ],
  mega: [
    [1, 14_400, NEVER],
    [1.35, 120, 1800],
    [2, 1, 15],
    [3.5, 0.3, 5],
    [5, 0.1, 1],
  ],
  breaker: [
    [1.1, 3600, NEVER],
    [1.35, 5, 1800],
    [2, 1, 60],
    [4, 0.2, 10],
  ],
  link: [
    [1.1, 3600, NEVER],
    [2, 2, 120],
    [4, 0.3, 10],
    [6, 0.1, 3],
  ],
};

describe.each(Object.entries(LIMITS) as [FuseFamily, [number, number, number][]][])('%s', (family, rows) => {
  it('opens at each limit between the times that its sheet gives', () => {
    for (const [multiple, notBeforeS, byS] of rows)
      expect(openingTime(family, 20, 20 * multiple), `${multiple}`).toEqual({ notBeforeS, byS });
  });

  it('below its first limit it never opens, beyond its last not later than there', () => {
    const [first, last] = [rows[0]!, rows.at(-1)!];
    expect(openingTime(family, 20, 20 * first[0] * 0.99)).toEqual({ notBeforeS: NEVER, byS: NEVER });
    expect(openingTime(family, 20, 20 * last[0] * 3)).toEqual({ notBeforeS: last[1], byS: last[2] });
  });
});

describe('between two limits', () => {
  it('the earliest lies on a straight line of the logarithms, the latest is that of the limit passed', () => {
    // Half way from 2 to 3.5 times by their logarithms lies the mean of 1 s and 0.3 s by theirs.
    const half = openingTime('midi', 50, 50 * Math.sqrt(2 * 3.5));
    expect(half.notBeforeS).toBeCloseTo(Math.sqrt(1 * 0.3), 9);
    expect(half.byS).toBe(15);
    // A quarter of the way.
    const quarter = openingTime('link', 50, 50 * 2 * 2 ** 0.25);
    expect(quarter.notBeforeS).toBeCloseTo(2 * (0.3 / 2) ** 0.25, 9);
  });

  it('towards a limit that gives no earliest time it falls evenly to nothing', () => {
    expect(openingTime('blade', 10, 10 * Math.sqrt(3.5 * 6)).notBeforeS).toBeCloseTo(0.02, 9);
  });
});

describe('a rating', () => {
  it('is the smallest of its family that carries the load at four fifths of it', () => {
    expect(fuseForLoadA(8)).toBe(10);
    expect(fuseForLoadA(8.01)).toBe(15);
    expect(fuseForLoadA(24, 'midi')).toBe(30);
    expect(fuseForLoadA(24.1, 'midi')).toBe(40);
    expect(fuseForLoadA(160, 'midi')).toBe(200);
    expect(fuseForLoadA(161, 'midi')).toBeNull();
  });

  it('is one of its width: small blades from 2 A to 30 A, large ones from 20 A to 80 A', () => {
    expect(fuseForLoadA(1, 'smallBlade')).toBe(2);
    expect(fuseForLoadA(24, 'smallBlade')).toBe(30);
    expect(fuseForLoadA(24.1, 'smallBlade')).toBeNull();
    expect(fuseForLoadA(5, 'largeBlade')).toBe(20);
    expect(fuseForLoadA(64, 'largeBlade')).toBe(80);
    expect(fuseForLoadA(64.1, 'largeBlade')).toBeNull();
  });

  it('is told by its colour, which large blades have of their own; what is bolted has none', () => {
    expect([3, 7.5, 10, 40].map((ratingA) => fuseColour('blade', ratingA))).toEqual([
      'violet',
      'brown',
      'red',
      'orange',
    ]);
    expect(fuseColour('smallBlade', 7.5)).toBe('brown');
    expect([35, 50, 80].map((ratingA) => fuseColour('largeBlade', ratingA))).toEqual(['brown', 'red', 'clear']);
    expect(fuseColour('smallBlade', 40)).toBe('');
    expect(fuseColour('blade', null)).toBe('');
    expect(fuseColour('midi', 30)).toBe('');
    const blades = (Object.keys(FAMILIES) as FuseFamily[]).filter(isBlade);
    expect(blades).toEqual(['blade', 'smallBlade', 'largeBlade']);
  });

  it('every family has rising ratings and a drop of 50 to 200 mV at each', () => {
    for (const [family, { ratingsA }] of Object.entries(FAMILIES) as [FuseFamily, (typeof FAMILIES)[FuseFamily]][]) {
      expect(ratingsA).toEqual([...ratingsA].sort((a, b) => a - b));
      for (const ratingA of ratingsA) {
        const dropV = fuseResistanceOhm(ratingA, family) * ratingA;
        expect(dropV).toBeGreaterThanOrEqual(0.05 - 1e-9);
        expect(dropV).toBeLessThanOrEqual(0.2 + 1e-9);
      }
    }
    expect(fuseResistanceOhm(10)).toBeCloseTo(0.01, 12);
    expect(fuseResistanceOhm(100, 'midi')).toBeCloseTo(0.0009, 12);
  });
});
