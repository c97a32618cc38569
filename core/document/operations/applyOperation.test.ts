import { describe, expect, it } from 'vitest';
import { countingIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { migrateBuild } from '../checks/migrateBuild.ts';
import type { Build } from '../schema/buildSchema.ts';
import FROZEN_VERSION_1 from '../testing/version1.json' with { type: 'json' };
import FROZEN_VERSION_2 from '../testing/version2.json' with { type: 'json' };
import FROZEN_VERSION_3 from '../testing/version3.json' with { type: 'json' };
import FROZEN_VERSION_4 from '../testing/version4.json' with { type: 'json' };
import FROZEN_VERSION_7 from '../testing/version7.json' with { type: 'json' };
import FROZEN_VERSION_8 from '../testing/version8.json' with { type: 'json' };
import FROZEN_VERSION_9 from '../testing/version9.json' with { type: 'json' };
import FROZEN_VERSION_10 from '../testing/version10.json' with { type: 'json' };
import FROZEN_VERSION_11 from '../testing/version11.json' with { type: 'json' };
import FROZEN_VERSION_12 from '../testing/version12.json' with { type: 'json' };
import { applyOperation, fieldsMeet } from './applyOperation.ts';
import type { Operation, OperationDraft } from './operations.ts';
import { type Change, takeBack } from './undo.ts';

const STAMP = { by: 'Tamsin Okafor', at: '2026-01-05T11:00:00.000Z' };
const newId = countingIds();
const opOf = (draft: OperationDraft): Operation => ({ ...draft, id: newId() }) as Operation;

function applied(build: Build, draft: OperationDraft) {
  const result = applyOperation(build, opOf(draft), STAMP);
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
}

/** Takes a change back as the server does: from what was kept beside it, written out and read again. */
function takenBack(build: Build, change: Change) {
  const patches = takeBack(build, JSON.parse(JSON.stringify(change)));
  if (!patches.ok) return patches;
  const restore = { kind: 'restore', undoes: newId(), what: 'setUnit', patches: patches.value } as OperationDraft;
  return applyOperation(build, opOf(restore), STAMP);
}

const mustTakeBack = (build: Build, change: Change) => {
  const result = takenBack(build, change);
  if (!result.ok) throw new Error(JSON.stringify(result.reason));
  return result.value;
};

const fedTruck = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));

describe('a way of wires', () => {
  const node = (xMm: number) => ({
    id: newId(),
    name: 'Clip',
    position: { xMm, yMm: 0, zMm: 700 },
    pass: null,
    jointId: null,
  });
  const nodes = [0, 1000, 2000, 3000].map(node);
  const link = (a: number, b: number) => ({ id: newId(), a: nodes[a]!.id, b: nodes[b]!.id });

  it('stays whole when a point in its middle is taken off, and loses the stretch when its end is', () => {
    const { build } = applied(fedTruck().build, {
      kind: 'putRoute',
      nodes,
      links: [link(0, 1), link(1, 2), link(2, 3)],
      dropLinks: [],
    });
    const middle = applied(build, { kind: 'removeRouteNodes', nodeIds: [nodes[1]!.id] }).build;
    const ends = Object.values(middle.routeLinks).map(({ a, b }) => [a, b].sort());
    expect(ends).toContainEqual([nodes[0]!.id, nodes[2]!.id].sort());
    expect(ends).toHaveLength(2);
    const end = applied(build, { kind: 'removeRouteNodes', nodeIds: [nodes[3]!.id] }).build;
    expect(Object.values(end.routeLinks)).toHaveLength(2);
  });

  it('a stretch to a point that is not there is refused', () => {
    const result = applyOperation(
      fedTruck().build,
      opOf({ kind: 'putRoute', nodes: nodes.slice(0, 1), links: [link(0, 1)], dropLinks: [] }),
      STAMP,
    );
    expect(result).toMatchObject({ ok: false, reason: { kind: 'missing' } });
  });
});

