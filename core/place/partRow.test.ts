import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../demo/shelf.ts';
import { applied, countingIds, testTruck } from '../../demo/testUnit.ts';
import { type BodyPart, bodyOf, partUnder, skinOf } from '../body/index.ts';
import type { Result } from '../result.ts';
import { inWords, type ReaderUnits } from '../units/index.ts';
import { LEVEL_MM } from './levelRows.ts';
import {
  type Arrangement,
  arrangedPlaces,
  partRowOperation,
  partRowPlaces,
  partsForRow,
  type RowProblem,
  rowAxes,
  usableAt,
  usualAcrossMm,
} from './partRow.ts';

const { build, body } = testTruck();
const cab = body.parts.find(({ id }) => id === 'cab')!;
const marker = modelByKey('MK-0103');
const row = (arrangement: Arrangement, more: { part?: BodyPart; acrossMm?: number } = {}) => ({
  model: marker,
  part: cab,
  face: 'front' as const,
  acrossMm: 2560,
  arrangement,
  ...more,
});
const value = <T>(result: Result<T, RowProblem>): T => {
  if (!result.ok) throw new Error(inWords(result.reason.message));
  return result.value;
};
const refusalOf = (result: ReturnType<typeof partRowPlaces>, units?: ReaderUnits) =>
  result.ok ? '' : inWords(result.reason.message, units);

describe('where the lamps of a row come', () => {
  it('evenly: equal gaps between two ends, each taken in by so much; one alone in the middle', () => {
    expect(arrangedPlaces({ kind: 'even', count: 5, insetMm: 100 }, [-1000, 1000])).toEqual([-900, -450, 0, 450, 900]);
    expect(arrangedPlaces({ kind: 'even', count: 1, insetMm: 100 }, [-400, 1000])).toEqual([300]);
  });

  it('by a pitch: from the middle outwards, whatever the ends', () => {
    expect(arrangedPlaces({ kind: 'pitch', count: 3, pitchMm: 240 }, [-1000, 1000])).toEqual([-240, 0, 240]);
    expect(arrangedPlaces({ kind: 'pitch', count: 4, pitchMm: 100 }, [0, 1000])).toEqual([350, 450, 550, 650]);
  });

  it('three close in the middle and two outside', () => {
    expect(arrangedPlaces({ kind: 'middle-three', pitchMm: 150, insetMm: 60 }, [-1000, 1000])).toEqual([
      -940, -150, 0, 150, 940,
    ]);
  });
});

describe('how much of a part can be used', () => {
  it('is the stretch along a line that is level within 30 mm, alike to both sides', () => {
    const [low, high] = usableAt(cab, 'front', 2560)!;
    expect(low).toBeCloseTo(-high, 6);
    expect(high).toBeGreaterThan(500);
    expect(2 * high).toBeLessThanOrEqual(body.widthMm);
    const at = (yMm: number) => skinOf(cab, 'front', { xMm: 0, yMm, zMm: 2560 })!;
    for (const yMm of [low, high]) expect(Math.abs(at(yMm) - at(0))).toBeLessThanOrEqual(LEVEL_MM);
    // A hand's width further out it falls away, or the part ends.
    const beyond = skinOf(cab, 'front', { xMm: 0, yMm: high + 5, zMm: 2560 });
    expect(beyond === null || Math.abs(beyond - at(0)) > LEVEL_MM).toBe(true);
  });

  it('is nothing beside or over the part', () => {
    expect(usableAt(cab, 'front', 3000)).toBeNull();
    expect(usableAt(cab, 'left', 100)).toBeNull();
  });
});

