/** By hand: 3.2 of bracket and 2 of skin, 5.2 and 1.2 x 4.8 over it are 10.96: ten rivets of 12; M8 through 9.2: 25. */
import { describe, expect, it } from 'vitest';
import { testTruck } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import type { Build, LampModel } from '../../document/index.ts';
import { fastenerLines } from './fastenerLines.ts';

const { build } = testTruck()
  .lamp('HB-2001', 'rear', { yMm: 0, zMm: 1100 }, { single: true })
  .onBracket('CH-1301', 'H1', 1)
  .onBracket('AE-2101', 'H1', 2);
const bought = (of: Build) => fastenerLines(of, bodyOf(of)).map(({ name, quantity, use }) => [name, quantity, use]);
const remade = (key: string, changes: Partial<LampModel>): Build => ({
  ...build,
  models: { ...build.models, [key]: { ...build.models[key]!, ...changes } },
});

describe('fasteners of a bracket', () => {
  it('are its rivets, and a bolt for what stands on it and brings none', () => {
    const rivets = bought(build).filter(([name]) => String(name).startsWith('Blind rivet'));
    expect(rivets).toEqual([['Blind rivet 4.8 x 12 mm', 10, 'H1']]);
    expect(bought(build)).toContainEqual(['Bolt M8 x 25, washer and lock nut', 1, 'L1']);
    expect(bought(build).filter(([, , use]) => use === 'H2')).toEqual([]);
  });

  it('are bolts through a bolted bracket and its skin, one a hole, unless its box has them', () => {
    // 4 of arm and 2 of skin: 6 + 1.6 + 5.2 + 2 = 14.8 of M6: 16.
    const arm = testTruck().lamp('HB-2002', 'rear', { yMm: 0, zMm: 1100 }, { single: true }).build;
    expect(bought(arm)).toEqual([['Bolt M6 x 16, washer and lock nut', 2, 'H1']]);
    const model = { ...arm.models['HB-2002']!, kitContents: ['arm', 'bolts'] };
    expect(bought({ ...arm, models: { 'HB-2002': model } })).toEqual([]);
  });

  it('are left out where nobody can say how long: a foot that nobody has measured, a bracket on existing bolts', () => {
    expect(bought(remade('CH-1301', { footMm: null })).filter(([, , use]) => use === 'L1')).toEqual([]);
    const clamped = testTruck().lamp('HB-2004', 'rear', { yMm: 0, zMm: 1100 }, { single: true }).build;
    expect(bought(clamped)).toEqual([]);
  });
});
