/** Lamps on brackets: where they stand, what goes along, and the bolts and rivets that hold it all. Figures by hand. */
import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import { type Build, type LampModel, type Pad, standingOn } from '../../document/index.ts';
import { moveTo, nudge } from '../arrange.ts';
import { mirrorOperations } from '../lamps/newLamps.ts';
import { leaveOperation, placeOnPadOperation, standOperations } from '../lamps/padLamps.ts';
import { copyLayout } from '../rows.ts';
import { drillingOf } from './mounts.ts';
import { footOf, formatKg, freePadNear, hangingKg, padBolt, padPlace, padsOf, wantsApart } from './pads.ts';

const REAR = { yMm: 0, zMm: 1100 };
const BRACKET = 'HB-2001';
const onBulkhead = () =>
  testTruck().lamp(BRACKET, 'rear', REAR, { single: true }).onBracket('CH-1301', 'H1', 1).onBracket('AE-2101', 'H1', 2);
const tagged = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;
const ids = furtherIds();

describe('places on a bracket', () => {
  it('lie beside its middle as whoever stands before it sees them, out from the skin, upright or looking out', () => {
    const holder = { face: 'rear' as const, position: { xMm: 7000, yMm: 0, zMm: 1100 } };
    const pad = { aMm: -50, bMm: 32, outMm: 52, faces: 'up' as const, holeMm: 9.5 };
    // To the left of whoever stands behind it is the unit's left.
    expect(padPlace(holder, pad)).toEqual({ face: 'top', position: { xMm: 7052, yMm: 50, zMm: 1132 } });
    expect(padPlace(holder, { ...pad, faces: 'out' }).face).toBe('rear');
    expect(padPlace({ ...holder, face: 'front' }, pad).position).toEqual({ xMm: 6948, yMm: -50, zMm: 1132 });
  });

  it('are taken one by one, and nothing stands where something stands', () => {
    const { build } = onBulkhead();
    const holder = tagged(build, 'H1');
    expect(padsOf(build, holder).map(({ by }) => by?.tag)).toEqual(['L1', 'H2']);
    const lamp = tagged(build, 'L1');
    expect(() =>
      applied(build, [
        {
          kind: 'placeLamps',
          lamps: [{ ...lamp, id: ids(), tag: 'T9' }],
          models: [],
        },
      ]),
    ).toThrow('stands there on H1 already.');
    const { position } = lamp;
    const third = { lampId: lamp.id, position, face: 'top' as const, pad: { onId: holder.id, index: 2 } };
    expect(() => applied(build, [{ kind: 'standLamps', stands: [third] }])).toThrow('H1 has 2 places for lamps.');
    const onAerial = { ...third, pad: { onId: tagged(build, 'H2').id, index: 0 } };
    expect(() => applied(build, [{ kind: 'standLamps', stands: [onAerial] }])).toThrow('itself stands on a bracket');
  });

  it('are meant within 120 mm of a place that is free, the nearest first, and not beyond', () => {
    const { build } = testTruck().lamp(BRACKET, 'rear', REAR, { single: true }).onBracket('CH-1301', 'H1', 1);
    const holder = tagged(build, 'H1');
    const free = padPlace(holder, padsOf(build, holder)[1]!.pad).position;
    const near = (zMm: number) => freePadNear(build, 'rear', { ...free, zMm: free.zMm + zMm });
    expect(near(0)?.known.taken.index).toBe(1);
    expect(near(119.9)?.known.taken.index).toBe(1);
    expect(near(120.1)).toBeNull();
    expect(freePadNear(build, 'left', { ...free, xMm: free.xMm + 500 })).toBeNull();
  });
});

