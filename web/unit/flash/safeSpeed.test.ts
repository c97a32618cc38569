import { describe, expect, it } from 'vitest';
import { showsFor } from '../../../core/flash/index.ts';
import { testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { flashesASecond, MAX_FLASHES_A_SECOND, safeSpeed } from './safeSpeed.ts';

/** Two strobes of one pattern; a pair answers each other, so that the eye sees both. */
function shows(pattern: string) {
  const { build } = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1', { pattern }));
  return [...showsFor(build, new Set(Object.keys(build.controls))).values()];
}

describe('a preview', () => {
  it('counts the flashes of both sides that answer each other', () => {
    // Quad: 120 a minute on either side.
    const both = shows('quad');
    expect(new Set(both.map(({ show }) => show.phase)).size).toBe(2);
    expect(flashesASecond(both)).toBeCloseTo(4, 9);
    expect(flashesASecond(both.slice(0, 1))).toBeCloseTo(2, 9);
    expect(flashesASecond(shows('steady'))).toBe(0);
    expect(flashesASecond([])).toBe(0);
  });

  it('plays no faster than three flashes a second (WCAG 2.3.1, from memory), and as asked below that', () => {
    expect(MAX_FLASHES_A_SECOND).toBe(3);
    expect(safeSpeed(1, shows('quad'))).toBeCloseTo(3 / 4, 9);
    expect(safeSpeed(0.5, shows('quad'))).toBe(0.5);
    expect(safeSpeed(0.75, shows('quad'))).toBe(0.75);
    expect(safeSpeed(1, shows('steady'))).toBe(1);
  });
});
