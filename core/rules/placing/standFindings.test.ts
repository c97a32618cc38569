import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { applied, testTruck } from '../../../demo/testUnit.ts';
import type { UnitBuilder } from '../../../demo/unitBuilder.ts';
import { extent, outlineIn } from '../../body/index.ts';
import type { Build, Face, LampModel, MountKind, Position } from '../../document/index.ts';
import { toldOf } from '../testing/told.ts';

const found = (build: Build, code: string) => toldOf(build).filter((finding) => finding.code === code);
const told = (build: Build, code: string) => found(build, code).map(({ message }) => message);

/** A truck with one lamp put exactly there, of a model made for the case. */
function standing(
  face: Face,
  position: Position,
  given: {
    widthMm: number;
    heightMm: number;
    depthMm?: number;
    mount?: MountKind;
    kind?: LampModel['kind'];
    round?: boolean;
  },
): Build {
  const { build } = testTruck();
  const model: LampModel = {
    ...modelByKey('ST-0302'),
    kind: given.kind ?? 'strobe',
    face: {
      shape: given.round ? 'round' : 'rectangle',
      widthMm: given.widthMm,
      heightMm: given.heightMm,
      depthMm: given.depthMm ?? 30,
    },
    mounts: [{ kind: given.mount ?? 'screw', holes: 0, holeMm: 0, places: null }],
  };
  const lamp = {
    id: '01900000-0000-7000-9000-00000000cccc',
    tag: 'L1',
    modelKey: model.key,
    colour: model.colours[0]!,
    mount: given.mount ?? ('screw' as const),
    face,
    position,
    pairId: null,
    groupId: null,
    locked: false,
  };
  return applied(build, [{ kind: 'placeLamps', lamps: [lamp], models: [model] }]);
}

const locker = testTruck().body.parts.find(({ id }) => id === 'locker-left')!;
const [fromX, toX] = extent(outlineIn(locker, 'left'), 0);
const [lowZ, highZ] = extent(outlineIn(locker, 'left'), 1);
const yMm = Math.max(...locker.front.map(([y]) => y));
const middleZ = Math.round((lowZ + highZ) / 2);
const onLocker = (xMm: number, zMm = middleZ): Position => ({ xMm: Math.round(xMm), yMm, zMm });

describe('M69: a lamp that hangs over the edge of its part', () => {
  const small = { widthMm: 80, heightMm: 40 };

  it('is told by how far, and quiet as long as it lies on it or a gasket takes it up', () => {
    expect(told(standing('left', onLocker((fromX + toX) / 2), small), 'M69')).toEqual([]);
    expect(told(standing('left', onLocker(fromX + 60), small), 'M69')).toEqual([]);
    // Half of 80 mm are 40: with its middle 20 mm inside the edge, 20 mm hang over.
    const [finding] = found(standing('left', onLocker(fromX + 20), small), 'M69');
    expect(finding).toMatchObject({ severity: 'caution' });
    expect(finding!.message).toBe('L1 hangs 20 mm over the edge of Side locker, left.');
    // A gasket takes up 3 mm and no more.
    expect(told(standing('left', onLocker(fromX + 37), small), 'M69')).toEqual([]);
    expect(told(standing('left', onLocker(fromX + 36), small), 'M69')).toEqual([
      'L1 hangs 4 mm over the edge of Side locker, left.',
    ]);
  });

  it('comes onto it by its way out, and moves no further than it has to', () => {
    const build = standing('left', onLocker(fromX + 20), small);
    const [finding] = found(build, 'M69');
    const [way] = finding!.waysOut;
    expect(way!.label).toBe('Move L1 20 mm back, onto Side locker, left');
    const after = applied(build, way!.operations);
    expect(told(after, 'M69')).toEqual([]);
    expect(Object.values(after.lamps)[0]!.position.xMm).toBe(fromX + 40);
  });

  it('does not matter on a clamp or a stem, nor where one bolt holds it on a bracket', () => {
    for (const mount of ['clamp', 'pipe', 'bracket'] as const)
      expect(told(standing('left', onLocker(fromX + 20), { ...small, mount }), 'M69')).toEqual([]);
    const wide = { widthMm: 80, heightMm: highZ - lowZ + 40 };
    const at = onLocker((fromX + toX) / 2);
    expect(told(standing('left', at, { ...wide, mount: 'stud' }), 'M69')).toEqual([]);
    expect(told(standing('left', at, wide), 'M69').join()).toMatch(/over the edge/);
  });

  it('a round base has no corners to hang over', () => {
    // Near a corner of the locker: what would be the corner of a square base lies off it, the round one on it.
    const at = onLocker(toX - 41, Math.round(highZ - 41));
    expect(told(standing('left', at, { widthMm: 80, heightMm: 80, round: true }), 'M69')).toEqual([]);
  });
});