describe('a row on a part', () => {
  it('five roof markers: equal gaps, all on the cab, the outer ones linked as pairs', () => {
    const operation = value(partRowOperation(build, row({ kind: 'even', count: 5, insetMm: 60 }), countingIds()));
    const after = applied(build, [operation]);
    const lamps = Object.values(after.lamps).sort((a, b) => a.position.yMm - b.position.yMm);
    expect(lamps).toHaveLength(5);
    const gaps = lamps.slice(1).map((lamp, index) => lamp.position.yMm - lamps[index]!.position.yMm);
    for (const gap of gaps) expect(Math.abs(gap - gaps[0]!)).toBeLessThanOrEqual(1);
    for (const lamp of lamps) expect(partUnder(body, lamp.face, lamp.position)?.id).toBe('cab');
    expect(lamps.map(({ pairId }) => pairId === null)).toEqual([false, false, true, false, false]);
    expect(lamps[0]!.pairId).toBe(lamps[4]!.pairId);
  });

  it('places that end on half a millimetre mirror each other all the same: twins share a number', () => {
    // 301 mm from middle to middle: 150.5 and 451.5 mm off the centreline.
    const operation = value(partRowOperation(build, row({ kind: 'pitch', count: 4, pitchMm: 301 }), countingIds()));
    const lamps = operation.kind === 'placeLamps' ? operation.lamps : [];
    expect(lamps.map(({ tag }) => tag).sort()).toEqual(['L1', 'L2', 'R1', 'R2']);
    for (const lamp of lamps) {
      const twin = lamps.find((each) => each.id !== lamp.id && each.pairId === lamp.pairId)!;
      expect([twin.tag.slice(1), twin.position.yMm]).toEqual([lamp.tag.slice(1), -lamp.position.yMm]);
    }
  });

  it('is refused where not all of it would lie on the part, with what would', () => {
    const wide = refusalOf(partRowPlaces(row({ kind: 'pitch', count: 5, pitchMm: 700 })));
    expect(
      refusalOf(partRowPlaces(row({ kind: 'pitch', count: 5, pitchMm: 700 })), { length: 'in', wire: 'awg' }),
    ).toMatch(/^Cab is [\d /]+ in wide there/);
    expect(wide).toMatch(
      /^Cab is \d.?\d+ mm wide there: 2 of 5 would not lie on it\. With \d+ mm from middle to middle all 5 fit\.$/,
    );
    const pitchMm = Number(/With (\d+)/.exec(wide)![1]);
    expect(partRowPlaces(row({ kind: 'pitch', count: 5, pitchMm })).ok).toBe(true);
    expect(partRowPlaces(row({ kind: 'pitch', count: 5, pitchMm: pitchMm + 2 })).ok).toBe(false);
  });

  it('is refused where lamps would meet, and where the part has no skin', () => {
    const { widthMm } = marker.face;
    expect(refusalOf(partRowPlaces(row({ kind: 'pitch', count: 3, pitchMm: widthMm - 1 })))).toMatch(/would meet/);
    expect(partRowPlaces(row({ kind: 'pitch', count: 3, pitchMm: widthMm })).ok).toBe(true);
    expect(refusalOf(partRowPlaces(row({ kind: 'even', count: 2, insetMm: 0 }, { acrossMm: 3000 })))).toMatch(
      /Cab has nothing to mount on at 3.?000 mm/,
    );
    expect(refusalOf(partRowPlaces(row({ kind: 'pitch', count: 60, pitchMm: 100 })))).toMatch(/No more than \d+ fit/);
  });
});

describe('parts that are offered', () => {
  it.each(['front', 'rear', 'left', 'right', 'top'] as const)(
    'on the %s each has a line on which a row lies',
    (face) => {
      const parts = partsForRow(body, face);
      expect(parts.length).toBeGreaterThan(1);
      for (const part of parts) {
        const usable = usableAt(part, face, usualAcrossMm(part, face)!);
        expect(usable![1] - usable![0], part.name).toBeGreaterThanOrEqual(100);
        expect(['glass', 'rubber']).not.toContain(part.material);
      }
    },
  );

  it('above the line that is offered there is room for half a base; on a thin bar it is the middle', () => {
    const pickup = bodyOf({ body: { bodyId: 'pickup', parameters: {}, outlines: null, attachments: [] } });
    const spanOf = (part: BodyPart) => {
      const heights = part.front.map(([, zMm]) => zMm);
      return [Math.min(...heights), Math.max(...heights)] as const;
    };
    const bar = partsForRow(pickup, 'front').find(({ id }) => id === 'rack-bar')!;
    const [low, high] = spanOf(bar);
    expect(high - low).toBeLessThan(120);
    expect(usualAcrossMm(bar, 'front')).toBe(Math.round((low + high) / 2));
    const tailgate = partsForRow(pickup, 'rear').find(({ name }) => name === 'Tailgate')!;
    const room = spanOf(tailgate)[1] - usualAcrossMm(tailgate, 'rear')!;
    expect(room).toBeGreaterThanOrEqual(60);
    expect(room).toBeLessThan(100);
  });

  it('the two coordinates of a row are never its depth', () => {
    expect(rowAxes('front')).toEqual({ along: 'yMm', across: 'zMm' });
    expect(rowAxes('left')).toEqual({ along: 'xMm', across: 'zMm' });
    expect(rowAxes('top')).toEqual({ along: 'yMm', across: 'xMm' });
  });
});
