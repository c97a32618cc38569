import { expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import type { LampModel } from '../document/index.ts';
import { lampsByPurpose, purposeOf, sharedPurpose } from './purposes.ts';

const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
const [left, right] = Object.values(build.lamps) as [(typeof build.lamps)[string], (typeof build.lamps)[string]];
const ofKind = (kind: LampModel['kind'], colour: LampModel['colours'][number] = 'amber') => {
  const model = { ...build.models['ST-0302']!, kind };
  return purposeOf(build, { ...left, colour }, model)?.key ?? null;
};

it.each([
  ['strobe', 'amber', 'warning'],
  ['marker', 'amber', 'running'],
  ['plate', 'white', 'running'],
  ['plow', 'white', 'running'],
  ['reversing', 'white', 'reverse'],
  ['modulator', 'red', 'brake'],
  ['flood', 'white', 'work'],
  ['bed', 'white', 'work'],
  ['signal', 'red', 'brake'],
  ['signal', 'amber', 'left'],
  // A magnet holds what warns as well as what the driver works.
  ['magnet', 'amber', 'warning'],
  ['magnet', 'red', 'running'],
] as const)('a %s lamp that shows %s is for %s', (kind, colour, purpose) => expect(ofKind(kind, colour)).toBe(purpose));

it('nobody can say it of what was there before; a turn lamp is for the side that it is on', () => {
  expect(ofKind('factory')).toBeNull();
  const signal = { ...build.models['ST-0302']!, kind: 'signal' as const };
  const sides = [left, right].map((lamp) => purposeOf(build, { ...lamp, colour: 'amber' }, signal)?.key).sort();
  expect(sides).toEqual(['left', 'right']);
});

it('lamps of one purpose share it; of two, or of none, they share none', () => {
  expect(sharedPurpose(build, [left, right])?.key).toBe('warning');
  expect(sharedPurpose(build, [])).toBeNull();
  const mixed = {
    ...build,
    models: { ...build.models, other: { ...build.models['ST-0302']!, kind: 'flood' as const } },
  };
  const flood = { ...right, modelKey: 'other' };
  expect(sharedPurpose(mixed, [left, flood])).toBeNull();
  expect(lampsByPurpose(mixed, [left, flood]).map(({ purpose, lamps }) => [purpose.key, lamps.length])).toEqual([
    ['warning', 1],
    ['work', 1],
  ]);
});
