/**
 * Where the holes of a base come on the unit. By hand: whoever stands before a face has the unit's left at the left hand
 * behind it and at the right hand before it; x runs back, y to the unit's left, z up.
 */
import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { testTruck } from '../../../demo/testUnit.ts';
import { BODY_TEMPLATES, makeBody } from '../../body/index.ts';
import type { Face, Lamp, LampModel } from '../../document/index.ts';
import { drawingDxf } from '../papers/drawing.ts';
import { drillTemplate, templateJobs } from '../papers/drillTemplate.ts';
import { holePosition, placedHoles } from './placedHoles.ts';

const AT = { xMm: 4000, yMm: 300, zMm: 900 };
/** One hole to the right of the middle and above it, the lead to the left and below: nothing about it is alike. */
const odd: LampModel = {
  ...modelByKey('ST-0302'),
  face: { shape: 'rectangle', widthMm: 60, heightMm: 30, depthMm: 20 },
  mounts: [
    {
      kind: 'screw',
      holeMm: 5,
      holes: 1,
      places: [
        { aMm: 20, bMm: 7, diameterMm: 5, use: 'fixing' },
        { aMm: -12, bMm: -3, diameterMm: 8, use: 'lead' },
      ],
    },
  ],
};
const lampOn = (face: Face): Lamp => ({
  id: '01900000-0000-7000-9000-00000000dddd',
  tag: 'L1',
  modelKey: odd.key,
  face,
  position: AT,
  colour: 'amber',
  mount: 'screw',
  pairId: null,
  groupId: null,
  locked: false,
});

describe('holes of a base that is not alike on both hands', () => {
  it.each([
    ['rear', { xMm: 4000, yMm: 280, zMm: 907 }, { xMm: 4000, yMm: 312, zMm: 897 }],
    ['front', { xMm: 4000, yMm: 320, zMm: 907 }, { xMm: 4000, yMm: 288, zMm: 897 }],
    ['left', { xMm: 4020, yMm: 300, zMm: 907 }, { xMm: 3988, yMm: 300, zMm: 897 }],
    ['right', { xMm: 3980, yMm: 300, zMm: 907 }, { xMm: 4012, yMm: 300, zMm: 897 }],
    ['top', { xMm: 3993, yMm: 280, zMm: 900 }, { xMm: 4003, yMm: 312, zMm: 900 }],
  ] as const)('on the %s, as whoever stands before it sees them', (face, fixing, lead) => {
    const holes = placedHoles(lampOn(face), odd);
    expect(holes.map(holePosition)).toEqual([fixing, lead]);
  });

  it('are where their view draws them: across the ends by y, along the sides by x, from above by both', () => {
    const [fixing] = placedHoles(lampOn('rear'), odd);
    expect([fixing!.a, fixing!.b]).toEqual([280, 907]);
    const [above] = placedHoles(lampOn('top'), odd);
    expect([above!.a, above!.b]).toEqual([3993, 280]);
  });
});

const bodies = BODY_TEMPLATES.map(({ id }) => {
  const made = makeBody(id, {});
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
});

describe('templates of a pair, read back from DXF', () => {
  it.each(bodies.map((body) => [body.templateId, body] as const))(
    'on %s the base of the right-hand lamp has its lead on the same hand as that of the left, within 0.1 mm',
    (_, body) => {
      const { build } = testTruck();
      const pairId = '01900000-0000-7000-9000-00000000eeee';
      const lamps = (['left', 'right'] as const).map(
        (face, index): Lamp => ({
          ...lampOn(face),
          id: `01900000-0000-7000-9000-00000000ddd${index}`,
          tag: `${face === 'left' ? 'L' : 'R'}1`,
          position: { ...AT, yMm: face === 'left' ? 300 : -300 },
          pairId,
        }),
      );
      const made = {
        ...build,
        lamps: Object.fromEntries(lamps.map((lamp) => [lamp.id, lamp])),
        models: { [odd.key]: odd },
      };
      const jobs = templateJobs(made, body);
      const circles = jobs.flatMap((job) =>
        new DxfParser()
          .parseSync(drawingDxf(drillTemplate(made, job)))!
          .entities.filter(({ type }) => type === 'CIRCLE')
          .map((entity) => entity as unknown as { center: { x: number; y: number }; radius: number }),
      );
      const fixings = circles.filter(({ radius }) => Math.abs(radius - 2.5) < 0.05);
      const leads = circles.filter(({ radius }) => Math.abs(radius - 4) < 0.05);
      expect(fixings).toHaveLength(2);
      // 20 + 12 to the left, 7 + 3 down: one lead so from each fixing, whichever station it is in.
      for (const { center } of fixings) {
        const apart = leads.map((lead) => Math.hypot(lead.center.x - center.x + 32, lead.center.y - center.y + 10));
        expect(Math.min(...apart)).toBeLessThan(0.1);
      }
    },
  );
});
