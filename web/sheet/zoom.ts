/** Zooming a laid-out sheet: frames and scale grow, lettering and line weights stay as they are. */
import type { SheetLayout, ViewFrame } from './layout.ts';

/** A point p of the fitted sheet is drawn at scale * p + (x, y). */
export interface Zoom {
  scale: number;
  x: number;
  y: number;
}

export const WHOLE: Zoom = { scale: 1, x: 0, y: 0 };
export const MAX_SCALE = 16;

const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** The sheet always covers its field. */
const kept = ({ width, height }: SheetLayout, { scale, x, y }: Zoom): Zoom => ({
  scale,
  x: clamp(x, width * (1 - scale), 0),
  y: clamp(y, height * (1 - scale), 0),
});

export const panned = (layout: SheetLayout, zoom: Zoom, dx: number, dy: number): Zoom =>
  kept(layout, { ...zoom, x: zoom.x + dx, y: zoom.y + dy });

/** Zooms by a factor and keeps the point under (x, y) where it is, as far as the sheet's edges allow. */
export function zoomedAbout(layout: SheetLayout, zoom: Zoom, factor: number, x: number, y: number): Zoom {
  const scale = clamp(zoom.scale * factor, 1, MAX_SCALE);
  const grown = scale / zoom.scale;
  return kept(layout, { scale, x: x - (x - zoom.x) * grown, y: y - (y - zoom.y) * grown });
}

export function zoomLayout(layout: SheetLayout, zoom: Zoom): SheetLayout {
  const { scale } = zoom;
  if (scale === 1) return layout;
  const x = (value: number) => value * scale + zoom.x;
  const y = (value: number) => value * scale + zoom.y;
  const frames = Object.fromEntries(
    Object.entries(layout.frames).map(([view, frame]): [string, ViewFrame] => [
      view,
      {
        ...frame,
        originX: x(frame.originX),
        originY: y(frame.originY),
        left: x(frame.left),
        right: x(frame.right),
        top: y(frame.top),
        bottom: y(frame.bottom),
      },
    ]),
  ) as SheetLayout['frames'];
  return { ...layout, pxPerMm: layout.pxPerMm * scale, gridPx: layout.gridPx * scale, frames };
}
