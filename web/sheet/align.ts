/** Lining up with other lamps while dragging: the nearest lamp within reach lends its coordinate. */
import type { View } from '../../core/body/index.ts';
import type { Id } from '../../core/document/index.ts';
import type { LampMark } from './lampMarks.ts';

export const ALIGN_REACH_PX = 5;

export interface Alignment {
  /** How far to go further to be in line, px; 0 where nothing is near. */
  dx: number;
  dy: number;
  /** The lamps lined up with, for drawing the line. */
  withX: LampMark | null;
  withY: LampMark | null;
}

/** What a lamp dragged to (x, y) on a view lines up with among the marks that stay. */
export function alignment(
  marks: readonly LampMark[],
  moving: ReadonlySet<Id>,
  view: View,
  x: number,
  y: number,
): Alignment {
  let best: Alignment = { dx: 0, dy: 0, withX: null, withY: null };
  let [nearX, nearY] = [ALIGN_REACH_PX, ALIGN_REACH_PX];
  for (const mark of marks) {
    if (mark.view !== view || moving.has(mark.lampId)) continue;
    const [offX, offY] = [mark.x - x, mark.y - y];
    if (Math.abs(offX) < nearX) {
      nearX = Math.abs(offX);
      best = { ...best, dx: offX, withX: mark };
    }
    if (Math.abs(offY) < nearY) {
      nearY = Math.abs(offY);
      best = { ...best, dy: offY, withY: mark };
    }
  }
  return best;
}
