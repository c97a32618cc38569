import { memo } from 'react';
import type { View } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import { aimed } from '../../core/sight/index.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';

/** So far an aimed lamp points on the sheet, mm. */
const REACH_MM = 600;
/** Shorter than this it points at whoever looks, and no line says so. */
const LEAST_PX = 5;

/** The two axes of a view, as places in a direction: x, y, z. */
const AXES: Record<View, readonly [0 | 1, 1 | 2]> = {
  plan: [0, 1],
  front: [1, 2],
  rear: [1, 2],
  left: [0, 2],
  right: [0, 2],
};

/** Which way aimed lamps look, a thin line from each in every view that shows it. */
export const AimLines = memo(function AimLines({
  marks,
  lamps,
  layout,
}: {
  marks: readonly LampMark[];
  lamps: Build['lamps'];
  layout: SheetLayout;
}) {
  return (
    <g className="aim-lines">
      {marks.map(({ key, lampId, view, x, y }) => {
        const lamp = lamps[lampId];
        if (!lamp?.aim) return null;
        const looks = aimed(lamp.face, lamp.aim);
        const [a, b] = AXES[view];
        const frame = layout.frames[view];
        const reach = REACH_MM * layout.pxPerMm;
        const [dx, dy] = [frame.signA * looks[a] * reach, frame.signB * looks[b] * reach];
        return Math.hypot(dx, dy) < LEAST_PX ? null : <line key={key} x1={x} y1={y} x2={x + dx} y2={y + dy} />;
      })}
    </g>
  );
});
