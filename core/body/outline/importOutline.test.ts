import { describe, expect, it } from 'vitest';
import { drawingDxf } from '../../place/index.ts';
import { importOutline } from './importOutline.ts';
import { extent, type Outline } from './outline.ts';

const read = (name: string, text: string, lengthMm: number): Outline => {
  const outline = importOutline(name, text, lengthMm);
  if (!outline.ok) throw new Error(outline.reason.message);
  return outline.value;
};
const sizeOf = (outline: Outline) => [extent(outline, 0)[1], extent(outline, 1)[1]];

describe('outlines from SVG', () => {
  it('takes the largest closed shape, through nested transforms, y turned up, scaled by the known length', () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg"><g transform="translate(50 20)"><g transform="scale(2)">
      <path d="M0 0 H100 V40 L60 40 L60 50 H0 Z"/></g></g><rect x="0" y="0" width="20" height="9"/></svg>`;
    const outline = read('side.svg', svg, 5000);
    expect(sizeOf(outline)).toEqual([5000, 2500]);
    // The notch is at the lower right of the drawing, so the corner at (60, 50) lies on the ground.
    expect(outline).toContainEqual([3000, 0]);
  });

  it('cuts curves into chords that stay near them', () => {
    const outline = read('round.svg', '<svg><circle cx="5" cy="5" r="5"/></svg>', 1000);
    for (const [a, b] of outline) expect(Math.hypot(a - 500, b - 500)).toBeCloseTo(500, -1);
    expect(outline.length).toBeGreaterThan(20);
  });
});

describe('outlines from DXF', () => {
  it('puts loose lines together end to end', () => {
    const corners = [
      [0, 0],
      [400, 0],
      [400, 100],
      [250, 200],
      [0, 200],
    ] as const;
    const shapes = corners.map(([x1, y1], index) => {
      const [x2, y2] = corners[(index + 1) % corners.length]!;
      // Every other line runs the other way, as hand-drawn files have them.
      return index % 2
        ? { kind: 'line' as const, layer: 'outline' as const, x1: x2, y1: y2, x2: x1, y2: y1 }
        : { kind: 'line' as const, layer: 'outline' as const, x1, y1, x2, y2 };
    });
    const outline = read('body.dxf', drawingDxf({ widthMm: 400, heightMm: 200, shapes }), 4000);
    expect(outline).toHaveLength(5);
    expect(sizeOf(outline)).toEqual([4000, 2000]);
  });

  it('follows the bulge of a polyline', () => {
    const pairs = (x: number, y: number, bulge: number) => `10\n${x}\n20\n${y}\n42\n${bulge}`;
    const dxf = `0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n${pairs(0, 0, 1)}\n${pairs(10, 0, 1)}\n0\nENDSEC\n0\nEOF\n`;
    // Two half circles make a circle of diameter 10.
    const outline = read('wheel.dxf', dxf, 1000);
    for (const [a, b] of outline) expect(Math.hypot(a - 500, b - 500)).toBeCloseTo(500, 0);
  });
});

describe('what cannot be taken', () => {
  it('is refused in words', () => {
    expect(importOutline('x.svg', 'no drawing', 1000)).toMatchObject({ ok: false });
    expect(importOutline('x.svg', '<svg><text>hi</text></svg>', 1000)).toMatchObject({
      ok: false,
      reason: { kind: 'noShape' },
    });
    expect(importOutline('x.dxf', '0\nEOF\n', 1000)).toMatchObject({ ok: false });
  });
});
