import { describe, expect, it } from 'vitest';
import { testTruck, WARN_SWITCH, warnFeed } from '../../../demo/testUnit.ts';
import type { UnitBuilder } from '../../../demo/unitBuilder.ts';
import type { Build, Id, Position } from '../../document/index.ts';
import { applyDrafts } from '../../document/index.ts';
import { toldOf } from '../testing/told.ts';

const found = (build: Build, code: string) => toldOf(build).filter((finding) => finding.code === code);

function moved(build: Build, lampId: Id, by: Partial<Position>): Build {
  const lamp = build.lamps[lampId]!;
  const { xMm = 0, yMm = 0, zMm = 0 } = by;
  const position = {
    xMm: lamp.position.xMm + xMm,
    yMm: lamp.position.yMm + yMm,
    zMm: lamp.position.zMm + zMm,
  };
  const result = applyDrafts(build, [{ kind: 'moveLamps', moves: [{ lampId, face: lamp.face, position }] }]);
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
}

describe('M26, two sides', () => {
  const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
  const right = unit.ids('R1')[0]!;
  const unequal = (by: Partial<Position>) => found(moved(unit.build, right, by), 'M26').map(({ message }) => message);

  it('a tape and a pencil are good to 2 mm: more is told, less is not', () => {
    expect(unequal({ xMm: 2 })).toEqual([]);
    expect(unequal({ xMm: 3 })).toEqual(['L1 and R1 are not equal: 3 mm apart when folded over the centreline.']);
    expect(unequal({ zMm: -3 })).toHaveLength(1);
  });

  it('further apart than 150 mm they are meant to differ', () => {
    expect(unequal({ xMm: 150 })).toHaveLength(1);
    expect(unequal({ xMm: 151 })).toEqual([]);
  });

  it('either side can be made the measure', () => {
    const [finding] = found(moved(unit.build, right, { xMm: 9 }), 'M26');
    expect(finding!.waysOut.map((way) => way.label)).toEqual(['Mirror R1 from L1', 'Mirror L1 from R1']);
    for (const way of finding!.waysOut) {
      const mended = applyDrafts(moved(unit.build, right, { xMm: 9 }), way.operations);
      expect(mended.ok && found(mended.value, 'M26')).toEqual([]);
    }
  });
});

describe('M26, on the centreline', () => {
  const unit = testTruck().lamp('BC-0101', 'top', { xMm: 1200, yMm: 0, zMm: 2600 }, { single: true });
  const [lampId] = unit.ids('T1');

  it('2 mm off it is nothing, 3 mm off it is a note', () => {
    expect(found(moved(unit.build, lampId!, { yMm: 2 }), 'M26')).toEqual([]);
    expect(found(moved(unit.build, lampId!, { yMm: -3 }), 'M26')).toMatchObject([
      { severity: 'note', message: 'T1 sits 3 mm off the centreline.' },
    ]);
  });
});

describe('M26, a row', () => {
  const row = (...yMm: number[]): UnitBuilder =>
    yMm.reduce((unit, y) => unit.lamp('MK-0103', 'front', { yMm: y, zMm: 2530 }, { single: true }), testTruck());
  const gaps = (...yMm: number[]) =>
    found(row(...yMm).build, 'M26').filter(({ message }) => message.startsWith('Gaps'));

  it('gaps within 4 mm of each other are equal, a slip up to 15 % of them is told, more is a choice', () => {
    // 200 and 204; 200 and 206; then 200 and 233 against their mean of 216.5.
    expect(gaps(-200, 0, 204)).toEqual([]);
    expect(gaps(-200, 0, 206)).toMatchObject([{ message: expect.stringContaining('run from 200 mm to 206 mm') }]);
    expect(gaps(-200, 0, 230)).toHaveLength(1);
    expect(gaps(-200, 0, 236)).toEqual([]);
  });

  it('two lamps are no row', () => expect(gaps(-200, 6)).toEqual([]));
});

describe('M46, whoever comes', () => {
  const warned = (zMm: number) =>
    testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm })
      .feed(warnFeed('L1 R1', { pattern: 'double', control: { ...WARN_SWITCH, ratingA: 20 } })).build;

  it('a lamp on a side warns 75 degrees to either side of its axis: only straight ahead and behind stay dark', () => {
    const said = found(warned(1500), 'M46').map(({ message }) => message);
    expect(said).toEqual(['Nothing warns towards 0°, 180° (rear).']);
  });

  it('below half of the unit’s height it is low down: 1448 mm of 2896 mm are enough, 1447 mm are not', () => {
    const isLow = (zMm: number) =>
      found(warned(zMm), 'M46').some(({ message }) => message.startsWith('The warning is low down'));
    expect([isLow(1448), isLow(1447)]).toEqual([false, true]);
  });

  it('one on top is seen all round', () => {
    const { build } = testTruck()
      .lamp('BC-0101', 'top', { xMm: 1200, yMm: 0, zMm: 2600 }, { single: true })
      .feed({
        name: 'Beacon',
        slot: 'hot',
        tags: 'T1',
        pattern: 'single',
        wanted: 'always',
        control: { name: 'Beacon', kind: 'switch', signal: null, ratingA: 20 },
      });
    expect(found(build, 'M46')).toEqual([]);
  });
});

describe('M30, what is not in the box', () => {
  it('is counted by lamp, and gone when as many are on the list', () => {
    const unit = testTruck().lamp('BC-0101', 'top', { xMm: 1200, yMm: 0, zMm: 2600 }, { single: true });
    const [lamp] = Object.values(unit.build.lamps);
    const model = unit.build.models[lamp!.modelKey]!;
    const needed = model.soldApart.filter((part) => part.needed);
    const missing = found(unit.build, 'M30');
    expect(missing).toHaveLength(needed.length);
    for (const finding of missing) expect(finding.message).toContain('1 of 1 missing');
  });
});
