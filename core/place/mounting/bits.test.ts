import { describe, expect, it } from 'vitest';
import { bitsFor, MOUNTS } from './mounts.ts';

const bits = (diameterMm: number, material: 'steel' | 'plastic' = 'steel', thicknessMm = 2) =>
  bitsFor(diameterMm, material, thicknessMm).map(({ bit, diameterMm: size }) => `${bit} ${size}`);

describe('the bits for a hole (common practice, no source)', () => {
  it.each([
    [3.2, 2, ['twist bit 3.2']],
    [3.3, 2, ['twist bit 3.3']],
    [3.5, 2, ['twist bit 3.5']],
    [3.6, 2, ['pilot bit 3.2', 'twist bit 3.6']],
    [13, 2, ['pilot bit 3.2', 'twist bit 13']],
    [13.1, 2, ['pilot bit 3.2', 'step bit 13.1']],
    [32, 3.2, ['pilot bit 3.2', 'step bit 32']],
    [32, 3.3, ['pilot bit 3.2', 'hole saw 32']],
    [32.1, 2, ['pilot bit 3.2', 'hole saw 32.1']],
  ])('%d mm through %d mm of steel', (diameterMm, thicknessMm, wanted) =>
    expect(bits(diameterMm, 'steel', thicknessMm)).toEqual(wanted),
  );

  it('thin skin and plastic want a light hand, the rest wants oil', () => {
    const note = (material: 'steel' | 'plastic', thicknessMm: number) => bitsFor(3, material, thicknessMm)[0]!.note;
    expect([note('steel', 1.2), note('steel', 1.1), note('plastic', 4)]).toEqual([
      'cutting oil',
      'light pressure',
      'light pressure',
    ]);
  });

  it('a step bit and a saw say where to stop', () => {
    expect(bitsFor(25.4, 'steel', 2)[1]!.note).toBe('stop at the 25.4 mm step');
    expect(bitsFor(57, 'steel', 2)[1]!.note).toBe('57 mm saw, slow');
  });
});

it('mounts take so much room behind the skin (common practice, no source)', () => {
  const room = Object.fromEntries(Object.entries(MOUNTS).map(([kind, { backingMm }]) => [kind, backingMm]));
  expect(room).toEqual({
    stud: 40,
    screw: 18,
    grommet: 45,
    flush: 60,
    bracket: 0,
    rivet: 15,
    weld: 0,
    magnet: 0,
    clamp: 0,
    pipe: 0,
  });
});
