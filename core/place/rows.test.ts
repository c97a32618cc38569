import { describe, expect, it } from 'vitest';
import { countingIds, testTruck } from '../../demo/testUnit.ts';
import { UnitBuilder } from '../../demo/unitBuilder.ts';
import { makeBody, partUnder } from '../body/index.ts';
import type { Lamp, OperationDraft } from '../document/index.ts';
import { copyLayout, matchTo } from './rows.ts';

const lampsOf = (draft: OperationDraft | null): Lamp[] => (draft?.kind === 'placeLamps' ? draft.lamps : []);

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
