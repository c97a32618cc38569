/** The walkaround sheet is true to scale, whatever the body and the window. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BODY_TEMPLATES, defaultParameters, makeBody, type View } from '../../core/body/index.ts';
import {
  fromPixel,
  layoutNarrow,
  layoutSheet,
  layoutStrip,
  positionOn,
  positionPixel,
  toPixel,
  viewUnder,
} from './layout.ts';
import { MAX_SCALE, panned, WHOLE, zoomedAbout, zoomLayout } from './zoom.ts';

const bodies = BODY_TEMPLATES.map((template) => {
  const made = makeBody(template.id, defaultParameters(template));
  if (!made.ok) throw new Error(made.reason.message);
  return made.value;
});
const LAYOUTS = {
  sheet: (body: (typeof bodies)[0]) => layoutSheet(body, 888, 672),
  strip: (body: (typeof bodies)[0]) => layoutStrip(body, 888, 154),
  'phone, left': (body: (typeof bodies)[0]) => layoutNarrow(body, 390, 200, 'left'),
  'phone, rear': (body: (typeof bodies)[0]) => layoutNarrow(body, 390, 200, 'rear'),
};
const POINT = { xMm: 1234, yMm: 321, zMm: 987 };
const VIEWS: View[] = ['front', 'left', 'plan', 'right', 'rear'];

describe.each(bodies.map((body) => [body.templateId, body] as const))('%s', (_, body) => {
  it('is at one scale in all views, its views clear of each other and of the edges', () => {
    const layout = layoutSheet(body, 888, 672);
    const frames = layout.views.map((view) => layout.frames[view]);
    for (const frame of frames) {
      expect(frame.left).toBeGreaterThanOrEqual(0);
      expect(frame.right).toBeLessThanOrEqual(layout.width);
      expect(frame.top).toBeGreaterThanOrEqual(0);
      expect(frame.bottom).toBeLessThanOrEqual(layout.height);
      for (const other of frames)
        if (other !== frame)
          expect(
            frame.right < other.left ||
              other.right < frame.left ||
              frame.bottom < other.top ||
              other.bottom < frame.top,
            `${frame.view} on ${other.view}`,
          ).toBe(true);
    }
    // Side, plan and the other side are as long as the unit; front and rear as high.
    const { fromMm, toMm, topMm } = body.span;
    for (const view of ['left', 'plan', 'right'] as const) {
      const { left, right } = layout.frames[view];
      expect(right - left).toBeCloseTo((toMm - fromMm) * layout.pxPerMm, 6);
    }
    for (const view of ['front', 'left', 'rear', 'right'] as const) {
      const { top, bottom } = layout.frames[view];
      expect(bottom - top).toBeCloseTo(topMm * layout.pxPerMm, 6);
    }
  });

  it('projects from view to view: one x in left, plan and right, one height in front, left and rear', () => {
    const layout = layoutSheet(body, 888, 672);
    const at = (view: View) => positionPixel(layout, view, POINT);
    expect(new Set(['left', 'plan', 'right'].map((view) => at(view as View)[0])).size).toBe(1);
    expect(new Set(['front', 'left', 'rear'].map((view) => at(view as View)[1])).size).toBe(1);
    // Left of the centreline is below it in the plan, and to the right as one stands before the front.
    expect(at('plan')[1]).toBeGreaterThan(positionPixel(layout, 'plan', { ...POINT, yMm: 0 })[1]);
    expect(at('front')[0]).toBeGreaterThan(positionPixel(layout, 'front', { ...POINT, yMm: 0 })[0]);
    expect(at('rear')[0]).toBeLessThan(positionPixel(layout, 'rear', { ...POINT, yMm: 0 })[0]);
    expect(at('left')[1]).toBeLessThan(positionPixel(layout, 'left', { ...POINT, zMm: 0 })[1]);
  });

  it.each(Object.entries(LAYOUTS))('%s: what is under a pixel is what was drawn there', (_name, layoutOf) => {
    const layout = layoutOf(body);
    for (const view of layout.views) {
      const [x, y] = positionPixel(layout, view, POINT);
      const [a, b] = fromPixel(layout, view, x, y);
      const back = positionOn(view, a, b, POINT);
      for (const axis of ['xMm', 'yMm', 'zMm'] as const) expect(back[axis]).toBeCloseTo(POINT[axis], 6);
      const frame = layout.frames[view];
      const middle = [(frame.left + frame.right) / 2, (frame.top + frame.bottom) / 2] as const;
      expect(viewUnder(layout, ...middle)).toBe(view);
    }
    expect(viewUnder(layout, -50, -50)).toBeNull();
  });
});

describe('a point of one view', () => {
  it('says two coordinates; the one along the line of sight stays', () => {
    expect(positionOn('plan', 1, 2, POINT)).toEqual({ xMm: 1, yMm: 2, zMm: POINT.zMm });
    expect(positionOn('left', 1, 2, POINT)).toEqual({ xMm: 1, yMm: POINT.yMm, zMm: 2 });
    expect(positionOn('right', 1, 2, POINT)).toEqual({ xMm: 1, yMm: POINT.yMm, zMm: 2 });
    expect(positionOn('front', 1, 2, POINT)).toEqual({ xMm: POINT.xMm, yMm: 1, zMm: 2 });
    expect(positionOn('rear', 1, 2, POINT)).toEqual({ xMm: POINT.xMm, yMm: 1, zMm: 2 });
  });
});

describe('closer and further away', () => {
  const layout = layoutSheet(bodies[0]!, 888, 672);
  const step = fc.record({
    factor: fc.double({ min: 0.2, max: 5, noNaN: true }),
    x: fc.double({ min: 0, max: 888, noNaN: true }),
    y: fc.double({ min: 0, max: 672, noNaN: true }),
    dx: fc.double({ min: -900, max: 900, noNaN: true }),
    dy: fc.double({ min: -900, max: 900, noNaN: true }),
  });

  it('whatever is done, the sheet covers its field, between whole and sixteen times', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 12 }), (steps) => {
        let zoom = WHOLE;
        for (const { factor, x, y, dx, dy } of steps)
          zoom = panned(layout, zoomedAbout(layout, zoom, factor, x, y), dx, dy);
        expect(zoom.scale).toBeGreaterThanOrEqual(1);
        expect(zoom.scale).toBeLessThanOrEqual(MAX_SCALE);
        for (const [at, size] of [
          [zoom.x, layout.width],
          [zoom.y, layout.height],
        ] as const) {
          expect(at).toBeLessThanOrEqual(1e-9);
          expect(at + size * zoom.scale).toBeGreaterThanOrEqual(size - 1e-6);
        }
      }),
    );
  });

  it('keeps the point under the pointer where it is, and all of the sheet true to scale', () => {
    const zoom = zoomedAbout(layout, WHOLE, 4, 444, 336);
    const near = zoomLayout(layout, zoom);
    expect(near.pxPerMm).toBeCloseTo(4 * layout.pxPerMm, 9);
    expect(near.gridPx).toBeCloseTo(4 * layout.gridPx, 9);
    for (const view of VIEWS) {
      const [a, b] = fromPixel(layout, view, 444, 336);
      const [x, y] = toPixel(near, view, a, b);
      expect([x, y].map(Math.round)).toEqual([444, 336]);
    }
    expect(zoomLayout(layout, WHOLE)).toBe(layout);
  });
});