describe('refusals', () => {
  const { build } = fedTruck();
  const [lampId] = Object.keys(build.lamps);
  const lamp = build.lamps[lampId!]!;
  it.each<[string, OperationDraft, string]>([
    ['a lamp that is gone', { kind: 'removeLamps', lampIds: ['01900000-0000-7000-8000-999999999999'] }, 'missing'],
    ['a tag that is taken', { kind: 'placeLamps', models: [], lamps: [{ ...lamp, id: newId() }] }, 'duplicate'],
    [
      'a colour the model is not made in',
      { kind: 'editLamps', lampIds: [lampId!], changes: { colour: 'violet' as never } },
      'invalid',
    ],
    [
      'a slot that feeds lamps',
      { kind: 'removeSlot', slotId: Object.values(build.slots).find((slot) => slot.label === 'hot')!.id },
      'inUse',
    ],
  ])('%s', (_, draft, kind) => {
    const result = applyOperation(build, opOf(draft), STAMP);
    expect(result).toMatchObject({ ok: false, reason: { kind } });
  });

  it('what is on the unit cannot be left without what it hangs on, not even by an undo', () => {
    const control = { id: newId(), name: 'Scene', kind: 'switch' as const, signal: null, ratingA: 10 };
    const added = applied(build, { kind: 'addControl', control });
    const used = applied(added.build, {
      kind: 'addFunction',
      function: {
        id: newId(),
        name: 'Scene',
        controlId: control.id,
        priority: 9,
        levelPercent: 100,
        nightPercent: 100,
        modulator: null,
        shows: {},
      },
    });
    expect(takenBack(used.build, added.change)).toMatchObject({
      ok: false,
      reason: { kind: 'overtaken', message: expect.stringContaining('Scene would have no control') },
    });
  });
});

describe('taking back', () => {
  const { build } = fedTruck();
  const [lampId] = Object.keys(build.lamps);
  const moveTo = (xMm: number): OperationDraft => ({
    kind: 'moveLamps',
    moves: [{ lampId: lampId!, face: 'left', position: { xMm, yMm: 2, zMm: 3 } }],
  });

  it('is refused once somebody has changed the same thing again, or taken it away, and names the field', () => {
    const moved = applied(build, moveTo(1));
    const again = applied(moved.build, moveTo(5));
    expect(takenBack(again.build, moved.change)).toMatchObject({
      ok: false,
      reason: { field: `lamps/${lampId}/position` },
    });
    const removed = applied(moved.build, { kind: 'removeLamps', lampIds: [lampId!] });
    expect(takenBack(removed.build, moved.change).ok).toBe(false);
  });

  it('goes through whatever was done beside it, and step by step through what was done after it', () => {
    const moved = applied(build, moveTo(1));
    const beside = applied(moved.build, { kind: 'editLamps', lampIds: [lampId!], changes: { colour: 'white' } });
    const back = mustTakeBack(beside.build, moved.change).build;
    expect(back.lamps[lampId!]).toMatchObject({ colour: 'white', position: build.lamps[lampId!]!.position });
    const again = applied(beside.build, moveTo(5));
    const once = mustTakeBack(again.build, again.change);
    expect(mustTakeBack(once.build, moved.change).build.lamps[lampId!]!.position).toEqual(
      build.lamps[lampId!]!.position,
    );
  });
});

describe('a result that could not be read again is refused with its reason', () => {
  const { build } = fedTruck();
  const parts = (quantity: number): OperationDraft => ({
    kind: 'addExtraParts',
    parts: [{ id: 'tie', partKey: 'tie', name: 'Tie', quantity, modelKey: null }],
  });

  it('five hundred ties twice are one thousand, where five hundred is the limit', () => {
    const first = applied(build, parts(500));
    expect(applyOperation(first.build, opOf(parts(1)), STAMP)).toMatchObject({
      ok: false,
      reason: { kind: 'invalid', message: 'extra parts, tie, quantity: the most is 500' },
    });
    expect(applied(applied(build, parts(250)).build, parts(250)).build.extraParts.tie!.quantity).toBe(500);
  });

  it('a size that is not made in the table of the wire', () => {
    const wireIds = Object.keys(build.wires);
    const metric = applied(build, { kind: 'editWires', wireIds, changes: { table: 'metric', gauge: '2.5' } }).build;
    expect(
      applyOperation(metric, opOf({ kind: 'editWires', wireIds, changes: { table: 'awg' } }), STAMP),
    ).toMatchObject({
      ok: false,
      reason: { message: 'There is no awg size 2.5. Choose one from the list.' },
    });
  });
});

describe('touched fields', () => {
  it('edits of different fields of one lamp do not meet; the same field and removal do', () => {
    const { build } = fedTruck();
    const [lampId] = Object.keys(build.lamps);
    const move = applied(build, {
      kind: 'moveLamps',
      moves: [{ lampId: lampId!, face: 'left', position: { xMm: 9, yMm: 9, zMm: 9 } }],
    }).touched;
    const colour = applied(build, { kind: 'editLamps', lampIds: [lampId!], changes: { colour: 'white' } }).touched;
    const removal = applied(build, { kind: 'removeLamps', lampIds: [lampId!] }).touched;
    const meet = (a: string[], b: string[]) => a.some((mine) => b.some((other) => fieldsMeet(mine, other)));
    expect(meet(move, colour)).toBe(false);
    expect(meet(move, move)).toBe(true);
    expect(meet(move, removal)).toBe(true);
  });
});

