/**
 * Outlines from drawings made elsewhere (SVG, DXF): the largest closed shape in the file, scaled by a length that the
 * crew knows. Loaded only when somebody imports.
 */

import DxfParser from 'dxf-parser';
import svgpath from 'svgpath';
import { type INode, parseSync } from 'svgson';
import { ok, type Result, refused } from '../../result.ts';
import type { Millimetres } from '../../units/index.ts';
import { extent, type Outline, type Point } from './outline.ts';

export interface ImportProblem {
  kind: 'unreadable' | 'noShape' | 'tooSmall';
  message: string;
}

const CURVE_CHORDS = 12;
const CIRCLE_CHORDS = 40;
/** Ends of lines nearer than this (in drawing units, relative to the drawing's size) are one corner. */
const JOIN_RATIO = 1e-4;
const MAX_POINTS = 600;

const areaOf = (outline: Outline): number =>
  Math.abs(
    outline.reduce((sum, [a0, b0], index) => {
      const [a1, b1] = outline[(index + 1) % outline.length]!;
      return sum + a0 * b1 - a1 * b0;
    }, 0) / 2,
  );

/** Path data of any SVG shape; null for what has none. */
function pathData({ name, attributes: at }: INode): string | null {
  const n = (key: string) => Number.parseFloat(at[key] ?? '0');
  switch (name) {
    case 'path':
      return at.d ?? null;
    case 'polygon':
    case 'polyline':
      return at.points ? `M${at.points.trim()}Z` : null;
    case 'rect':
      return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      return `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
    }
    default:
      return null;
  }
}

const bezier = (points: readonly Point[], t: number): Point => {
  let row = points;
  while (row.length > 1)
    row = row
      .slice(1)
      .map(([a, b], index) => [row[index]![0] * (1 - t) + a * t, row[index]![1] * (1 - t) + b * t] as const);
  return row[0]!;
};

/** The closed shapes of a path, curves cut into chords. */
function shapesOfPath(path: ReturnType<typeof svgpath>): Outline[] {
  const shapes: Point[][] = [];
  let current: Point[] = [];
  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const [kind, ...v] = segment as [string, ...number[]];
      const pairs = Array.from({ length: v.length / 2 }, (_, at) => [v[2 * at]!, v[2 * at + 1]!] as const);
      if (kind === 'M') {
        current = [pairs[0]!];
        shapes.push(current);
      } else if (kind === 'H') current.push([v[0]!, y]);
      else if (kind === 'V') current.push([x, v[0]!]);
      else if (kind === 'L') current.push(...pairs);
      else if (kind === 'C' || kind === 'Q')
        for (let step = 1; step <= CURVE_CHORDS; step++) current.push(bezier([[x, y], ...pairs], step / CURVE_CHORDS));
    });
  return shapes;
}

/** The largest closed shape of an SVG drawing, y up. */
function svgShapes(text: string): Outline[] {
  const shapes: Outline[] = [];
  const visit = (node: INode, transforms: readonly string[]) => {
    const own = node.attributes.transform ? [node.attributes.transform, ...transforms] : transforms;
    const data = pathData(node);
    if (data) {
      // Innermost first: what is written nearest to the shape is applied first.
      const path = own.reduce((each, transform) => each.transform(transform), svgpath(data));
      shapes.push(...shapesOfPath(path).map((shape) => shape.map(([x, y]) => [x, -y] as const)));
    }
    if (!['defs', 'clipPath', 'mask', 'symbol', 'pattern'].includes(node.name))
      for (const child of node.children) visit(child, own);
  };
  visit(parseSync(text), []);
  return shapes;
}

interface DxfEntity {
  type: string;
  shape?: boolean;
  vertices?: { x: number; y: number; bulge?: number }[];
  center?: { x: number; y: number };
  radius?: number;
  startAngle?: number;
  endAngle?: number;
}

const arcPoints = (cx: number, cy: number, radius: number, from: number, to: number): Point[] => {
  const sweep = to > from ? to - from : to - from + 2 * Math.PI;
  const chords = Math.max(2, Math.ceil((sweep / (2 * Math.PI)) * CIRCLE_CHORDS));
  return Array.from({ length: chords + 1 }, (_, index) => {
    const angle = from + (sweep * index) / chords;
    return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)] as const;
  });
};

/** Chords of a polyline's bulged segment (bulge = tangent of a quarter of its angle), without its first point. */
function bulged(a: Point, b: Point, bulge: number): Point[] {
  if (Math.abs(bulge) < 1e-6) return [b];
  const angle = 4 * Math.atan(bulge);
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const height = 1 / (2 * Math.tan(angle / 2));
  const [cx, cy] = [(a[0] + b[0]) / 2 - dy * height, (a[1] + b[1]) / 2 + dx * height];
  const start = Math.atan2(a[1] - cy, a[0] - cx);
  const radius = Math.hypot(a[0] - cx, a[1] - cy);
  const chords = Math.max(2, Math.ceil((Math.abs(angle) / (2 * Math.PI)) * CIRCLE_CHORDS));
  return Array.from({ length: chords }, (_, index) => {
    const at = start + (angle * (index + 1)) / chords;
    return [cx + radius * Math.cos(at), cy + radius * Math.sin(at)] as const;
  });
}

/** Loose lines and arcs, put together end to end where their ends meet. */
function chained(pieces: Point[][]): Outline[] {
  const all = pieces.flat();
  if (all.length === 0) return [];
  const size = Math.max(...([0, 1] as const).map((axis) => extent(all, axis)).map(([low, high]) => high - low));
  const near = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= size * JOIN_RATIO + 1e-9;
  const left = [...pieces];
  const shapes: Outline[] = [];
  while (left.length > 0) {
    const chain = [...left.pop()!];
    for (;;) {
      const end = chain.at(-1)!;
      const index = left.findIndex((piece) => near(piece[0]!, end) || near(piece.at(-1)!, end));
      if (index < 0) break;
      const [piece] = left.splice(index, 1);
      const forward = near(piece![0]!, end) ? piece! : [...piece!].reverse();
      chain.push(...forward.slice(1));
    }
    if (near(chain[0]!, chain.at(-1)!)) chain.pop();
    shapes.push(chain);
  }
  return shapes;
}

function dxfShapes(text: string): Outline[] {
  const entities = (new DxfParser().parseSync(text)?.entities ?? []) as unknown as DxfEntity[];
  const loose: Point[][] = [];
  const shapes: Outline[] = [];
  for (const entity of entities) {
    const { vertices = [], center, radius = 0 } = entity;
    if (entity.type === 'LINE') loose.push(vertices.map(({ x, y }) => [x, y] as const));
    else if (entity.type === 'ARC' && center)
      loose.push(arcPoints(center.x, center.y, radius, entity.startAngle ?? 0, entity.endAngle ?? 0));
    else if (entity.type === 'CIRCLE' && center)
      shapes.push(arcPoints(center.x, center.y, radius, 0, 2 * Math.PI).slice(0, -1));
    else if (entity.type === 'LWPOLYLINE' || entity.type === 'POLYLINE') {
      const points: Point[] = [];
      vertices.forEach((vertex, index) => {
        if (index === 0) points.push([vertex.x, vertex.y]);
        const next = vertices[index + 1] ?? (entity.shape ? vertices[0] : undefined);
        if (next) points.push(...bulged([vertex.x, vertex.y], [next.x, next.y], vertex.bulge ?? 0));
      });
      if (entity.shape) shapes.push(points.slice(0, -1));
      else loose.push(points);
    }
  }
  return [...shapes, ...chained(loose)];
}

/** Every n-th point, so that an outline traced from a photograph stays quick to draw and to cast rays at. */
const thinned = (outline: Outline): Outline => {
  const every = Math.ceil(outline.length / MAX_POINTS);
  return every <= 1 ? outline : outline.filter((_, index) => index % every === 0);
};

/**
 * The largest closed shape in a drawing, lower left corner at (0, 0), scaled so that it is `lengthMm` long along its
 * first axis. Refused when the file cannot be read or holds nothing closed.
 */
export function importOutline(fileName: string, text: string, lengthMm: Millimetres): Result<Outline, ImportProblem> {
  let shapes: Outline[];
  try {
    shapes = /\.dxf$/i.test(fileName) ? dxfShapes(text) : svgShapes(text);
  } catch {
    return refused({
      kind: 'unreadable',
      message: `${fileName} cannot be read as ${/\.dxf$/i.test(fileName) ? 'DXF' : 'SVG'}.`,
    });
  }
  const outline = shapes
    .filter((shape) => shape.length >= 3)
    .reduce<Outline | null>((best, shape) => (!best || areaOf(shape) > areaOf(best) ? shape : best), null);
  if (!outline) return refused({ kind: 'noShape', message: `${fileName} holds no closed shape.` });
  const [low, high] = extent(outline, 0);
  const [bottom] = extent(outline, 1);
  if (!(high - low > 0)) return refused({ kind: 'tooSmall', message: `The shape in ${fileName} has no length.` });
  const scale = lengthMm / (high - low);
  const rounded = (value: number) => Math.round(value * 10) / 10;
  return ok(thinned(outline).map(([a, b]) => [rounded((a - low) * scale), rounded((b - bottom) * scale)] as const));
}
