import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { applied, countingIds, testTruck } from '../../../demo/testUnit.ts';
import { defaultParameters, makeBody, ontoSkin, templateById } from '../../body/index.ts';
import type { Lamp } from '../../document/index.ts';
import { compareTags, tagLetter } from '../tags.ts';
import { dropPlace, mirrorOperations, placeLampOperation } from './newLamps.ts';
import { usualLamps } from './usualLamps.ts';

const { build } = testTruck();
const model = modelByKey('RV-0502');
const rear = { xMm: 7200, yMm: 560, zMm: 945 };
const lampsOf = (operation: ReturnType<typeof placeLampOperation>): Lamp[] => operation.lamps;

describe('a lamp that is placed', () => {
  it('has its model’s first mount and first colour unless another is asked for', () => {
    const [lamp] = lampsOf(
      placeLampOperation(build, { model, face: 'rear', position: rear, paired: false }, countingIds()),
    );
    expect(lamp).toMatchObject({ mount: model.mounts[0]!.kind, colour: model.colours[0], pairId: null, locked: false });
    const [other] = lampsOf(
      placeLampOperation(build, { model, face: 'rear', position: rear, paired: false, colour: 'red' }, countingIds()),
    );
    expect(other!.colour).toBe('red');
  });

  it('as a pair stands on both sides with one number, one more identity for the pair', () => {
    const lamps = lampsOf(
      placeLampOperation(
        build,
        { model, face: 'left', position: { xMm: 900, yMm: 1100, zMm: 700 }, paired: true },
        countingIds(),
      ),
    );
    expect(lamps.map(({ tag, face, position }) => [tag, face, position.yMm])).toEqual([
      ['L1', 'left', 1100],
      ['R1', 'right', -1100],
    ]);
    expect(lamps[0]!.pairId).toBe(lamps[1]!.pairId);
    expect(new Set([lamps[0]!.id, lamps[1]!.id, lamps[0]!.pairId]).size).toBe(3);
  });

  it('on the centreline is never a pair', () => {
    const lamps = lampsOf(
      placeLampOperation(build, { model, face: 'rear', position: { ...rear, yMm: 0 }, paired: true }, countingIds()),
    );
    expect(lamps).toHaveLength(1);
    expect(lamps[0]).toMatchObject({ tag: 'B1', pairId: null });
  });
});

describe('a lamp that is let go over a face', () => {
  const made = makeBody('van', defaultParameters(templateById('van')!));
  if (!made.ok) throw new Error(made.reason.message);
  const body = made.value;
  const front = { xMm: 0, yMm: 0, zMm: 2041 };
  const letGo = (widthMm: number, yMm: number, face: 'front' | 'left' | 'top' = 'front') =>
    dropPlace(body, { ...model, face: { ...model.face, widthMm } }, face, { ...front, yMm });

  it('is a pair where its twin has room beside it', () => {
    expect(letGo(100, 60)).toEqual({ face: 'front', position: { ...front, yMm: 60 }, paired: true });
    expect(letGo(900, -450)).toMatchObject({ position: { yMm: -450 }, paired: true });
    expect(letGo(900, 450, 'top')).toMatchObject({ paired: true });
  });

  it('is one, on the centreline, where its twin would stand in it, and near the centreline anyhow', () => {
    expect(letGo(900, 449)).toMatchObject({ position: { yMm: 0 }, paired: false });
    expect(letGo(900, -449, 'top')).toMatchObject({ position: { yMm: 0 }, paired: false });
    expect(letGo(100, 59)).toMatchObject({ position: { yMm: 0 }, paired: false });
  });

  it('sits on the skin as it is on the centreline, to the millimetre, not where it was let go', () => {
    const { position } = letGo(900, 400);
    expect(position).toEqual({ ...front, xMm: Math.round(ontoSkin(body, 'front', front).xMm) });
    expect(position.xMm).toBeGreaterThan(500);
  });

  it('on a side is always a pair: its twin is on the other', () => {
    expect(letGo(900, 10, 'left')).toMatchObject({ position: { yMm: 10 }, paired: true });
  });
});

