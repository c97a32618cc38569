import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { BodyPart } from '../bodyModel.ts';
import { makeBody } from '../makeBody.ts';
import { extent } from '../outline/outline.ts';
import { posed } from '../pose.ts';
import { skinAt } from '../solid.ts';
import { DATA_FILES } from './dataBodies.ts';
import { type BodyData, dataBody, readOutline } from './dataBody.ts';

const box = (id: string, x: [number, number], y: [number, number], zs: [number, number]) => {
  const rectangle = ([a0, a1]: [number, number], [b0, b1]: [number, number]) =>
    `${a0 * 10},${b0 * 10} ${(a1 - a0) * 10},0 0,${(b1 - b0) * 10} ${(a0 - a1) * 10},0`;
  return {
    id,
    name: id,
    look: 'body',
    side: rectangle(x, zs),
    front: rectangle(y, zs),
    plan: rectangle(x, y),
    material: 'steel',
    thicknessMm: 2,
  } as const;
};
/** A box of 1,000 by 800 by 600 mm with a lamp at each side, and a rack on it. */
const data: BodyData = {
  id: 'box',
  name: 'Box',
  group: 'machine',
  hasEngine: true,
  source: 'made up for this test',
  parameters: Object.fromEntries(
    [
      ['lengthMm', 1000],
      ['wheelbaseMm', 400],
      ['widthMm', 800],
      ['rackMm', 700],
    ].map(([key, defaultMm]) => [key, { name: `${key}`, defaultMm: Number(defaultMm), minimumMm: 1, maximumMm: 9999 }]),
  ),
  bands: [
    { parameter: 'wheelbaseMm', axis: 'x', from: 200, to: 300 },
    { parameter: 'lengthMm', axis: 'x', from: 600, to: 800, minus: 'wheelbaseMm' },
    { parameter: 'widthMm', axis: 'y', from: 100, to: 200, half: true },
    { parameter: 'rackMm', axis: 'z', from: 600, to: 650, parts: 'rack-*' },
  ],
  parts: [
    box('hull', [0, 1000], [-400, 400], [0, 600]),
    {
      ...box('lamp-left', [950, 1000], [300, 380], [400, 500]),
      details: {
        left: [{ look: 'line', closed: false, points: '9600,4500 100,0' }],
        front: [{ look: 'line', closed: false, points: '3200,4500 100,0' }],
      },
      paintBias: { left: 30 },
    },
    { id: 'lamp-right', name: 'Lamp, right', mirrorOf: 'lamp-left' },
    box('rack-top', [100, 900], [-300, 300], [600, 700]),
  ],
  joints: [
    {
      id: 'lid',
      name: 'Lid',
      motion: { kind: 'turn', about: 'y', pivot: [900, 600] },
      partIds: ['rack-top'],
      positions: [{ name: 'open', at: 90 }],
    },
  ],
  zones: [{ id: 'hot', name: 'hot', kind: 'hot', x: [700, 900], y: [-400, 400], z: [0, 100] }],
  passes: [
    { id: 'hole', name: 'hole', kind: 'hole', position: { xMm: 900, yMm: -300, zMm: 300 }, diameterMm: 20, wet: false },
  ],
  behind: [],
  closed: [],
  edges: [{ id: 'rear', name: 'rear', axis: 'x', atMm: 1000 }],
  panelPosition: { xMm: 250, yMm: 150, zMm: 300 },
  driversEye: null,
};
const template = dataBody(data);
const partOf = (id: string, given: Record<string, number> = {}): BodyPart =>
  template.build(given).parts.find((part) => part.id === id)!;

describe('outlines', () => {
  it('are steps in tenths of a millimetre from the first point on', () => {
    expect(readOutline('3000,3700 16,-144 -16,0')).toEqual([
      [300, 370],
      [301.6, 355.6],
      [300, 355.6],
    ]);
  });

  it('a circle begins where x is largest, and turns the other way for a negative count', () => {
    const points = readOutline('o 100,50 10 4').map(([x, y]) => [Math.round(x), Math.round(y)]);
    expect(points).toEqual([
      [110, 50],
      [100, 60],
      [90, 50],
      [100, 40],
    ]);
    expect(readOutline('o 100,50 10 -4').map(([, y]) => Math.round(y))).toEqual([50, 40, 50, 60]);
  });

  it('what cannot be read is refused', () => {
    expect(() => readOutline('3000,x')).toThrow(/not an outline/);
  });
});

