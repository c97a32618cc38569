import DxfParser from 'dxf-parser';
import { parseSync } from 'svgson';
import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { testTruck } from '../../../demo/testUnit.ts';
import { magnetHold } from '../mounting/magnetHold.ts';
import { allHoles, baseOf, bitsFor, boltFor, cornersOf, drillingOf, ISO_273, slotOf } from '../mounting/mounts.ts';
import { drawingDxf, drawingSvg, PAPERS, TILE_OVERLAP_MM, tilesOf } from './drawing.ts';
import { drillTemplate, templateJobs } from './drillTemplate.ts';

describe('clearance holes', () => {
  it('are those of ISO 273 (from memory; the figures of the project reference)', () => {
    expect(ISO_273.map(({ thread, fineMm, mediumMm, coarseMm }) => [thread, fineMm, mediumMm, coarseMm])).toEqual([
      ['M4', 4.3, 4.5, 4.8],
      ['M5', 5.3, 5.5, 5.8],
      ['M6', 6.4, 6.6, 7],
      ['M8', 8.4, 9, 10],
      ['M10', 10.5, 11, 12],
      ['M12', 13, 13.5, 14.5],
    ]);
  });

  it('an M6 bolt goes through a 6.5 mm hole (common practice), not an M8', () => {
    expect(boltFor(6.5)).toEqual({ thread: 'M6', fit: 'fine' });
    expect(boltFor(9)).toEqual({ thread: 'M8', fit: 'medium' });
    expect(boltFor(4)).toBeNull();
  });
});

describe('slots', () => {
  it('1 x 20 in with 1/2 in corner bits: centres 6.35 mm in from both edges (common practice, no source)', () => {
    const slot = slotOf(508, 25.4);
    const corners = cornersOf(slot);
    expect(corners).toHaveLength(4);
    for (const { aMm, bMm, diameterMm } of corners) {
      expect(diameterMm).toBeCloseTo(12.7, 9);
      expect(254 - Math.abs(aMm)).toBeCloseTo(6.35, 9);
      expect(12.7 - Math.abs(bMm)).toBeCloseTo(6.35, 9);
    }
  });
});

describe('bits', () => {
  it('19 mm in 2 mm steel: pilot, then step bit, stop at the size', () => {
    expect(bitsFor(19, 'steel', 2)).toMatchObject([
      { bit: 'pilot bit', diameterMm: 3.2 },
      { bit: 'step bit', note: 'stop at the 19 mm step' },
    ]);
  });
  it('a step bit does not reach through thick plate, and large holes take a saw', () => {
    expect(bitsFor(19, 'steel', 5)[1]).toMatchObject({ bit: 'hole saw' });
    expect(bitsFor(102, 'aluminium', 2)[1]).toMatchObject({ bit: 'hole saw' });
    expect(bitsFor(3.2, 'plastic', 3)).toEqual([{ bit: 'twist bit', diameterMm: 3.2, note: 'light pressure' }]);
  });
});

