import { describe, expect, it } from 'vitest';
import { scaleBar } from './scaleBar.ts';

describe('the bar that tells the scale', () => {
  it.each([
    // 110 px at 0.05 px a millimetre are 2.2 m, and 7.2 ft.
    [0.05, 'mm', 2000, '2 m'],
    [0.05, 'in', 1524, '5 ft'],
    [0.11, 'mm', 1000, '1 m'],
    [0.1101, 'mm', 500, '0.5 m'],
    [0.01, 'mm', 10_000, '10 m'],
    [0.01, 'in', 6096, '20 ft'],
  ] as const)('at %d px a millimetre, in %s', (pxPerMm, unit, lengthMm, words) => {
    const bar = scaleBar(pxPerMm, unit);
    expect(bar.lengthMm).toBeCloseTo(lengthMm, 6);
    expect(bar.words).toBe(words);
    expect(bar.lengthMm * pxPerMm).toBeLessThanOrEqual(110 + 1e-9);
  });
});
