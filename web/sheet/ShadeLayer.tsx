import { memo } from 'react';
import { type Body, outlineIn } from '../../core/body/index.ts';
import { BEARINGS, CELL_DEG, type LampField, levelState } from '../../core/sight/index.ts';
import { LIGHT } from '../ui/tokens.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';
import { pathOf } from './svgPath.ts';

const RING_PX = 62;
const RING_WIDTH_PX = 9;
/** A bearing on the plan: ahead is to the left there. */
const onPlan = (bearingDeg: number, radius: number): [number, number] => {
  const angle = (bearingDeg * Math.PI) / 180;
  return [-radius * Math.cos(angle), -radius * Math.sin(angle)];
};

function arc(fromDeg: number, toDeg: number): string {
  const [x0, y0] = onPlan(fromDeg, RING_PX);
  const [x1, y1] = onPlan(toDeg, RING_PX);
  return `M${x0.toFixed(1)} ${y0.toFixed(1)}A${RING_PX} ${RING_PX} 0 0 1 ${x1.toFixed(1)} ${y1.toFixed(1)}`;
}

/** What hides the chosen lamp, hatched in every view, and a ring round it on the plan: from where it is seen. */
export const ShadeLayer = memo(function ShadeLayer({
  body,
  layout,
  field,
  mark,
  carrier,
}: {
  body: Body;
  layout: SheetLayout;
  field: LampField;
  mark: LampMark | undefined;
  /** Name of the part that the lamp sits on. */
  carrier: string;
}) {
  const level = Array.from({ length: BEARINGS }, (_, index) => levelState(field, index, carrier));
  const blockers = new Set(level);
  const parts = body.parts.filter((part) => part.solid && blockers.has(part.name));
  return (
    <g className="shade" aria-hidden="true">
      <defs>
        <pattern id="shade-hatch" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} y1={0} x2={0} y2={6} stroke="var(--night-stop)" strokeWidth={1.6} opacity={0.8} />
        </pattern>
        {layout.views.map((view) => {
          const { originX, originY, signA, signB } = layout.frames[view];
          return (
            <g key={view} id={`shade-${view}`}>
              {parts.map((part) => (
                <path
                  key={part.id}
                  d={pathOf(outlineIn(part, view), true)}
                  transform={`translate(${originX} ${originY}) scale(${signA * layout.pxPerMm} ${signB * layout.pxPerMm})`}
                />
              ))}
            </g>
          );
        })}
      </defs>
      {layout.views.map((view) => (
        <use key={view} href={`#shade-${view}`} className="shaded" />
      ))}
      {mark && (
        <g transform={`translate(${mark.x} ${mark.y})`}>
          {level.map((state, index) => {
            if (state === 'behind') return null;
            const free = state === 'free';
            const from = index * CELL_DEG - CELL_DEG / 2;
            return (
              <path
                key={from}
                d={arc(from + 0.5, from + CELL_DEG - 0.5)}
                fill="none"
                stroke={free ? LIGHT[mark.colour ?? 'white'] : 'var(--night-stop)'}
                strokeWidth={free ? RING_WIDTH_PX : RING_WIDTH_PX / 2}
                strokeDasharray={free ? undefined : '2 1.5'}
              />
            );
          })}
        </g>
      )}
    </g>
  );
});