describe('dimensions', () => {
  const xs = (id: string, given: Record<string, number>) => extent(partOf(id, given).side, 0);

  it('shift what is beyond their band, and leave what is before it', () => {
    expect(xs('hull', { lengthMm: 1200 })).toEqual([0, 1200]);
    expect(xs('lamp-left', { lengthMm: 1200 })).toEqual([1150, 1200]);
  });

  it('stretch what is in it, by how far it is in', () => {
    // 250 is the middle of 200 to 300: 100 mm of wheelbase take it 50 mm along.
    expect(template.build({ wheelbaseMm: 500 }).panelPosition.xMm).toBeCloseTo(300, 9);
  });

  it('a longer wheelbase in the same length is taken off the tail', () => {
    expect(xs('hull', { wheelbaseMm: 500, lengthMm: 1000 })).toEqual([0, 1000]);
    expect(template.fittings!({ wheelbaseMm: 500, lengthMm: 1000 }).zones[0]!.x).toEqual([750, 900]);
  });

  it('a band keeps a fifth of itself', () => {
    // 200 mm can give 160.
    expect(xs('hull', { lengthMm: 100 })).toEqual([0, 840]);
  });

  it('widths grow both ways from the centreline', () => {
    expect(extent(partOf('hull', { widthMm: 900 }).front, 0)).toEqual([-450, 450]);
    expect(template.fittings!({ widthMm: 900 }).passes[0]!.position.yMm).toBe(-350);
    expect(template.build({ widthMm: 900 }).panelPosition.yMm).toBeCloseTo(175, 9);
  });

  it('a band of some parts moves these alone', () => {
    expect(extent(partOf('rack-top', { rackMm: 800 }).side, 1)).toEqual([600, 800]);
    expect(extent(partOf('hull', { rackMm: 800 }).side, 1)).toEqual([0, 600]);
  });

  it('edges and pivots go along', () => {
    expect(template.build({ lengthMm: 1100 }).edges[0]!.atMm).toBe(1100);
    const [joint] = template.fittings!({ lengthMm: 1100 }).joints;
    expect(joint!.motion).toEqual({ kind: 'turn', about: 'y', pivot: [1000, 600] });
  });
});

it('the other side is the same across the centreline, its drawing and its place in the order too', () => {
  const right = partOf('lamp-right');
  expect(extent(right.front, 0)).toEqual([-380, -300]);
  expect(extent(right.plan, 1)).toEqual([-380, -300]);
  expect(right.details.right![0]!.points).toEqual(partOf('lamp-left').details.left![0]!.points);
  expect(right.details.left).toBeUndefined();
  expect(right.details.front![0]!.points.map(([y]) => y)).toEqual([-320, -330]);
  expect(right.paintBias).toEqual({ right: 30 });
  const broken = { ...data, parts: [{ id: 'a', name: 'a', mirrorOf: 'b' }] };
  expect(() => dataBody(broken).build({})).toThrow(/"b", which is not there/);
});

