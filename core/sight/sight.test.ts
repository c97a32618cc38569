import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import { BODY_TEMPLATES, type Body, contains, type Direction, makeBody, posed, posesOf } from '../body/index.ts';
import type { Position } from '../document/index.ts';
import { BEARINGS, BEHIND, cellOf, directionOf, FREE, lampFields } from './field.ts';
import { castRay, rayCaster } from './rayCaster.ts';

const bodyOf = (id: string): Body => {
  const made = makeBody(id, {});
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
};

/**
 * The same question answered without any geometry of lines: walk along the ray in small steps and ask each solid
 * whether the point lies in all three of its outlines. Independent of the caster but for `contains`.
 */
function walkedHit(
  body: Body,
  from: Position,
  [dx, dy, dz]: Direction,
  stepMm: number,
  reachMm: number,
): string | null {
  const at = (t: number) => [from.xMm + dx * t, from.yMm + dy * t, from.zMm + dz * t] as const;
  const isIn = (part: Body['parts'][number], [x, y, z]: readonly [number, number, number]) =>
    contains(part.side, x, z) && contains(part.front, y, z) && contains(part.plan, x, y);
  const solids = body.parts.filter((part) => part.solid);
  const left = new Set(solids.filter((part) => !isIn(part, at(1))));
  for (let t = 1 + stepMm; t < reachMm; t += stepMm) {
    const point = at(t);
    for (const part of solids) {
      const inside = isIn(part, point);
      if (!inside) left.add(part);
      else if (left.has(part)) return part.name;
    }
  }
  return null;
}

describe('the ray caster', () => {
  it('agrees with walking along the ray on every body, in every pose', () => {
    const scenes = BODY_TEMPLATES.flatMap((template) => {
      const body = bodyOf(template.id);
      return posesOf(body).map(({ pose }) => posed(body, pose));
    });
    let rays = 0;
    let unlike = 0;
    fc.assert(
      fc.property(
        fc.nat(scenes.length - 1),
        fc.tuple(fc.double({ min: 0, max: 1 }), fc.double({ min: -1, max: 1 }), fc.double({ min: 0.05, max: 1.1 })),
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: -60, max: 60 }),
        (scene, [u, v, w], bearing, height) => {
          if ([u, v, w].some(Number.isNaN)) return;
          const body = scenes[scene]!;
          const from = { xMm: u * body.lengthMm, yMm: (v * body.widthMm) / 2, zMm: w * body.heightMm };
          const direction = directionOf(bearing + 0.37, height + 0.11);
          const caster = rayCaster(body);
          const hit = castRay(caster, from, direction);
          const name = hit < 0 ? null : caster.solids[hit]!.name;
          rays++;
          if (walkedHit(body, from, direction, 4, 9_000) !== name) unlike++;
        },
      ),
      { numRuns: 160, seed: 7 },
    );
    // Steps of 4 mm miss corners that a ray only grazes; anything beyond that would be a wrong answer.
    expect(rays).toBeGreaterThan(140);
    expect(unlike / rays).toBeLessThan(0.015);
  });

  it('does not count the panel that a flush lamp sits in', () => {
    const caster = rayCaster(bodyOf('recovery-truck'));
    const inStep = { xMm: 7030, yMm: 500, zMm: 950 };
    expect(castRay(caster, inStep, directionOf(180, 0))).toBe(-1);
    expect(caster.solids[castRay(caster, inStep, directionOf(0, 0))]?.name).toBeDefined();
  });
});

describe('fields of view', () => {
  const unit = testTruck();
  unit.lamp('ST-0303', 'left', { xMm: 3000, yMm: 1, zMm: 800 });
  const { build, body } = unit;
  const lamps = Object.values(build.lamps);

  it('a lamp on the side is seen from its side and never from the other', () => {
    const left = lamps.find((lamp) => lamp.face === 'left')!;
    const [field] = lampFields(build, body, [left.id]);
    const level = 18; // 2.5 degrees up
    expect(field!.cells[cellOf((270 / 360) * BEARINGS, level)]).toBe(FREE);
    expect(field!.cells[cellOf((90 / 360) * BEARINGS, level)]).toBe(BEHIND);
  });

  it('a lamp behind the headboard is hidden from ahead by it, and seen over it when the light is raised', () => {
    const roof = body.parts.find((part) => part.id === 'headboard')!;
    const back = Math.max(...roof.side.map(([x]) => x));
    const top = Math.max(...roof.side.map(([, z]) => z));
    const lamp = { ...lamps[0]!, face: 'top' as const, position: { xMm: back + 300, yMm: 0, zMm: top - 400 } };
    const seen = (zMm: number) => {
      const moved = { ...lamp, position: { ...lamp.position, zMm } };
      const [field] = lampFields({ lamps: { [lamp.id]: moved }, models: build.models }, body, [lamp.id]);
      const cell = field!.cells[cellOf(0, 18)]!;
      return cell === FREE ? 'free' : field!.blockers[cell];
    };
    expect(seen(top - 400)).toBe('Headboard');
    expect(seen(top + 600)).toBe('free');
  });
});