describe('templates, read back by general libraries', () => {
  const { build, body } = testTruck()
    .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('RV-0502', 'rear', { yMm: 560, zMm: 945 })
    .lamp('BC-0101', 'top', { xMm: 1200, yMm: 0 });
  const jobs = templateJobs(build, body);
  const wanted = (job: (typeof jobs)[number]) => allHoles(drillingOf(job.lamps[0]!, job.model));
  /** Diameters, and distances between all pairs of circles: what a hole pattern is, wherever it lies on the sheet. */
  const measured = (circles: { x: number; y: number; d: number }[]) => ({
    diameters: circles.map(({ d }) => Math.round(d * 100) / 100).sort((a, b) => a - b),
    spans: circles
      .flatMap((a, i) => circles.slice(i + 1).map((b) => Math.round(Math.hypot(a.x - b.x, a.y - b.y) * 100) / 100))
      .sort((a, b) => a - b),
  });
  const core = (job: (typeof jobs)[number]) =>
    measured(wanted(job).map(({ aMm, bMm, diameterMm }) => ({ x: aMm, y: bMm, d: diameterMm })));

  it('one job a model, mount and panel, both sides on one sheet', () => {
    expect(jobs.map((job) => job.lamps.map((lamp) => lamp.tag).join(' '))).toEqual(['T1', 'L1 R1', 'L2 R2']);
  });

  it.each(jobs.map((job) => [job.key, job] as const))('DXF of %s: the circles are the core’s numbers', (_, job) => {
    const dxf = drawingDxf(drillTemplate(build, job));
    const parsed = new DxfParser().parseSync(dxf)!;
    expect(parsed.header.$ACADVER).toBe('AC1009');
    const circles = parsed.entities
      .filter((entity) => entity.type === 'CIRCLE')
      .map((entity) => entity as unknown as { center: { x: number; y: number }; radius: number })
      .map(({ center, radius }) => ({ x: center.x, y: center.y, d: radius * 2 }));
    const stations = circles.length / wanted(job).length;
    expect(Number.isInteger(stations)).toBe(true);
    const byX = [...circles].sort((a, b) => a.x - b.x);
    const first = byX.slice(0, byX.length / stations);
    expect(measured(first)).toEqual(core(job));
  });

  it.each(jobs.map((job) => [job.key, job] as const))('SVG of %s: millimetres, and the same circles', (_, job) => {
    const drawing = drillTemplate(build, job);
    const svg = parseSync(drawingSvg(drawing));
    expect(svg.attributes.width).toBe(`${Math.round(drawing.widthMm * 1000) / 1000}mm`);
    expect(svg.attributes.viewBox!.split(' ')[2]).toBe(String(Math.round(drawing.widthMm * 1000) / 1000));
    const circles = svg.children
      .filter((child) => child.name === 'circle')
      .map(({ attributes: { cx, cy, r } }) => ({ x: Number(cx), y: Number(cy), d: 2 * Number(r) }));
    const stations = circles.length / wanted(job).length;
    const byX = [...circles].sort((a, b) => a.x - b.x);
    expect(measured(byX.slice(0, byX.length / stations))).toEqual(core(job));
  });

  it('a long slot is tiled with an overlap and nothing is lost between the sheets', () => {
    const drawing = drillTemplate(build, jobs.find((job) => job.model.key === 'RV-0502')!);
    const tiles = tilesOf(drawing, PAPERS[0]!);
    expect(tiles.length).toBeGreaterThan(1);
    const across = tiles.filter((tile) => tile.row === 0);
    across.slice(1).forEach((tile, index) => {
      const before = across[index]!;
      expect(before.x + before.widthMm - tile.x).toBeCloseTo(TILE_OVERLAP_MM, 9);
    });
    expect(across.at(-1)!.x + across.at(-1)!.widthMm).toBeGreaterThanOrEqual(drawing.widthMm);
  });
});

describe('a sheet', () => {
  const { build, body } = testTruck().lamp('BC-0101', 'top', { xMm: 1200, yMm: 0 });
  const { shapes, widthMm, heightMm } = drillTemplate(build, templateJobs(build, body)[0]!);
  const lines = shapes.flatMap((shape) => (shape.kind === 'line' ? [shape] : []));

  it('holds all that is on it', () => {
    for (const shape of shapes) {
      const [xs, ys] =
        shape.kind === 'line'
          ? [
              [shape.x1, shape.x2],
              [shape.y1, shape.y2],
            ]
          : [[shape.x], [shape.y]];
      for (const x of xs!) expect(x).toBeGreaterThanOrEqual(0);
      for (const x of xs!) expect(x).toBeLessThanOrEqual(widthMm);
      for (const y of ys!) expect(y).toBeGreaterThanOrEqual(0);
      for (const y of ys!) expect(y).toBeLessThanOrEqual(heightMm);
    }
  });

  it('has its centre lines through the whole base and 9 mm beyond, to fold and to tape by', () => {
    const { heightMm: deepMm, widthMm: wideMm } = baseOf({ face: 'top' }, build.models['BC-0101']!);
    const centre = lines.filter(({ layer }) => layer === 'centre');
    const upright = centre.find(({ x1, x2, y1, y2 }) => x1 === x2 && Math.abs(y2 - y1) > deepMm)!;
    const level = centre.find(({ x1, x2, y1, y2 }) => y1 === y2 && Math.abs(x2 - x1) > wideMm)!;
    expect(upright.y2 - upright.y1).toBeCloseTo(deepMm + 18, 9);
    expect(level.x2 - level.x1).toBeCloseTo(wideMm + 18, 9);
    // They cross in the middle of each other.
    expect(upright.x1).toBeCloseTo((level.x1 + level.x2) / 2, 9);
    expect(level.y1).toBeCloseTo((upright.y1 + upright.y2) / 2, 9);
  });

  it('has a rule of 100 mm with a tick each centimetre, and one of 4 in with a tick each half inch', () => {
    const ruler = lines.filter(({ layer }) => layer === 'ruler');
    const along = ruler.filter(({ y1, y2 }) => y1 === y2).map(({ x1, x2 }) => x2 - x1);
    expect(along[0]).toBeCloseTo(100, 9);
    expect(along[1]).toBeCloseTo(101.6, 9);
    expect(ruler.filter(({ x1, x2 }) => x1 === x2)).toHaveLength(11 + 9);
    // Under the base, not over it.
    const lowest = Math.max(...lines.filter(({ layer }) => layer === 'outline').map(({ y2 }) => y2));
    for (const { y1 } of ruler) expect(y1).toBeGreaterThan(lowest);
  });
});