describe('what stands on a bracket', () => {
  it('goes where it goes, by hand, by key and by tape, and not by itself', () => {
    const { build, body } = onBulkhead();
    const [holder, lamp] = ['H1', 'L1'].map((tag) => tagged(build, tag)) as [
      typeof build.lamps.x,
      typeof build.lamps.x,
    ];
    const up = nudge(build, body, [lamp!.id], { zMm: 40 });
    expect(up.map(({ lampId }) => lampId)).toEqual([holder!.id]);
    const moved = applied(build, [{ kind: 'moveLamps', moves: up }]);
    for (const tag of ['H1', 'L1', 'H2'])
      expect(tagged(moved, tag).position.zMm).toBe(tagged(build, tag).position.zMm + 40);
    // Typed for the lamp, 32 above the middle of its bracket: 1300 for it is 1268 for the bracket.
    const typed = applied(build, [{ kind: 'moveLamps', moves: moveTo(build, body, lamp!.id, 'zMm', 1300) }]);
    expect(tagged(typed, 'L1').position.zMm).toBe(1300);
    expect(tagged(typed, 'H1').position.zMm).toBe(1268);
    const alone = { lampId: lamp!.id, position: lamp!.position, face: lamp!.face };
    expect(() => applied(build, [{ kind: 'moveLamps', moves: [alone] }])).toThrow('L1 stands on H1. Move that');
    const turned = { lampId: holder!.id, position: holder!.position, face: 'front' as const };
    expect(() => applied(build, [{ kind: 'moveLamps', moves: [turned] }])).toThrow('Lamps stand on H1');
  });

  it('drills nothing into the skin, is carried by its bracket, and wants no plate of its own', () => {
    const { build } = onBulkhead();
    const lamp = tagged(build, 'L1');
    const model = build.models[lamp.modelKey]!;
    expect(drillingOf(lamp, model).holes).toEqual([]);
    expect(drillingOf({ ...lamp, pad: undefined }, model).holes).toHaveLength(1);
    expect(footOf(build, lamp).tag).toBe('H1');
    expect(wantsApart(lamp, { name: 'Bulkhead plate' })).toBe(false);
    expect(wantsApart(lamp, { name: 'Spare lens' })).toBe(true);
    expect(wantsApart({}, { name: 'Bulkhead plate' })).toBe(true);
  });

  it('stays in the air when its bracket goes, and a bracket with lamps is not swapped for one without places', () => {
    const { build } = onBulkhead();
    const bare = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'H1').id] }]);
    expect(tagged(bare, 'L1').pad).toBeUndefined();
    expect(tagged(bare, 'L1').position).toEqual(tagged(build, 'L1').position);
    const swap = (model: LampModel, tag = 'H1') =>
      applied(build, [{ kind: 'swapModel', lampIds: [tagged(build, tag).id], model }]);
    expect(() => swap(modelByKey('BX-2301'))).toThrow('Lamps stand on H1');
    // A later version of the same bracket: heavier is taken, with its places elsewhere the lamps would stand beside them.
    const later = { ...modelByKey(BRACKET), version: 2 };
    expect(swap({ ...later, massKg: 1 }).models[BRACKET]!.massKg).toBe(1);
    const [first, second] = later.holds!.pads as [Pad, Pad];
    const moved = { ...later, holds: { ...later.holds!, pads: [{ ...first, outMm: 80 }, second] } };
    expect(() => swap(moved)).toThrow('Lamps stand on H1');
    // Whichever of the unit's brackets is named.
    const two = testTruck().lamp(BRACKET, 'rear', { yMm: 600, zMm: 1000 });
    const { build: both } = two.onBracket('CH-1301', 'H1', 1);
    const other = { kind: 'swapModel' as const, lampIds: [tagged(both, 'H2').id], model: moved };
    expect(() => applied(both, [other])).toThrow('Lamps stand on H1');
  });

  it('is taken off and put back, and is left where it stood', () => {
    const { build } = onBulkhead();
    const off = applied(build, [leaveOperation(build, tagged(build, 'L1'))]);
    expect(standingOn(off, tagged(off, 'H1').id).map(({ tag }) => tag)).toEqual(['H2']);
    expect(tagged(off, 'L1').position).toEqual(tagged(build, 'L1').position);
    const holder = tagged(off, 'H1');
    const back = applied(off, standOperations(off, tagged(off, 'L1'), holder, padsOf(off, holder)[0]!));
    expect(tagged(back, 'L1')).toEqual(tagged(build, 'L1'));
  });

  it('gives no light: no pattern and no feed is given to a bracket', () => {
    const { build } = onBulkhead();
    const element = { id: ids(), kind: 'lampLoad' as const, name: '', lampId: tagged(build, 'H1').id };
    const feed = { kind: 'assignFeed' as const, controls: [], elements: [element], wires: [], functions: [] };
    expect(() => applied(build, [feed])).toThrow('H1, Bulkhead bracket, lamp and aerial, gives no light.');
  });
});

