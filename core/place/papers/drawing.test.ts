import DxfParser from 'dxf-parser';
import { parseSync } from 'svgson';
import { describe, expect, it } from 'vitest';
import { type Drawing, drawingDxf, drawingSvg, PAPER_MARGIN_MM, PAPERS, TILE_OVERLAP_MM, tilesOf } from './drawing.ts';

const drawing: Drawing = {
  widthMm: 300,
  heightMm: 200,
  shapes: [
    { kind: 'circle', layer: 'holes', x: 40, y: 30, radius: 9.5 },
    { kind: 'line', layer: 'slots', x1: 10, y1: 20, x2: 110, y2: 21.23456 },
    {
      kind: 'text',
      layer: 'text',
      x: 5,
      y: 6,
      size: 3.4,
      text: 'ø 9 × 2 at 45° & "L1" <é>',
      bold: true,
      anchor: 'middle',
    },
  ],
};

describe('DXF', () => {
  const text = drawingDxf(drawing);
  const read = new DxfParser().parseSync(text)!;

  it('names a line type for every layer, as that release wants', () => {
    const layers = text.split(/\r?\n/);
    const named = layers.flatMap((value, at) => (value.trim() === 'CONTINUOUS' ? [layers[at - 1]!.trim()] : []));
    expect(named.length).toBeGreaterThan(3);
    expect(new Set(named)).toEqual(new Set(['6']));
  });

  it('is release 12 in millimetres with y up, on layers of their own', () => {
    expect(read.header).toMatchObject({ $ACADVER: 'AC1009', $INSUNITS: 4 });
    const [circle, line] = read.entities as unknown as [
      { type: string; layer: string; center: { x: number; y: number }; radius: number },
      { type: string; layer: string; vertices: { x: number; y: number }[] },
    ];
    expect(circle).toMatchObject({ type: 'CIRCLE', layer: 'HOLES', center: { x: 40, y: 170 }, radius: 9.5 });
    expect(line).toMatchObject({ type: 'LINE', layer: 'SLOTS' });
    expect(line.vertices.map(({ x, y }) => [x, y])).toEqual([
      [10, 180],
      [110, 178.765],
    ]);
  });

  it('says in plain ASCII what it has no sign for', () => {
    expect(text).toContain('dia  9 x 2 at 45 deg & "L1" <?>');
    expect([...text].every((letter) => letter === '\n' || (letter >= ' ' && letter <= '~'))).toBe(true);
  });

  it('names each layer with its colour and line, so that a reader needs no defaults', () => {
    const pairs = text.split('\n');
    const layers = pairs.flatMap((each, index) =>
      each === 'LAYER' && pairs[index - 1] === '0' ? [pairs.slice(index + 1, index + 9)] : [],
    );
    expect(layers.map((each) => [each[1], each[5], each[7]])).toEqual([
      ['HOLES', '7', 'CONTINUOUS'],
      ['SLOTS', '7', 'CONTINUOUS'],
      ['CENTRE', '1', 'CONTINUOUS'],
      ['OUTLINE', '8', 'CONTINUOUS'],
      ['RULER', '7', 'CONTINUOUS'],
      ['TEXT', '3', 'CONTINUOUS'],
    ]);
  });
});

describe('SVG', () => {
  it('is as large on paper as the drawing, with millimetres as its units', () => {
    const svg = parseSync(drawingSvg(drawing));
    expect(svg.attributes).toMatchObject({ width: '300mm', height: '200mm', viewBox: '0 0 300 200' });
    expect(svg.children[0]!.attributes).toMatchObject({ cx: '40', cy: '30', r: '9.5', fill: 'none' });
    expect(svg.children[1]!.attributes).toMatchObject({ x2: '110', y2: '21.235' });
    expect(svg.children[2]!.attributes).toMatchObject({ 'text-anchor': 'middle', 'font-weight': 'bold' });
  });

  it('of a window shows that window at the same scale', () => {
    const svg = parseSync(drawingSvg(drawing, { x: 20, y: 10, widthMm: 190, heightMm: 100 }));
    expect(svg.attributes).toMatchObject({ width: '190mm', viewBox: '20 10 190 100' });
  });

  it('letters that mean something to it are written as letters', () => {
    expect(drawingSvg(drawing)).toContain('&amp; &quot;L1&quot; &lt;é&gt;');
  });
});

describe('pages', () => {
  it('are A4 by ISO 216 and Letter by ANSI Y14.1, in mm (from memory)', () => {
    expect(PAPERS.map(({ name, widthMm, heightMm }) => [name, widthMm, heightMm])).toEqual([
      ['A4', 210, 297],
      ['Letter', 215.9, 279.4],
    ]);
  });

  const a4 = PAPERS[0]!;
  const [wide, high] = [a4.widthMm - 2 * PAPER_MARGIN_MM, a4.heightMm - 2 * PAPER_MARGIN_MM];
  it('one page takes what fits to the millimetre, the next takes what is over', () => {
    expect(tilesOf({ widthMm: wide, heightMm: high, shapes: [] }, a4)).toHaveLength(1);
    expect(tilesOf({ widthMm: wide + 0.1, heightMm: high, shapes: [] }, a4)).toHaveLength(2);
    expect(tilesOf({ widthMm: wide, heightMm: high + 0.1, shapes: [] }, a4)).toHaveLength(2);
    expect(tilesOf({ widthMm: 2 * wide - TILE_OVERLAP_MM, heightMm: 10, shapes: [] }, a4)).toHaveLength(2);
    expect(tilesOf({ widthMm: 2 * wide - TILE_OVERLAP_MM + 0.1, heightMm: 10, shapes: [] }, a4)).toHaveLength(3);
  });

  it('go row by row, each beginning a strip before the last one ended', () => {
    const tiles = tilesOf({ widthMm: 300, heightMm: 400, shapes: [] }, a4);
    expect(tiles.map(({ row, column, x, y }) => [row, column, x, y])).toEqual([
      [0, 0, 0, 0],
      [0, 1, wide - TILE_OVERLAP_MM, 0],
      [1, 0, 0, high - TILE_OVERLAP_MM],
      [1, 1, wide - TILE_OVERLAP_MM, high - TILE_OVERLAP_MM],
    ]);
    const last = tiles.at(-1)!;
    expect(last.x + last.widthMm).toBeGreaterThanOrEqual(300);
    expect(last.y + last.heightMm).toBeGreaterThanOrEqual(400);
  });
});