describe('a base that nobody has measured', () => {
  const { build, body } = testTruck().lamp('BC-0101', 'top', { xMm: 1200, yMm: 0 });
  const model = build.models['BC-0101']!;
  const mounts = model.mounts.map((mount) => ({ ...mount, places: null }));
  const unknown = { ...build, models: { 'BC-0101': { ...model, mounts } } };
  const shapesOf = (of: typeof build) => drillTemplate(of, templateJobs(of, body)[0]!).shapes;

  it('gets a sheet to prick through, with its outline and no hole', () => {
    expect(shapesOf(build).filter(({ kind }) => kind === 'circle')).toHaveLength(4);
    expect(shapesOf(unknown).filter(({ kind }) => kind === 'circle')).toEqual([]);
    expect(JSON.stringify(shapesOf(unknown))).toContain('Nobody has measured the holes of this base');
    expect(JSON.stringify(shapesOf(build))).not.toContain('Nobody has measured');
  });

  it('and a grid a centimetre apart over it, the middle on a line', () => {
    const grid = shapesOf(unknown).flatMap((shape) =>
      shape.kind === 'line' && shape.layer === 'ruler' && shape.x1 === shape.x2 ? [shape.x1] : [],
    );
    const middle = drillTemplate(unknown, templateJobs(unknown, body)[0]!).widthMm / 2;
    const half = Math.floor(model.face.widthMm / 2 / 10);
    for (let at = -half; at <= half; at++)
      expect(
        grid.some((x) => Math.abs(x - middle - at * 10) < 1e-9),
        `${at}`,
      ).toBe(true);
    expect(grid.some((x) => Math.abs(x - middle - (half + 1) * 10) < 1e-9)).toBe(false);
  });
});

describe('magnets', () => {
  const model = { ...modelByKey('BC-0103'), magnetPullN: 240, massKg: 1.2 };
  const steel = { thicknessMm: 3, gapMm: 0, steel: true };

  it('holds as a hand calculation says: v = sqrt(2 F / (rho cd A))', () => {
    // 240 N / 2 - 3 x 1.2 kg x 9.81 = 84.684 N; sliding 0.35 x 84.684 = 29.64 N; face 0.14 x 0.15 m; base as deep as high.
    const expected = Math.sqrt((2 * 29.6394) / (1.225 * 1.2 * 0.021)) * 3.6;
    const hold = magnetHold(model, steel);
    expect(hold.holdsToKmh).toBeCloseTo(expected, 2);
    expect(hold.limit).toBe('sliding');
  });

  it('thin or painted steel holds less, aluminium not at all, a weak foot shakes loose', () => {
    const full = magnetHold(model, steel).holdsToKmh;
    expect(magnetHold(model, { ...steel, thicknessMm: 1.5 }).holdsToKmh).toBeLessThan(full);
    expect(magnetHold(model, { ...steel, gapMm: 0.4 }).holdsToKmh).toBeLessThan(full);
    expect(magnetHold(model, { ...steel, steel: false })).toMatchObject({ holdsToKmh: 0, limit: 'not steel' });
    expect(magnetHold({ ...model, magnetPullN: 60 }, steel)).toMatchObject({ holdsToKmh: 0, limit: 'shaking' });
  });

  it('a tall narrow lamp tips before it slides', () => {
    const tall = { ...model, face: { ...model.face, heightMm: 400, depthMm: 60 } };
    expect(magnetHold(tall, steel).limit).toBe('tipping');
  });
});