describe('pairs of brackets', () => {
  const pair = testTruck().lamp('HB-2002', 'rear', { yMm: 700, zMm: 1000 });
  it('take lamps as pairs, each on its own side, looking where the bracket does', () => {
    const { build } = pair;
    const holder = tagged(build, 'H1');
    const [known] = padsOf(build, holder);
    const placed = applied(build, [
      placeOnPadOperation(build, { model: modelByKey('FL-0701'), holder, known: known! }, ids),
    ]);
    const [left, right] = [tagged(placed, 'L1'), tagged(placed, 'R1')];
    expect(left.pairId).toBe(right.pairId);
    expect(left.position).toEqual({ ...right.position, yMm: -right.position.yMm });
    expect([left, right].map(({ pad }) => placed.lamps[pad!.onId]!.tag)).toEqual(['H1', 'H2']);
    expect([left, right].map(({ aim }) => aim)).toEqual([
      { turnDeg: 180, tiltDeg: 0 },
      { turnDeg: 180, tiltDeg: 0 },
    ]);
  });

  it('take a pair that is on the unit already, upright and looking where they do', () => {
    const { build } = testTruck()
      .lamp('HB-2002', 'rear', { yMm: 700, zMm: 1000 })
      .lamp('FL-0701', 'rear', { yMm: 300, zMm: 1000 });
    const holder = tagged(build, 'H1');
    const stood = applied(build, standOperations(build, tagged(build, 'L1'), holder, padsOf(build, holder)[0]!));
    expect(['L1', 'R1'].map((tag) => tagged(stood, tag)).map(({ face, aim, pad }) => [face, aim, pad!.onId])).toEqual([
      ['top', { turnDeg: 180, tiltDeg: 0 }, tagged(build, 'H1').id],
      ['top', { turnDeg: 180, tiltDeg: 0 }, tagged(build, 'H2').id],
    ]);
  });

  it('mirrored by hand, a lamp on one of them comes onto the other, aimed the other way', () => {
    const { build } = pair;
    const holder = tagged(build, 'H1');
    const [known] = padsOf(build, holder);
    const draft = placeOnPadOperation(build, { model: modelByKey('FL-0701'), holder, known: known! }, ids);
    const [left] = draft.lamps;
    const alone = applied(build, [
      { ...draft, lamps: [{ ...left!, pairId: null }] },
      { kind: 'editLamps', lampIds: [left!.id], changes: { aim: { turnDeg: 165, tiltDeg: -10 } } },
    ]);
    const both = applied(alone, mirrorOperations(alone, [left!.id], ids));
    expect(tagged(both, 'R1').pad).toEqual({ onId: tagged(both, 'H2').id, index: 0 });
    expect(tagged(both, 'R1').aim).toEqual({ turnDeg: -165, tiltDeg: -10 });
  });
});

describe('a copied layout', () => {
  it('takes lamps along on the copies of their brackets', () => {
    const { build, body } = onBulkhead();
    const other = testTruck();
    const { operation, leftOut } = copyLayout(
      { build, body },
      { build: other.build, body: bodyOf(other.build) },
      'edges',
      ids,
    );
    const copy = applied(other.build, [operation!]);
    expect(leftOut).toEqual([]);
    expect(padsOf(copy, tagged(copy, 'H1')).map(({ by }) => by?.tag)).toEqual(['L1', 'H2']);
    expect(tagged(copy, 'L1').position).toEqual(tagged(build, 'L1').position);
  });
});

describe('what holds it', () => {
  it('is known where the foot of the lamp is, and weighs what its lamps weigh together', () => {
    const { build } = onBulkhead();
    // Metal 3.2 and a foot of 6 under an M8: 9.2 + 10.9 = 20.1.
    expect(padBolt(build, tagged(build, 'L1'))).toEqual({ thread: 'M8', neededMm: 20.1, lengthMm: 25 });
    expect(padBolt(build, tagged(build, 'H1'))).toBeNull();
    expect(hangingKg(build, tagged(build, 'H1'))).toBeCloseTo(0.75, 9);
    // The smaller hole decides: a place of 10.5 takes an M10, a foot of 8.5 lets an M8 through. 4 + 3 + 10.9 = 17.9 of M8.
    const arm = testTruck().lamp('HB-2002', 'rear', REAR, { single: true }).onBracket('FL-0702', 'H1', 1).build;
    expect(padBolt(arm, Object.values(arm.lamps).find(({ pad }) => pad)!)).toEqual({
      thread: 'M8',
      neededMm: 17.9,
      lengthMm: 20,
    });
    const wide = testTruck().lamp('HB-2002', 'rear', REAR, { single: true }).onBracket('FL-0701', 'H1', 1).build;
    expect(padBolt(wide, Object.values(wide.lamps).find(({ pad }) => pad)!)?.thread).toBe('M10');
    expect([0.754, 0.756, 12].map(formatKg)).toEqual(['0.75', '0.76', '12']);
    const model = { ...build.models['CH-1301']!, footMm: null };
    expect(padBolt({ ...build, models: { ...build.models, 'CH-1301': model } }, tagged(build, 'L1'))).toBeNull();
  });
});
