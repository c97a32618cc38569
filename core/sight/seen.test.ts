import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../demo/shelf.ts';
import { testTruck } from '../../demo/testUnit.ts';
import { type Body, makeBody } from '../body/index.ts';
import type { Lamp, LampModel } from '../document/index.ts';
import { aimed, BEHIND, CELL_DEG, cellOf, HEIGHTS, lampFields } from './field.ts';
import { glareOf } from './glare.ts';
import { bearingWords, hiddenFrom, neededBearings, sideWords } from './seen.ts';

const bodyOf = (id: string, extras: Parameters<typeof makeBody>[2] = {}): Body => {
  const made = makeBody(id, {}, extras);
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
};
let count = 0;
const lampOf = (model: LampModel, face: Lamp['face'], xMm: number, yMm: number, zMm: number): Lamp => ({
  id: `01900000-0000-7000-8000-${String(++count).padStart(12, '0')}`,
  tag: `L${count}`,
  modelKey: model.key,
  face,
  position: { xMm, yMm, zMm },
  colour: model.colours[0]!,
  mount: model.mounts[0]!.kind,
  pairId: null,
  groupId: null,
  locked: false,
});
const hidden = (body: Body, lamp: Lamp, model: LampModel) =>
  hiddenFrom({ lamps: { [lamp.id]: lamp }, models: { [model.key]: model } }, body, lamp);

describe('what a lamp must be seen from', () => {
  it('a signal: 45 degrees to either side of the way it faces (SAE J588 style, from memory)', () => {
    const needed = { allRound: false, hiddenShare: 0.34, sideDeg: 45, heightsDeg: [0], source: '' };
    expect(neededBearings(needed, [1, 0, 0])).toEqual([
      135, 140, 145, 150, 155, 160, 165, 170, 175, 180, 185, 190, 195, 200, 205, 210, 215, 220, 225,
    ]);
    expect(neededBearings(needed, [-1, 0, 0])).toContain(315);
    expect(neededBearings({ ...needed, allRound: true }, [0, 0, 1])).toHaveLength(72);
  });

  it('bearings are told as runs, through straight ahead too', () => {
    expect(bearingWords([165, 170, 175])).toBe('165 to 175°');
    expect(bearingWords([350, 355, 0, 5])).toBe('350 to 5°');
    expect(bearingWords([90])).toBe('90°');
    expect([45, 135, 225, 315, 359].map(sideWords)).toEqual([
      'front right',
      'rear right',
      'rear left',
      'front left',
      'front',
    ]);
    expect([0, 90, 180, 270].map(sideWords)).toEqual(['front', 'right side', 'rear', 'left side']);
  });
});

describe('what hides it', () => {
  const beacon = modelByKey('BC-0101');

  it('a load on the bed hides a lamp on the bulkhead from behind, and only then', () => {
    const strobe = modelByKey('ST-0302');
    const trailer = bodyOf('flatbed-trailer');
    const bulkhead = trailer.parts.find((part) => part.id === 'bulkhead')!;
    const skin = Math.max(...bulkhead.side.map(([x]) => x));
    const found = hidden(trailer, lampOf(strobe, 'rear', skin, 0, 1500), strobe);
    expect(found.map((each) => each.poseName)).toEqual(['a full load']);
  });

  it('a box behind the cab hides a roof beacon from behind; a trailer behind does not when it is low', () => {
    const truck = bodyOf('box-truck');
    const onRoof = lampOf(beacon, 'top', 1200, 0, 2640);
    const [found] = hidden(truck, onRoof, beacon);
    expect(found).toMatchObject({ poseName: 'travelling', blocker: 'Box' });
    expect(found!.bearingsDeg).toContain(180);
    expect(found!.bearingsDeg).not.toContain(0);
    const pulling = bodyOf('pickup', { attachments: ['flatbed-trailer'] });
    const high = lampOf(beacon, 'top', 2300, 0, 1880);
    const low = hidden(pulling, high, beacon).filter((each) => each.poseName === 'travelling');
    expect(low.map((each) => each.blocker)).not.toContain('Flatbed trailer: bed');
  });
});

describe('glare', () => {
  const flood = modelByKey('FL-0701');
  const body = bodyOf('recovery-truck');

  it('comes through a mirror from a lamp behind it that looks forward, not from one that looks back', () => {
    const mirror = body.mirrors.find((each) => each.id === 'mirror-left')!;
    const { yMm, zMm } = mirror.position;
    const forward = lampOf(flood, 'front', 6000, yMm + 150, zMm - 200);
    expect(glareOf(body, forward, flood)).toMatchObject({ by: 'mirror', through: 'Mirror, left' });
    const backward = lampOf(flood, 'rear', 6000, yMm + 150, zMm - 200);
    expect(glareOf(body, backward, flood)).toBeNull();
  });

  it('does not reach an eye through the roof, and a trailer has no driver', () => {
    const bar = modelByKey('EB-1201');
    expect(glareOf(body, lampOf(bar, 'top', 930, 0, 2640), bar)).toBeNull();
    expect(glareOf(bodyOf('tilt-trailer'), lampOf(flood, 'front', 2000, 0, 1000), flood)).toBeNull();
  });
});

describe('an aimed lamp', () => {
  const near = (found: readonly number[], wanted: readonly number[]) =>
    expect(found).toEqual(wanted.map((value) => expect.closeTo(value, 9)));
  const [cos, sin] = [Math.cos(Math.PI / 18), Math.sin(Math.PI / 18)];

  it('looks clockwise from straight out, seen from above, and up; on top from straight ahead', () => {
    near(aimed('rear', { turnDeg: 0, tiltDeg: 0 }), [1, 0, 0]);
    // Clockwise from straight behind is to the unit's left, where y is over 0.
    near(aimed('rear', { turnDeg: 90, tiltDeg: 0 }), [0, 1, 0]);
    near(aimed('front', { turnDeg: 90, tiltDeg: 0 }), [0, -1, 0]);
    near(aimed('left', { turnDeg: 90, tiltDeg: 0 }), [-1, 0, 0]);
    near(aimed('right', { turnDeg: 90, tiltDeg: 0 }), [1, 0, 0]);
    near(aimed('top', { turnDeg: 180, tiltDeg: 0 }), [1, 0, 0]);
    near(aimed('rear', { turnDeg: 0, tiltDeg: -10 }), [cos, 0, -sin]);
  });

  it('is seen from where it looks, and not from behind it, upright too', () => {
    const { build, body } = testTruck().lamp('FL-0701', 'top', { xMm: 1200, yMm: 0 }, { single: true });
    const [lamp] = Object.values(build.lamps);
    const level = HEIGHTS / 2;
    const seenFrom = (aim: { turnDeg: number; tiltDeg: number } | undefined, bearing: number) => {
      const turned = { ...build, lamps: { [lamp!.id]: { ...lamp!, aim } } };
      return lampFields(turned, body, [lamp!.id])[0]!.cells[cellOf(bearing / CELL_DEG, level)] !== BEHIND;
    };
    expect([0, 90, 180, 270].map((bearing) => seenFrom(undefined, bearing))).toEqual([true, true, true, true]);
    const ahead = { turnDeg: 0, tiltDeg: 0 };
    expect([0, 60, 180, 240].map((bearing) => seenFrom(ahead, bearing))).toEqual([true, true, false, false]);
    const right = { turnDeg: 90, tiltDeg: 0 };
    expect([30, 90, 180, 270].map((bearing) => seenFrom(right, bearing))).toEqual([true, true, true, false]);
  });
});
