import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../demo/shelf.ts';
import { countingIds, testTruck } from '../../demo/testUnit.ts';
import { UnitBuilder } from '../../demo/unitBuilder.ts';
import { applyToUnit, makeBody, ontoSkin, partUnder } from '../body/index.ts';
import type { Build, Lamp, OperationDraft } from '../document/index.ts';
import { copyLayout, matchTo, type RowWish, rowOperation } from './rows.ts';

const roofRow = (count: number): RowWish => ({
  model: modelByKey('MK-0103'),
  face: 'front',
  count,
  axis: 'yMm',
  fromMm: -1000,
  toMm: 1000,
  insetMm: 100,
  across: { axis: 'zMm', atMm: 2560 },
});

const lampsOf = (draft: OperationDraft | null): Lamp[] => (draft?.kind === 'placeLamps' ? draft.lamps : []);

function placed(build: Build, draft: OperationDraft): Build {
  const applied = applyToUnit(
    build,
    { ...draft, id: '01900000-0000-7000-8000-00000000abcd' },
    { by: 'test', at: '2026-01-05T10:00:00.000Z' },
  );
  if (!applied.ok) throw new Error(applied.reason.message);
  return applied.value.build;
}

describe('a row between two edges', () => {
  it('five roof markers: equal gaps, all on the curved edge, outer ones linked', () => {
    const { build, body } = testTruck();
    const row = rowOperation(build, body, roofRow(5), countingIds());
    if (!row.ok) throw new Error(row.reason.message);
    const lamps = lampsOf(row.value).sort((a, b) => a.position.yMm - b.position.yMm);
    expect(lamps.map((lamp) => lamp.position.yMm)).toEqual([-900, -450, 0, 450, 900]);
    for (const { position } of lamps)
      expect(Math.abs(ontoSkin(body, 'front', position).xMm - position.xMm)).toBeLessThanOrEqual(1);
    const pairs = new Map<string, number>();
    for (const { pairId } of lamps) if (pairId) pairs.set(pairId, (pairs.get(pairId) ?? 0) + 1);
    expect([...pairs.values()]).toEqual([2, 2]);
    expect(placed(build, row.value).lamps[lamps[2]!.id]!.tag).toBe('F1');
  });

  it('is refused when the lamps would touch, or where there is nothing to mount on', () => {
    const { build, body } = testTruck();
    expect(rowOperation(build, body, roofRow(40), countingIds())).toMatchObject({
      ok: false,
      reason: { kind: 'tooTight' },
    });
    const wide = { ...roofRow(3), fromMm: -2000, toMm: 2000 };
    expect(rowOperation(build, body, wide, countingIds())).toMatchObject({ ok: false, reason: { kind: 'noSkin' } });
  });
});

describe('matching a height', () => {
  it('takes the first lamp’s height and carries twins along', () => {
    const { build, body } = testTruck()
      .lamp('ST-0303', 'left', { xMm: 3000, yMm: 1, zMm: 760 })
      .lamp('ST-0303', 'left', { xMm: 3600, yMm: 1, zMm: 700 });
    const [first, , second, twin] = Object.values(build.lamps);
    const moves = matchTo(build, body, [first!.id, second!.id], 'zMm');
    expect(moves.map(({ lampId, position }) => [lampId, position.zMm])).toEqual([
      [second!.id, 760],
      [twin!.id, 760],
    ]);
  });
});

describe('copying a layout to a longer sibling', () => {
  const source = testTruck()
    .lamp('ST-0303', 'left', { xMm: 3000, yMm: 1, zMm: 760 })
    .lamp('SG-0401', 'rear', { yMm: 1000, zMm: 972 })
    .lamp('MK-0103', 'front', { yMm: 0, zMm: 2560 });
  const longer = new UnitBuilder(
    { tag: 'TT-09', name: 'Longer truck', bodyId: 'recovery-truck', parameters: { lengthMm: 8400, wheelbaseMm: 5060 } },
    countingIds(),
    '2026-01-05T10:00:00.000Z',
    'test',
  );

  it('by edges: taped distances stay, rear lamps stay at the rear; by proportions they stretch', () => {
    const byTag = (rule: 'edges' | 'proportions') =>
      new Map(lampsOf(copyLayout(source, longer, rule, countingIds()).operation).map((lamp) => [lamp.tag, lamp]));
    const edges = byTag('edges');
    // Cab rear at 2060 mm on both: 3000 mm from the front is 940 mm behind the cab on either.
    expect(edges.get('L1')!.position.xMm).toBe(3000);
    expect(byTag('proportions').get('L1')!.position.xMm).toBe(Math.round((3000 * 8400) / 7400));
    const rear = Object.values(source.build.lamps).find((lamp) => lamp.face === 'rear')!;
    const there = [...edges.values()].find((lamp) => lamp.face === 'rear')!;
    expect(there.position.xMm - rear.position.xMm).toBe(1000);
    for (const lamp of edges.values()) expect(partUnder(longer.body, lamp.face, lamp.position)).not.toBeNull();
    expect(new Set([...edges.values()].map((lamp) => lamp.pairId)).size).toBe(3); // two pairs and the single one
  });

  it('a lamp that finds no skin is named and left out; taken tags are renumbered', () => {
    const made = makeBody('boat-trailer', {});
    if (!made.ok) throw new Error(made.reason.message);
    const trailer = new UnitBuilder(
      { tag: 'TT-10', name: 'Trailer', bodyId: 'boat-trailer' },
      countingIds(),
      '2026-01-05T10:00:00.000Z',
      'test',
    );
    const copied = copyLayout(source, trailer, 'proportions', countingIds());
    expect([...copied.leftOut, ...lampsOf(copied.operation).map((lamp) => lamp.tag)].length).toBe(5);
    const again = copyLayout(source, { build: source.build, body: source.body }, 'edges', countingIds());
    const tags = lampsOf(again.operation).map((lamp) => lamp.tag);
    expect(tags.some((tag) => Object.values(source.build.lamps).some((lamp) => lamp.tag === tag))).toBe(false);
    expect(new Set(tags).size).toBe(tags.length);
  });
});
