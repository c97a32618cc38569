import { describe, expect, it } from 'vitest';
import { testTruck } from '../../../demo/testUnit.ts';
import { describeField, readField } from './readField.ts';

describe('a field in words', () => {
  const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
  const [lamp] = Object.values(build.lamps);
  it.each([
    [`lamps/${lamp!.id}/position`, 'L1 position'],
    [`lamps/${lamp!.id}`, 'L1 lamp'],
    ['electrics/batteryAh', 'the capacity of the battery'],
    ['unit/tag', 'tag'],
    ['signOff', 'sign-off'],
  ])('%s: %s', (field, words) => {
    expect(describeField(build, field)).toContain(words);
  });

  it('what is not there has no value, and no field is found in what every object has', () => {
    expect(readField(build, `lamps/${lamp!.id}/position/xMm`)).toBe(2900);
    for (const field of ['lamps/gone/position', 'constructor', 'constructor/name', 'lamps/toString'])
      expect(readField(build, field), field).toBeUndefined();
  });
});
