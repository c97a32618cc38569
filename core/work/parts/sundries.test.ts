import { describe, expect, it } from 'vitest';
import { testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import type { Build } from '../../document/index.ts';
import { sundries } from './sundries.ts';

const truck = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;
const linesOf = (build: Build) => sundries(build, bodyOf(build));
const total = (build: Build, name: RegExp) =>
  linesOf(build)
    .filter((line) => name.test(line.name))
    .reduce((sum, line) => sum + line.quantity, 0);
const withKit = (build: Build, kitContents: string[]): Build => ({
  ...build,
  models: { 'ST-0302': { ...build.models['ST-0302']!, kitContents } },
});

describe('what holes eat', () => {
  it('sealant: 4 ml a hole from cartridges of 290 ml (common practice, no source)', () => {
    // Two screws and a lead hole, on both sides.
    expect(total(truck(), /sealant/)).toBeCloseTo((6 * 4) / 290, 9);
  });

  it('bits: a twist bit is blunt after 120 holes in steel, and each size has its own', () => {
    const lines = linesOf(truck()).filter(({ group }) => group === 'tools');
    const of = (name: string) =>
      lines.filter((line) => line.name === name).reduce((sum, line) => sum + line.quantity, 0);
    // Four fixings that are their own pilot, and two lead holes of 7 mm with one.
    expect(of('Twist bit 7 mm')).toBeCloseTo(2 / 120, 9);
    expect(of('Twist bit 3.2 mm') + of('Pilot bit 3.2 mm')).toBeCloseTo(6 / 120, 9);
  });

  it('a grommet for each lead hole, of its size, unless one comes in the box', () => {
    expect(total(truck(), /Wire grommet 5 mm bore for a 7 mm hole/)).toBe(2);
    expect(total(withKit(truck(), ['lamp', 'rubber grommet']), /Wire grommet/)).toBe(0);
  });

  it('nothing of all that for lamps that are not drilled for', () => {
    const magnet = testTruck().lamp('BC-0103', 'top', { xMm: 1200, yMm: 0 }).build;
    expect(linesOf(magnet)).toEqual([]);
  });
});

describe('what wires eat', () => {
  it('two labels a wire, and loom reckoned with a tenth more until routes are laid', () => {
    const build = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1')).build;
    const bare: Build = { ...build, routeNodes: {}, routeLinks: {} };
    const labels = total(bare, /Wire label/);
    expect(labels % 2).toBe(0);
    expect(labels).toBeGreaterThan(0);
    const supplyMm = Object.values(bare.wires)
      .filter(({ colour }) => colour !== 'black')
      .reduce((sum, wire) => sum + wire.lengthMm, 0);
    const loom = linesOf(bare).find(({ use }) => use.startsWith('reckoned'))!;
    expect(loom.unit).toBe('m');
    expect(loom.quantity).toBeLessThanOrEqual((supplyMm / 1000) * 1.1 + 1e-9);
    expect(loom.quantity).toBeGreaterThan(0);
  });
});