describe('M69: a lamp that stands out beyond the unit', () => {
  const roof = { xMm: 1200, yMm: 0, zMm: 2640 };
  const halfMm = testTruck().body.widthMm / 2;
  const bar = { widthMm: 600, heightMm: 80, mount: 'bracket' as const };

  it('is told with the width that it stands out of, and moved in', () => {
    const out = standing('top', { ...roof, yMm: halfMm - 200 }, bar);
    expect(told(out, 'M69')).toEqual([
      expect.stringMatching(/^L1 stands 100 mm out beyond the unit's width of 2.?450 mm\.$/),
    ]);
    const [way] = found(out, 'M69')[0]!.waysOut;
    expect(told(applied(out, way!.operations), 'M69')).toEqual([]);
    expect(told(standing('top', { ...roof, yMm: halfMm - 300 }, bar), 'M69')).toEqual([]);
    expect(told(standing('top', { ...roof, yMm: -(halfMm - 297) }, bar), 'M69')).toEqual([]);
    expect(told(standing('top', { ...roof, yMm: -(halfMm - 296) }, bar), 'M69')).toHaveLength(1);
  });

  it('on a side it stands out by itself: that is no news', () => {
    const side = standing('left', onLocker((fromX + toX) / 2), { widthMm: 80, heightMm: 40, depthMm: 90 });
    expect(told(side, 'M69')).toEqual([]);
  });
});

describe('M69: a lamp that looks the wrong way', () => {
  const front = { xMm: 0, yMm: 500, zMm: 560 };
  const rear = { xMm: 7400, yMm: 560, zMm: 945 };
  const lamp = { widthMm: 60, heightMm: 40, mount: 'bracket' as const };

  it('a reversing or plate lamp ahead is told, behind it is not', () => {
    for (const kind of ['reversing', 'plate'] as const) {
      expect(told(standing('front', front, { ...lamp, kind }), 'M69')).toEqual([
        `L1 looks ahead, and a ${kind} lamp is for behind.`,
      ]);
      expect(told(standing('rear', rear, { ...lamp, kind }), 'M69')).toEqual([]);
    }
    expect(told(standing('front', front, { ...lamp, kind: 'strobe' }), 'M69')).toEqual([]);
  });
});

describe('M68: a row over several levels', () => {
  /** Three lamps ahead at one height, the last so much further back than the others. */
  const row = (backMm: number, more: Partial<LampModel> = {}): Build => {
    const unit: UnitBuilder = testTruck();
    for (const yMm of [-500, 0, 500]) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
    const lamps = Object.values(unit.build.lamps);
    const last = lamps[2]!;
    const moved = { ...last, position: { ...last.position, xMm: lamps[0]!.position.xMm + backMm } };
    const model = { ...unit.build.models['MK-0103']!, ...more };
    const first = lamps.slice(0, 2).map((lamp) => ({
      ...lamp,
      position: { ...lamp.position, xMm: lamps[0]!.position.xMm },
    }));
    return {
      ...unit.build,
      models: { 'MK-0103': model },
      lamps: Object.fromEntries([...first, moved].map((lamp) => [lamp.id, lamp])),
    };
  };

  it('is told from 31 mm on, with the lamps and how far they stand apart', () => {
    expect(told(row(30), 'M68')).toEqual([]);
    expect(told(row(31), 'M68').join()).toMatch(/are a row on .* stand 31 mm before and behind each other/);
    expect(told(row(-31), 'M68')).toHaveLength(1);
  });

  it('two lamps are no row, nor are lamps of the unit’s own', () => {
    const build = row(200);
    const [one, two] = Object.values(build.lamps);
    expect(told({ ...build, lamps: { [one!.id]: one!, [two!.id]: two! } }, 'M68')).toEqual([]);
    expect(told(row(200, { kind: 'factory' }), 'M68')).toEqual([]);
  });
});
