/**
 * The walkaround sheet: five views of one unit at one scale, placed as one walks around it, so that x is shared by left,
 * plan and right and the height by front, left and rear.
 */
import type { Body, View } from '../../core/body/index.ts';
import type { Face, Position } from '../../core/document/index.ts';
import { viewPoint } from '../../core/place/index.ts';

export interface ViewFrame {
  view: View;
  /** Pixel of the view's own origin: (x 0 or centreline, ground or centreline). */
  originX: number;
  originY: number;
  /** +1 or -1: does the first axis run to the right? */
  signA: 1 | -1;
  /** -1 when the second axis runs upward. */
  signB: 1 | -1;
  /** Pixel rectangle that the body fills. */
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export interface SheetLayout {
  width: number;
  height: number;
  pxPerMm: number;
  /** Views that are drawn, in walking order. */
  views: readonly View[];
  frames: Record<View, ViewFrame>;
  gridPx: number;
}

/** Millimetres added around a body for mirrors and what stands off it. */
const MARGIN_MM = 160;
const PAD = { top: 34, bottom: 58, left: 22, right: 24, gapX: 50, gapY: 46 };
const GRID_MM = 500;

const VIEW_FACE: Record<View, Face> = { front: 'front', left: 'left', plan: 'top', right: 'right', rear: 'rear' };
export const faceOfView = (view: View): Face => VIEW_FACE[view];

/** Origins sit on half pixels, so that hairlines stay sharp. */
const box = (originX: number, originY: number, x0: number, x1: number, y0: number, y1: number) => ({
  originX: Math.round(originX) + 0.5,
  originY: Math.round(originY) + 0.5,
  left: x0,
  right: x1,
  top: y0,
  bottom: y1,
});

/** Lays the five views into a field of so many pixels at the largest scale that fits. */
export function layoutSheet(
  body: Pick<Body, 'span'>,
  width: number,
  height: number,
  padBottom = PAD.bottom,
): SheetLayout {
  const { fromMm, toMm, topMm } = body.span;
  const wide = body.span.wideMm + 2 * MARGIN_MM;
  const lengthMm = toMm - fromMm;
  const across = 2 * wide + lengthMm;
  const down = 2 * topMm + wide;
  const roomX = width - PAD.left - PAD.right - 2 * PAD.gapX;
  const roomY = height - PAD.top - padBottom - 2 * PAD.gapY;
  const pxPerMm = Math.max(0.005, Math.min(roomX / across, roomY / down));
  const half = (wide / 2) * pxPerMm;
  const high = topMm * pxPerMm;
  const long = lengthMm * pxPerMm;
  const spareX = Math.max(0, roomX - across * pxPerMm);
  const spareY = Math.max(0, roomY - down * pxPerMm);
  const gapX = PAD.gapX + spareX / 4;
  const gapY = PAD.gapY + spareY / 4;
  const frontX = PAD.left + spareX / 4 + half;
  const sideX = frontX + half + gapX;
  const rearX = sideX + long + gapX + half;
  const ground1 = PAD.top + spareY / 4 + high;
  const planY = ground1 + gapY + half;
  const ground2 = planY + half + gapY + high;
  const frames: Record<View, ViewFrame> = {
    front: {
      view: 'front',
      signA: 1,
      signB: -1,
      ...box(frontX, ground1, frontX - half, frontX + half, ground1 - high, ground1),
    },
    left: {
      view: 'left',
      signA: 1,
      signB: -1,
      ...box(sideX - fromMm * pxPerMm, ground1, sideX, sideX + long, ground1 - high, ground1),
    },
    plan: {
      view: 'plan',
      signA: 1,
      signB: 1,
      ...box(sideX - fromMm * pxPerMm, planY, sideX, sideX + long, planY - half, planY + half),
    },
    right: {
      view: 'right',
      signA: 1,
      signB: -1,
      ...box(sideX - fromMm * pxPerMm, ground2, sideX, sideX + long, ground2 - high, ground2),
    },
    rear: {
      view: 'rear',
      signA: -1,
      signB: -1,
      ...box(rearX, ground1, rearX - half, rearX + half, ground1 - high, ground1),
    },
  };
  return {
    width,
    height,
    pxPerMm,
    views: ['front', 'left', 'plan', 'right', 'rear'],
    frames,
    gridPx: GRID_MM * pxPerMm,
  };
}

const STRIP_PAD = { top: 30, bottom: 16, side: 24, gap: 34 };

/** Front, left, plan and rear in one row: the sheet where there is only a strip of room. */
export function layoutStrip(body: Pick<Body, 'span'>, width: number, height: number): SheetLayout {
  const { fromMm, toMm, topMm } = body.span;
  const wide = body.span.wideMm + 2 * MARGIN_MM;
  const lengthMm = toMm - fromMm;
  const across = 2 * wide + 2 * lengthMm;
  const roomX = width - 2 * STRIP_PAD.side - 3 * STRIP_PAD.gap;
  const pxPerMm = Math.max(
    0.004,
    Math.min(roomX / across, (height - STRIP_PAD.top - STRIP_PAD.bottom) / Math.max(topMm, wide)),
  );
  const half = (wide / 2) * pxPerMm;
  const high = topMm * pxPerMm;
  const long = lengthMm * pxPerMm;
  const gap = STRIP_PAD.gap + Math.max(0, roomX - across * pxPerMm) / 5;
  const ground = STRIP_PAD.top + (height - STRIP_PAD.top - STRIP_PAD.bottom + high) / 2;
  const frontX = (width - 3 * gap - across * pxPerMm) / 2 + half;
  const sideX = frontX + half + gap;
  const planX = sideX + long + gap;
  const rearX = planX + long + gap + half;
  const planY = ground - high / 2;
  const left: ViewFrame = {
    view: 'left',
    signA: 1,
    signB: -1,
    ...box(sideX - fromMm * pxPerMm, ground, sideX, sideX + long, ground - high, ground),
  };
  return {
    width,
    height,
    pxPerMm,
    views: ['front', 'left', 'plan', 'rear'],
    frames: {
      front: {
        view: 'front',
        signA: 1,
        signB: -1,
        ...box(frontX, ground, frontX - half, frontX + half, ground - high, ground),
      },
      left,
      plan: {
        view: 'plan',
        signA: 1,
        signB: 1,
        ...box(planX - fromMm * pxPerMm, planY, planX, planX + long, planY - half, planY + half),
      },
      right: left, // not among the views: never drawn
      rear: {
        view: 'rear',
        signA: -1,
        signB: -1,
        ...box(rearX, ground, rearX - half, rearX + half, ground - high, ground),
      },
    },
    gridPx: GRID_MM * pxPerMm,
  };
}

const NARROW_PAD = { top: 28, bottom: 12, side: 18, gap: 26 };

/** For a phone: the view that matters on top (front and rear side by side), the plan below it. */
export function layoutNarrow(body: Pick<Body, 'span'>, width: number, height: number, main: View): SheetLayout {
  const { fromMm, toMm, topMm } = body.span;
  const wide = body.span.wideMm + 2 * MARGIN_MM;
  const lengthMm = toMm - fromMm;
  const ends = main === 'front' || main === 'rear';
  const roomX = width - 2 * NARROW_PAD.side;
  const roomY = height - NARROW_PAD.top - NARROW_PAD.bottom - NARROW_PAD.gap;
  const pxPerMm = Math.max(
    0.004,
    Math.min(roomX / lengthMm, ends ? (roomX - NARROW_PAD.gap) / (2 * wide) : roomX, roomY / (topMm + wide)),
  );
  const half = (wide / 2) * pxPerMm;
  const high = topMm * pxPerMm;
  const long = lengthMm * pxPerMm;
  const spare = Math.max(0, height - NARROW_PAD.top - NARROW_PAD.bottom - NARROW_PAD.gap - high - 2 * half) / 3;
  const ground = NARROW_PAD.top + spare + high;
  const planY = ground + NARROW_PAD.gap + spare + half;
  const sideX = (width - long) / 2;
  const side = (view: 'left' | 'right'): ViewFrame => ({
    view,
    signA: 1,
    signB: -1,
    ...box(sideX - fromMm * pxPerMm, ground, sideX, sideX + long, ground - high, ground),
  });
  const end = (view: 'front' | 'rear', centreX: number): ViewFrame => ({
    view,
    signA: view === 'front' ? 1 : -1,
    signB: -1,
    ...box(centreX, ground, centreX - half, centreX + half, ground - high, ground),
  });
  return {
    width,
    height,
    pxPerMm,
    views: ends ? ['front', 'rear', 'plan'] : [main === 'right' ? 'right' : 'left', 'plan'],
    frames: {
      front: end('front', width / 2 - half - NARROW_PAD.gap / 2),
      rear: end('rear', width / 2 + half + NARROW_PAD.gap / 2),
      left: side('left'),
      right: side('right'),
      plan: {
        view: 'plan',
        signA: 1,
        signB: 1,
        ...box(sideX - fromMm * pxPerMm, planY, sideX, sideX + long, planY - half, planY + half),
      },
    },
    gridPx: GRID_MM * pxPerMm,
  };
}

/** A point of a view's plane in pixels. */
export const toPixel = (layout: SheetLayout, view: View, a: number, b: number): [number, number] => {
  const frame = layout.frames[view];
  return [frame.originX + frame.signA * a * layout.pxPerMm, frame.originY + frame.signB * b * layout.pxPerMm];
};

export const positionPixel = (layout: SheetLayout, view: View, position: Position): [number, number] => {
  const [a, b] = viewPoint(view, position);
  return toPixel(layout, view, a, b);
};

/** The point of a view's plane under a pixel. */
export function fromPixel(layout: SheetLayout, view: View, x: number, y: number): [number, number] {
  const frame = layout.frames[view];
  return [((x - frame.originX) * frame.signA) / layout.pxPerMm, ((y - frame.originY) * frame.signB) / layout.pxPerMm];
}

/** How far outside a view a drop still counts for it. */
const VIEW_REACH_PX = 14;

export function viewUnder(layout: SheetLayout, x: number, y: number): View | null {
  for (const view of layout.views) {
    const frame = layout.frames[view];
    if (
      x >= frame.left - VIEW_REACH_PX &&
      x <= frame.right + VIEW_REACH_PX &&
      y >= frame.top - VIEW_REACH_PX &&
      y <= frame.bottom + VIEW_REACH_PX
    ) {
      return frame.view;
    }
  }
  return null;
}

/** A point on a view as a position of the unit; the coordinate along the line of sight is taken from `keep`. */
export function positionOn(view: View, a: number, b: number, keep: Position): Position {
  if (view === 'plan') return { ...keep, xMm: a, yMm: b };
  if (view === 'front' || view === 'rear') return { ...keep, yMm: a, zMm: b };
  return { ...keep, xMm: a, zMm: b };
}