it('a part that is added twice in one operation counts twice, and leaves the operation as it was sent', () => {
  const part = { id: 'lead-tags', partKey: 'lead-tags', name: 'Lead tags', quantity: 3, modelKey: null };
  const operation = opOf({ kind: 'addExtraParts', parts: [part, { ...part, quantity: 4 }] });
  const sent = structuredClone(operation);
  const result = applyOperation(testTruck().build, operation, STAMP);
  expect(result.ok && result.value.build.extraParts['lead-tags']?.quantity).toBe(7);
  expect(operation).toEqual(sent);
});

describe('fuse boxes', () => {
  const BOX = { id: newId(), name: 'Battery box', place: '', position: { xMm: 300, yMm: 200, zMm: 900 } };
  const { build } = testTruck();
  const slot = () => Object.values(build.slots)[0]!;
  const refusal = (on: Build, draft: OperationDraft) => {
    const result = applyOperation(on, opOf(draft), STAMP);
    return result.ok ? 'done' : result.reason.message;
  };

  it('a slot is only in a box that is there, and a box with slots in it stays', () => {
    expect(refusal(build, { kind: 'editSlot', slotId: slot().id, changes: { boxId: BOX.id } })).toMatch(/fuse box/);
    const inBox = { ...slot(), id: newId(), label: 'A', boxId: BOX.id };
    expect(refusal(build, { kind: 'addSlots', slots: [inBox] })).toMatch(/fuse box/);
    const boxed = applied(build, { kind: 'addFuseBox', box: BOX }).build;
    const filled = applied(boxed, { kind: 'addSlots', slots: [inBox] }).build;
    expect(refusal(filled, { kind: 'removeFuseBox', boxId: BOX.id })).toMatch(/Battery box still has a slot/);
    // Null says that it is in the fuse panel after all.
    const moved = applied(filled, { kind: 'editSlot', slotId: inBox.id, changes: { boxId: null } }).build;
    expect(applied(moved, { kind: 'removeFuseBox', boxId: BOX.id }).build.fuseBoxes).toEqual({});
  });
});

