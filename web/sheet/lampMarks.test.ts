import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import { lampMarks } from './lampMarks.ts';
import { layoutSheet } from './layout.ts';

const rearTags = (keys: readonly string[]): string[] => {
  const unit = keys.reduce(
    (truck, key) => truck.lamp(key, 'rear', { yMm: 0, zMm: 1100 }, { single: true }),
    testTruck(),
  );
  const marks = lampMarks(unit.build, unit.body, layoutSheet(unit.body, 880, 660));
  return marks.filter(({ view }) => view === 'rear').map(({ tag }) => tag);
};

describe('what stands on one spot of the sheet', () => {
  it('is drawn once where two lamps do, and whole where a lamp and a part without light do', () => {
    expect(rearTags(['ST-0302', 'ST-0302'])).toHaveLength(1);
    expect(rearTags(['ST-0302', 'BX-2301']).sort()).toEqual(['B1', 'H1']);
    expect(rearTags(['BX-2301', 'ST-0302']).sort()).toEqual(['B1', 'H1']);
  });
});