describe('a twin that is asked for later', () => {
  const single = applied(build, [
    placeLampOperation(build, { model, face: 'rear', position: rear, paired: false }, countingIds()),
  ]);
  const [lamp] = Object.values(single.lamps);

  it('has the number of the first where it is free, and is unlocked', () => {
    const locked = { ...single, lamps: { [lamp!.id]: { ...lamp!, locked: true } } };
    const twinned = applied(locked, mirrorOperations(locked, [lamp!.id], countingIdsFrom(50)));
    const twin = Object.values(twinned.lamps).find((each) => each.id !== lamp!.id)!;
    expect(twin).toMatchObject({
      tag: `R${lamp!.tag.slice(1)}`,
      locked: false,
      position: { ...lamp!.position, yMm: -560 },
    });
    expect(twinned.lamps[lamp!.id]!.pairId).toBe(twin.pairId);
  });

  it('takes another number where that one is taken', () => {
    const taken: Lamp = { ...lamp!, id: 'taken', tag: 'R1', position: { ...rear, yMm: -100 } };
    const both = { ...single, lamps: { ...single.lamps, taken } };
    const operations = mirrorOperations(both, [lamp!.id], countingIdsFrom(60));
    const placed = operations.find((each) => each.kind === 'placeLamps')!;
    expect(placed.kind === 'placeLamps' && placed.lamps[0]!.tag).toBe('R2');
  });

  it('is not given to what is a pair, stands in the middle or is not there', () => {
    const paired = { ...single, lamps: { [lamp!.id]: { ...lamp!, pairId: 'p' } } };
    expect(mirrorOperations(paired, [lamp!.id], countingIds())).toEqual([]);
    const middle = { ...single, lamps: { [lamp!.id]: { ...lamp!, position: { ...rear, yMm: 0 } } } };
    expect(mirrorOperations(middle, [lamp!.id], countingIds())).toEqual([]);
    expect(mirrorOperations(single, ['gone'], countingIds())).toEqual([]);
  });
});

/** Identities that do not meet those that a build has already. */
function countingIdsFrom(first: number): () => string {
  const next = countingIds();
  for (let skipped = 0; skipped < first; skipped++) next();
  return next;
}

describe('letters and order of tags', () => {
  it('a lamp within 10 mm of the centreline is centred', () => {
    expect(tagLetter('rear', { xMm: 0, yMm: 10, zMm: 0 })).toBe('B');
    expect(tagLetter('rear', { xMm: 0, yMm: 11, zMm: 0 })).toBe('L');
    expect(tagLetter('rear', { xMm: 0, yMm: -11, zMm: 0 })).toBe('R');
  });
  it('front, top, left, right, back; numbers as numbers', () => {
    expect(['B1', 'R10', 'R9', 'L1', 'T1', 'F2'].sort(compareTags)).toEqual(['F2', 'T1', 'L1', 'R9', 'R10', 'B1']);
  });
});

describe('lamps that a unit of its kind usually comes with (common practice, no source)', () => {
  const usual = (id: string, parameters = {}) => {
    const body = makeBody(id, parameters);
    if (!body.ok) throw new Error(body.reason.message);
    return { body: body.value, lamps: usualLamps(body.value) };
  };
  const count = (lamps: ReturnType<typeof usualLamps>, role: string) =>
    lamps.filter((lamp) => lamp.role === role).reduce((sum, lamp) => sum + (lamp.paired ? 2 : 1), 0);

  it('a motorcycle has one tail, one stop and one plate lamp, none paired', () => {
    const { lamps } = usual('motorcycle');
    expect(lamps.map(({ role, paired }) => [role, paired])).toEqual([
      ['tail', false],
      ['stop', false],
      ['plate', false],
    ]);
  });

  it('a machine has rear lamps alone, with amber turns', () => {
    const { lamps } = usual('tractor');
    expect(new Set(lamps.map(({ face }) => face))).toEqual(new Set(['rear']));
    expect(lamps.find(({ role }) => role === 'turn')!.colour).toBe('amber');
  });

  it('a unit of 2,032 mm (80 in) and more has clearance and identification lamps, three of them in the middle', () => {
    const { lamps } = usual('van', { widthMm: 2032 });
    expect(count(lamps, 'clearance')).toBe(4);
    expect(count(lamps, 'identification')).toBe(3);
    expect(count(usual('van', { widthMm: 2031 }).lamps, 'clearance')).toBe(0);
    const [pair] = lamps.filter(({ role, paired }) => role === 'identification' && paired);
    expect(pair!.position.yMm).toBe(200);
  });

  it('what has no engine has no front turns and no reversing lamp', () => {
    const { lamps } = usual('flatbed-trailer');
    expect(lamps.some(({ role }) => role === 'reversing')).toBe(false);
    expect(lamps.some(({ role, face }) => role === 'turn' && face === 'front')).toBe(false);
    const { lamps: van } = usual('van');
    expect(count(van, 'reversing')).toBe(1);
    expect(van.filter(({ role }) => role === 'turn').map(({ face, colour }) => [face, colour])).toEqual([
      ['rear', 'red'],
      ['front', 'amber'],
    ]);
  });

  it('side markers are amber in front and red behind, in the first fifth and at 94 % of the length', () => {
    const { body, lamps } = usual('van');
    const sides = lamps.filter(({ role }) => role === 'sideMarker');
    expect(sides.map(({ colour }) => colour)).toEqual(['amber', 'red']);
    expect(sides[0]!.position.xMm / body.lengthMm).toBeCloseTo(0.2, 2);
    expect(sides[1]!.position.xMm / body.lengthMm).toBeCloseTo(0.94, 2);
  });
});
