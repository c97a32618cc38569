import { describe, expect, it } from 'vitest';
import { castRay, directionOf, rayCaster } from '../sight/index.ts';
import type { Body, Pose } from './bodyModel.ts';
import { makeBody } from './makeBody.ts';
import { type Direction, posed, posedPlace, posesOf, raisesParts } from './pose.ts';

const bodyOf = (id: string, attachments: Parameters<typeof makeBody>[2] = {}): Body => {
  const made = makeBody(id, {}, attachments);
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
};

/** A point turned about an axis through a pivot, written out by hand for the check. */
function turnedBack([x, y, z]: Direction, about: 'y' | 'z', [p, q]: readonly [number, number], deg: number): Direction {
  const [c, s] = [Math.cos((-deg * Math.PI) / 180), Math.sin((-deg * Math.PI) / 180)];
  if (about === 'y') return [p + (x - p) * c - (z - q) * s, y, q + (x - p) * s + (z - q) * c];
  return [p + (x - p) * c - (y - q) * s, q + (x - p) * s + (y - q) * c, z];
}

describe('joints', () => {
  const cases = [
    ['recovery-truck', 'boom', ['boom', 'boom-end']],
    ['gritter', 'wing-left', ['wing-left']],
    ['tilt-trailer', 'tilt', ['side-left', 'tailgate', 'bed']],
    ['telehandler', 'boom', ['boom', 'boom-inner', 'fork-1']],
  ] as const;

  it.each(cases)(
    '%s, %s: a ray meets the moved solid where the ray turned back meets the unmoved one',
    (id, jointId, partIds) => {
      const body = bodyOf(id);
      const joint = body.joints.find((each) => each.id === jointId)!;
      if (joint.motion.kind !== 'turn' || joint.motion.about === 'x')
        throw new Error('not a turning joint about y or z');
      const { about, pivot } = joint.motion;
      const only = { parts: body.parts.filter((part) => (partIds as readonly string[]).includes(part.id)) };
      const still = rayCaster(only);
      let unlike = 0;
      let rays = 0;
      for (const { at } of joint.positions.filter((position) => position.at !== 0)) {
        const moved = rayCaster(posed({ ...body, ...only }, { [jointId]: at }));
        for (let step = 0; step < 400; step++) {
          const from: Direction = [(step * 977) % body.lengthMm, ((step * 613) % 2600) - 1300, (step * 389) % 3600];
          const towards = directionOf((step * 47.3) % 360, ((step * 29.7) % 120) - 60);
          const origin = turnedBack(from, about, pivot, at);
          const tip = turnedBack([from[0] + towards[0], from[1] + towards[1], from[2] + towards[2]], about, pivot, at);
          const back: Direction = [tip[0] - origin[0], tip[1] - origin[1], tip[2] - origin[2]];
          const here = castRay(moved, { xMm: from[0], yMm: from[1], zMm: from[2] }, towards);
          const there = castRay(still, { xMm: origin[0], yMm: origin[1], zMm: origin[2] }, back);
          rays++;
          if (here !== there) unlike++;
        }
      }
      // Rounded edges of the other two profiles are stretched, not turned: a handful of grazing rays may differ.
      expect(unlike / rays).toBeLessThan(0.01);
    },
  );

  it('carries lamps along and turns the way they face', () => {
    const body = bodyOf('tilt-trailer');
    const bed = body.joints.find((joint) => joint.id === 'tilt')!;
    const tilt = bed.positions.find((position) => position.name === 'tilted')!.at;
    const pose: Pose = { tilt };
    const tail = { face: 'rear' as const, position: { xMm: 6100, yMm: 400, zMm: 900 } };
    const { position, normal } = posedPlace(body, pose, tail);
    expect(position.zMm).toBeLessThan(tail.position.zMm - 200);
    expect(normal[2]).toBeCloseTo(Math.sin((tilt * Math.PI) / 180), 6);
    const still = { face: 'rear' as const, position: { xMm: 6100, yMm: 0, zMm: 560 } };
    expect(posedPlace(body, pose, still).position).toEqual(still.position);
  });

  it('a unit has each named position of each joint as a pose, and the travelling one first', () => {
    expect(posesOf(bodyOf('motorcycle')).map(({ name }) => name)).toEqual([
      'travelling',
      'Steering left lock',
      'Steering right lock',
    ]);
  });
});

describe('attachments', () => {
  it('leave the carrying unit where it is: a plow stands ahead of zero, a trailer behind the hitch', () => {
    const bare = bodyOf('drop-side-truck');
    const hung = bodyOf('drop-side-truck', { attachments: ['v-plow', 'tilt-trailer'] });
    expect(hung.lengthMm).toBe(bare.lengthMm);
    expect(hung.parts.find((part) => part.id === 'cab')!.side).toEqual(
      bare.parts.find((part) => part.id === 'cab')!.side,
    );
    expect(hung.span.fromMm).toBe(-1100);
    expect(hung.span.toMm).toBeGreaterThan(bare.lengthMm + 5900);
    expect(hung.joints.map((joint) => joint.id)).toEqual(
      expect.arrayContaining(['wing-left', 'plow-lift', 'trailer-tilt', 'articulation']),
    );
  });

  it('a turned trailer swings about the hitch, its own tilt included', () => {
    const hung = bodyOf('van', { attachments: ['tilt-trailer'] });
    const turned = posed(hung, { articulation: 35, 'trailer-tilt': -12 });
    const bed = turned.parts.find((part) => part.id === 'trailer-bed')!;
    const ys = bed.plan.map(([, y]) => y);
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(3000);
    const zs = bed.side.map(([, z]) => z);
    expect(Math.max(...zs) - Math.min(...zs)).toBeGreaterThan(700);
  });
});

describe('what raises something over whoever works under it', () => {
  it.each([
    ['recovery-truck', true],
    ['tilt-trailer', true],
    ['loader', true],
    ['drop-side-truck', false],
    ['van', false],
    ['motorcycle', false],
  ])('%s: %s', (bodyId, raises) => {
    const made = makeBody(bodyId, {});
    if (!made.ok) throw new Error(made.reason.message);
    expect(raisesParts(made.value)).toBe(raises);
  });
});
