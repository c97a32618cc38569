/** A small drawing in millimetres, and the open formats it is written in: SVG at true scale and DXF (R12). */
import type { Millimetres } from '../../units/index.ts';

export type Layer = 'holes' | 'slots' | 'centre' | 'outline' | 'ruler' | 'text';

export type Shape =
  | { kind: 'circle'; layer: Layer; x: number; y: number; radius: number }
  | { kind: 'line'; layer: Layer; x1: number; y1: number; x2: number; y2: number }
  | { kind: 'text'; layer: Layer; x: number; y: number; size: number; text: string; bold?: boolean; anchor?: 'middle' };

/** x to the right and y down from the upper left corner, mm. */
export interface Drawing {
  widthMm: Millimetres;
  heightMm: Millimetres;
  shapes: Shape[];
}

export interface Window {
  x: number;
  y: number;
  widthMm: Millimetres;
  heightMm: Millimetres;
}

const round = (value: number): string => String(Math.round(value * 1000) / 1000);
const escapeXml = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const STROKE: Record<Layer, { colour: string; widthMm: Millimetres; dash?: string }> = {
  holes: { colour: '#111111', widthMm: 0.25 },
  slots: { colour: '#111111', widthMm: 0.35 },
  centre: { colour: '#C8501B', widthMm: 0.18, dash: '6 1.5 1 1.5' },
  outline: { colour: '#6B645C', widthMm: 0.2, dash: '2 1.2' },
  ruler: { colour: '#111111', widthMm: 0.25 },
  text: { colour: '#1C1917', widthMm: 0 },
};

function svgShape(shape: Shape): string {
  const { colour, widthMm, dash } = STROKE[shape.layer];
  const line = `stroke="${colour}" stroke-width="${widthMm}" fill="none"${dash ? ` stroke-dasharray="${dash}"` : ''}`;
  const layer = `data-layer="${shape.layer}"`;
  switch (shape.kind) {
    case 'circle':
      return `<circle ${layer} cx="${round(shape.x)}" cy="${round(shape.y)}" r="${round(shape.radius)}" ${line}/>`;
    case 'line':
      return `<line ${layer} x1="${round(shape.x1)}" y1="${round(shape.y1)}" x2="${round(shape.x2)}" y2="${round(shape.y2)}" ${line}/>`;
    case 'text': {
      const anchor = shape.anchor ? ` text-anchor="${shape.anchor}"` : '';
      const weight = shape.bold ? ' font-weight="bold"' : '';
      return `<text ${layer} x="${round(shape.x)}" y="${round(shape.y)}" font-size="${shape.size}" font-family="Barlow, sans-serif" fill="${colour}"${anchor}${weight}>${escapeXml(shape.text)}</text>`;
    }
  }
}

/** SVG whose user unit is a millimetre and whose size is stated in mm, so that it prints at true scale. */
export function drawingSvg(drawing: Drawing, window: Window = { x: 0, y: 0, ...drawing }): string {
  const { x, y, widthMm, heightMm } = window;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${round(widthMm)}mm" height="${round(heightMm)}mm" viewBox="${round(x)} ${round(y)} ${round(widthMm)} ${round(heightMm)}">`,
    ...drawing.shapes.map(svgShape),
    '</svg>',
  ].join('\n');
}

const DXF_COLOUR: Record<Layer, number> = { holes: 7, slots: 7, centre: 1, outline: 8, ruler: 7, text: 3 };
const LAYERS = Object.keys(DXF_COLOUR) as Layer[];

/** R12 knows plain ASCII only; what it does not know is written as it is spoken. */
const asciiText = (text: string): string =>
  text
    .replaceAll('ø', 'dia ')
    .replaceAll('×', 'x')
    .replaceAll('°', ' deg')
    .replace(/[^\x20-\x7e]/g, '?');

/**
 * DXF release 12 in mm, y up, with lines, circles and text only: what every cutter and CAD program reads. Written here
 * because the usual packages write later releases, which old shop machines refuse.
 */
export function drawingDxf({ shapes, heightMm }: Drawing): string {
  const out: (string | number)[] = [];
  const put = (...pairs: [number, string | number][]) => {
    for (const [code, value] of pairs) out.push(code, typeof value === 'number' ? round(value) : value);
  };
  const up = (y: number) => heightMm - y;
  put([0, 'SECTION'], [2, 'HEADER'], [9, '$ACADVER'], [1, 'AC1009'], [9, '$INSUNITS'], [70, 4], [0, 'ENDSEC']);
  put([0, 'SECTION'], [2, 'TABLES'], [0, 'TABLE'], [2, 'LAYER'], [70, LAYERS.length]);
  for (const layer of LAYERS)
    put([0, 'LAYER'], [2, layer.toUpperCase()], [70, 0], [62, DXF_COLOUR[layer]], [6, 'CONTINUOUS']);
  put([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES']);
  for (const shape of shapes) {
    const layer: [number, string] = [8, shape.layer.toUpperCase()];
    switch (shape.kind) {
      case 'circle':
        put([0, 'CIRCLE'], layer, [10, shape.x], [20, up(shape.y)], [30, 0], [40, shape.radius]);
        break;
      case 'line':
        put([0, 'LINE'], layer, [10, shape.x1], [20, up(shape.y1)], [30, 0]);
        put([11, shape.x2], [21, up(shape.y2)], [31, 0]);
        break;
      case 'text':
        put(
          [0, 'TEXT'],
          layer,
          [10, shape.x],
          [20, up(shape.y)],
          [30, 0],
          [40, shape.size],
          [1, asciiText(shape.text)],
        );
        break;
    }
  }
  put([0, 'ENDSEC'], [0, 'EOF']);
  return `${out.join('\n')}\n`;
}

export interface Paper {
  name: 'A4' | 'Letter';
  widthMm: Millimetres;
  heightMm: Millimetres;
}
export const PAPERS: readonly Paper[] = [
  { name: 'A4', widthMm: 210, heightMm: 297 },
  { name: 'Letter', widthMm: 215.9, heightMm: 279.4 },
];

/** What printers leave blank round the edge. */
export const PAPER_MARGIN_MM = 10;
/** Neighbouring tiles share this strip, so that they can be laid over each other. */
export const TILE_OVERLAP_MM = 12;

/** Windows of a drawing, one a page, row by row. One window when all fits. */
export function tilesOf(drawing: Drawing, paper: Paper): (Window & { row: number; column: number })[] {
  const wide = paper.widthMm - 2 * PAPER_MARGIN_MM;
  const high = paper.heightMm - 2 * PAPER_MARGIN_MM;
  const count = (length: number, page: number) =>
    length <= page ? 1 : Math.ceil((length - TILE_OVERLAP_MM) / (page - TILE_OVERLAP_MM));
  const columns = count(drawing.widthMm, wide);
  const rows = count(drawing.heightMm, high);
  return Array.from({ length: rows * columns }, (_, index) => {
    const row = Math.floor(index / columns);
    const column = index % columns;
    return {
      row,
      column,
      x: column * (wide - TILE_OVERLAP_MM),
      y: row * (high - TILE_OVERLAP_MM),
      widthMm: wide,
      heightMm: high,
    };
  });
}