describe('stored documents', () => {
  it('a frozen sample of version 0 is lifted to today', () => {
    const { extraParts: _, comments: __, handedOver: ___, ...old } = FROZEN_VERSION_1;
    const lifted = migrateBuild({ ...old, schemaVersion: 0 });
    expect(lifted).toMatchObject({ ok: true, value: { schemaVersion: 13, extraParts: {}, handedOver: null } });
  });

  it('a frozen sample of version 1 keeps its lamps and slots and gets survey and rules', () => {
    const lifted = migrateBuild(FROZEN_VERSION_1);
    if (!lifted.ok) throw new Error(lifted.reason.message);
    const { lamps, slots, body, rules, survey } = lifted.value;
    expect(Object.values(lamps)).toMatchObject([{ tag: 'L1', locked: false, groupId: null }]);
    expect(Object.values(slots)[0]!.reading).toEqual({ keyOffV: 12.7, keyOnV: 12.6, runningV: null, signalV: null });
    expect(body.outlines).toBeNull();
    expect(rules.packIds).toEqual(['us-road']);
    expect(survey).toEqual({});
  });

  it('a frozen sample of version 2 keeps its circuit, and its parts learn what they are', () => {
    const lifted = migrateBuild(FROZEN_VERSION_2);
    if (!lifted.ok) throw new Error(lifted.reason.message);
    const { elements, wires, slots, plugs, routeNodes } = lifted.value;
    expect(Object.values(wires)).toHaveLength(Object.keys(FROZEN_VERSION_2.wires).length);
    expect(Object.values(wires).every((wire) => wire.loomLengthMm === null)).toBe(true);
    expect(Object.values(elements).find((element) => element.kind === 'fuse')).toMatchObject({ family: 'blade' });
    expect(Object.values(elements).find((element) => element.kind === 'tap')).toMatchObject({ limitA: null });
    expect(Object.values(slots)[0]).toMatchObject({ kind: 'slot', label: 'hot' });
    expect(Object.values(plugs)[0]).toMatchObject({ end: 'open', leftMm: null });
    expect(routeNodes).toEqual({});
  });

  it('a frozen sample of version 3 keeps its functions, and they learn to burst, dim and shift', () => {
    const migrated = migrateBuild(FROZEN_VERSION_3);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const [own] = Object.values(migrated.value.functions);
    expect(own).toMatchObject({ name: 'Warn', levelPercent: 100, nightPercent: 100, modulator: null });
    expect(Object.values(own!.shows)[0]).toEqual({ patternId: 'quad', phase: 'A', shiftMs: 0 });
    expect(Object.keys(migrated.value.readings)).toHaveLength(1);
    expect(migrated.value).toMatchObject({ patterns: {}, programmed: {}, checks: {}, faults: {}, signOff: null });
  });

  it('a frozen sample of version 7 keeps all that it had, and nobody has said yet where its battery is', () => {
    const migrated = migrateBuild(FROZEN_VERSION_7);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_7;
    expect(schemaVersion).toBe(7);
    expect(migrated.value).toMatchObject(kept);
    expect(migrated.value.places).toEqual({});
  });

  it('a frozen sample of version 8 keeps all that it had, and nobody has measured the holes of its bases', () => {
    const migrated = migrateBuild(FROZEN_VERSION_8);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_8;
    expect(schemaVersion).toBe(8);
    expect(migrated.value).toMatchObject(kept);
    const mounts = Object.values(migrated.value.models).flatMap((model) => model.mounts);
    expect(mounts.length).toBeGreaterThan(0);
    expect(mounts.map((mount) => mount.places)).toEqual(mounts.map(() => null));
  });

  it('a frozen sample of version 9 has its slots in the fuse panel, and no other box', () => {
    const migrated = migrateBuild(FROZEN_VERSION_9);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_9;
    expect(schemaVersion).toBe(9);
    expect(migrated.value).toMatchObject({ ...kept, fuseBoxes: {} });
    expect(Object.values(migrated.value.slots).map(({ boxId }) => boxId)).toEqual(
      Object.keys(kept.slots).map(() => undefined),
    );
  });

  it('a frozen sample of version 10 is as it was; which switch it is nobody has said', () => {
    const migrated = migrateBuild(FROZEN_VERSION_10);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_10;
    expect(schemaVersion).toBe(10);
    expect(migrated.value).toMatchObject(kept);
    expect(Object.values(migrated.value.controls).map(({ part }) => part)).toEqual([undefined]);
  });

  it('a frozen sample of version 11 keeps its switch, and is wired as usual', () => {
    const migrated = migrateBuild(FROZEN_VERSION_11);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_11;
    expect(schemaVersion).toBe(11);
    expect(migrated.value).toMatchObject({ ...kept, habits: {} });
    expect(Object.values(migrated.value.controls).map(({ part }) => part?.form)).toEqual(['rocker']);
    expect(Object.values(migrated.value.wires).flatMap(({ joints }) => joints ?? [])).toEqual([]);
  });

  it('a frozen sample of version 12 is as it was: its lamps on the skin and straight', () => {
    const migrated = migrateBuild(FROZEN_VERSION_12);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { schemaVersion, ...kept } = FROZEN_VERSION_12;
    expect(schemaVersion).toBe(12);
    expect(migrated.value).toMatchObject({ ...kept, habits: { ground: 'bus' } });
    expect(migrated.value.oldHoles).toEqual({});
    expect(Object.values(migrated.value.lamps).flatMap(({ pad, aim }) => pad ?? aim ?? [])).toEqual([]);
    expect(Object.values(migrated.value.models).map(({ holds, aim, footMm }) => holds ?? aim ?? footMm)).toEqual(
      Object.keys(kept.models).map(() => null),
    );
  });

  it('a frozen sample of version 4 keeps its ticks, and what was one step is ticked in its parts', () => {
    const migrated = migrateBuild(FROZEN_VERSION_4);
    if (!migrated.ok) throw new Error(migrated.reason.message);
    const { ticks, photos, stepOrder, measured, problems } = migrated.value;
    const ticked = ['close', 'drill:rear', 'fuse', 'insulate', 'isolate', 'pilot:rear', 'program', 'ties'];
    expect(Object.keys(ticks).sort()).toEqual(ticked);
    expect(ticks['drill:rear']!.minutes).toBeGreaterThan(0);
    expect(ticks['pilot:rear']).toEqual({ ...ticks['drill:rear'], minutes: null });
    expect(Object.values(photos)).toMatchObject([{ caption: 'Rear post', stepKey: null }]);
    expect(migrated.value.standing).toEqual({});
    expect({ stepOrder, measured, problems }).toEqual({
      stepOrder: { keys: [], reasons: {} },
      measured: {},
      problems: {},
    });
  });

  it('a newer version is refused in words', () => {
    expect(migrateBuild({ schemaVersion: 99 })).toMatchObject({ ok: false, reason: { kind: 'newer' } });
  });
});