describe('the files', () => {
  const place = z.strictObject({ xMm: z.number(), yMm: z.number(), zMm: z.number() });
  const spanned = z.tuple([z.number(), z.number()]);
  const axis = z.enum(['x', 'y', 'z']);
  const look = z.enum(['body', 'metal', 'panel', 'glass', 'lens', 'dark', 'deep', 'line', 'faint', 'hidden']);
  const view = z.enum(['front', 'left', 'plan', 'right', 'rear']);
  const drawn = z.strictObject({
    id: z.string(),
    name: z.string(),
    look,
    side: z.string(),
    front: z.string(),
    plan: z.string(),
    details: z
      .partialRecord(view, z.array(z.strictObject({ look, closed: z.boolean(), points: z.string() })))
      .optional(),
    material: z.enum(['steel', 'aluminium', 'plastic', 'glass', 'rubber', 'timber']),
    thicknessMm: z.number().positive(),
    paintBias: z.partialRecord(view, z.number()).optional(),
    solid: z.boolean().optional(),
  });
  const file = z.strictObject({
    id: z.string(),
    name: z.string(),
    group: z.enum(['truck', 'van', 'trailer', 'machine', 'cycle']),
    hasEngine: z.boolean(),
    source: z.string().min(1),
    parameters: z.record(
      z.string(),
      z.strictObject({ name: z.string(), defaultMm: z.number(), minimumMm: z.number(), maximumMm: z.number() }),
    ),
    bands: z.array(
      z.strictObject({
        parameter: z.string(),
        axis,
        from: z.number(),
        to: z.number(),
        minus: z.string().optional(),
        half: z.boolean().optional(),
        parts: z.string().endsWith('*').optional(),
      }),
    ),
    parts: z.array(z.union([drawn, z.strictObject({ id: z.string(), name: z.string(), mirrorOf: z.string() })])),
    joints: z.array(
      z.strictObject({
        id: z.string(),
        name: z.string(),
        motion: z.union([
          z.strictObject({ kind: z.literal('turn'), about: axis, pivot: spanned }),
          z.strictObject({ kind: z.literal('slide'), along: axis }),
        ]),
        partIds: z.array(z.string()),
        positions: z.array(z.strictObject({ name: z.string(), at: z.number() })),
      }),
    ),
    zones: z.array(
      z.strictObject({
        id: z.string(),
        name: z.string(),
        kind: z.enum(['noDrill', 'pinch', 'hot', 'moving', 'strike', 'load', 'hands']),
        x: spanned,
        y: spanned,
        z: spanned,
      }),
    ),
    passes: z.array(
      z.strictObject({
        id: z.string(),
        name: z.string(),
        kind: z.enum(['grommet', 'plug', 'tube', 'hole']),
        position: place,
        diameterMm: z.number().positive(),
        wet: z.boolean(),
      }),
    ),
    behind: z.array(z.strictObject({ partId: z.string(), what: z.string(), depthMm: z.number() })),
    closed: z.array(z.string()),
    edges: z.array(z.strictObject({ id: z.string(), name: z.string(), axis, atMm: z.number() })),
    panelPosition: place,
    driversEye: place.nullable(),
  });

  it.each(DATA_FILES.map((each) => [each.id, each] as const))(
    '%s holds what a body is made of, and names its parts',
    (_, body) => {
      expect(file.safeParse(body).error?.issues).toBeUndefined();
      const ids = body.parts.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const id of [
        ...body.joints.flatMap(({ partIds }) => partIds),
        ...body.closed,
        ...body.behind.map((each) => each.partId),
      ])
        expect(ids, id).toContain(id);
      for (const { parameter, minus, from, to } of body.bands) {
        expect(from).toBeLessThan(to);
        for (const key of [parameter, minus]) if (key) expect(body.parameters[key], key).toBeDefined();
      }
    },
  );

  it('raised arms of the compact loader leave its bucket in the air', () => {
    const made = makeBody('compact-loader', {});
    if (!made.ok) throw new Error(made.reason.message);
    const bucket = (at: number) =>
      extent(posed(made.value, { arms: at }).parts.find(({ id }) => id === 'bucket')!.side, 1)[0];
    expect(bucket(0)).toBeLessThan(50);
    expect(bucket(-66)).toBeGreaterThan(1500);
  });

  it('the wells and boxes of wheels throw nothing; the skin is where it is drawn', () => {
    const made = makeBody('hatch-carrier', {});
    if (!made.ok) throw new Error(made.reason.message);
    expect(made.value.zones.filter(({ name }) => name === 'wheel throw')).toHaveLength(4);
    expect(skinAt(made.value, 'left', { xMm: 2200, yMm: 0, zMm: 700 })!.atMm).toBeCloseTo(821, 0);
  });
});
