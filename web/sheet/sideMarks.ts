/** Where L and R stand on a sheet, so that nobody mirrors a view in the head. */

import type { SheetLayout } from './layout.ts';
import type { SheetForm } from './SheetFrame.tsx';

export const SIDE_MARK_PX = 7;

export interface SideMark {
  x: number;
  y: number;
  name: 'L' | 'R';
}

export function sideMarks({ frames: { plan, front, rear } }: SheetLayout, form: SheetForm): SideMark[] {
  const ofPlan: SideMark[] = [
    { x: plan.left - 12, y: plan.top + 8, name: 'R' },
    { x: plan.left - 12, y: plan.bottom - 8, name: 'L' },
  ];
  if (form !== 'full') return ofPlan;
  return [
    ...ofPlan,
    { x: front.left + 2, y: front.bottom - 9, name: 'R' },
    { x: front.right - 2, y: front.bottom - 9, name: 'L' },
    { x: rear.left + 2, y: rear.bottom - 9, name: 'L' },
    { x: rear.right - 2, y: rear.bottom - 9, name: 'R' },
  ];
}
