import { memo } from 'react';
import type { Body } from '../../core/body/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { BodyView } from './BodyView.tsx';
import type { SheetLayout } from './layout.ts';

function Dimension({ x0, x1, y, label }: { x0: number; x1: number; y: number; label: string }) {
  const middle = (x0 + x1) / 2;
  const half = label.length * 3.7 + 6;
  return (
    <g stroke="#66747f" strokeWidth={1}>
      <path d={`M${x0} ${y - 4}v8M${x1} ${y - 4}v8M${x0} ${y}H${middle - half}M${middle + half} ${y}H${x1}`} fill="none" />
      <text className="dimension" x={middle} y={y} stroke="none">
        {label}
      </text>
    </g>
  );
}

/** Grid, names, ground and centrelines, overall sizes, and the five bodies: all that stands still while lamps move. */
export const SheetFrame = memo(function SheetFrame({ body, layout, unit, compact }: { body: Body; layout: SheetLayout; unit: LengthUnit; compact: boolean }) {
  const { front, left, plan, right, rear } = layout.frames;
  const grid = layout.gridPx;
  const lines: string[] = [];
  for (let x = left.originX % grid; x < layout.width; x += grid) lines.push(`M${x.toFixed(1)} 0V${layout.height}`);
  for (let y = left.originY % grid; y < layout.height; y += grid) lines.push(`M0 ${y.toFixed(1)}H${layout.width}`);
  const under = compact ? 12 : 20;
  return (
    <g>
      <path d={lines.join('')} stroke="#1E252C" strokeWidth={1} fill="none" />
      <g className="names">
        <text className="view-name" x={front.originX} y={front.top - 16} textAnchor="middle">
          FRONT
        </text>
        <text className="view-name" x={(left.left + left.right) / 2} y={left.top - 16} textAnchor="middle">
          LEFT SIDE
        </text>
        <text className="view-name" x={rear.originX} y={rear.top - 16} textAnchor="middle">
          REAR
        </text>
        <text className="view-name" x={plan.left - 26} y={plan.originY + 4} textAnchor="end">
          PLAN
        </text>
        <text className="view-name" x={right.left - 26} y={right.bottom - 34} textAnchor="end">
          RIGHT SIDE
        </text>
        <text className="view-note" x={right.left - 26} y={right.bottom - 18} textAnchor="end">
          seen through
        </text>
      </g>
      <g className="sides" aria-hidden="true">
        {[
          { x: plan.left - 12, y: plan.top + 8, name: 'R' },
          { x: plan.left - 12, y: plan.bottom - 8, name: 'L' },
          { x: front.left + 2, y: front.bottom - 9, name: 'R' },
          { x: front.right - 2, y: front.bottom - 9, name: 'L' },
          { x: rear.left + 2, y: rear.bottom - 9, name: 'L' },
          { x: rear.right - 2, y: rear.bottom - 9, name: 'R' },
        ].map((each) => (
          <g key={`${each.x} ${each.y}`}>
            <circle className="side-mark" cx={each.x} cy={each.y} r={7} />
            <text x={each.x} y={each.y + 3.8} textAnchor="middle" fontSize={11}>
              {each.name}
            </text>
          </g>
        ))}
      </g>
      {(['front', 'left', 'plan', 'right', 'rear'] as const).map((view) => (
        <BodyView key={view} body={body} view={view} frame={layout.frames[view]} pxPerMm={layout.pxPerMm} />
      ))}
      <path className="ground" d={`M${front.left - 6} ${front.originY}H${front.right + 6}M${left.left - 12} ${left.originY}H${left.right + 12}M${right.left - 12} ${right.originY}H${right.right + 12}M${rear.left - 6} ${rear.originY}H${rear.right + 6}`} />
      <path className="centreline" d={`M${front.originX} ${front.top - 6}V${front.originY}M${rear.originX} ${rear.top - 6}V${rear.originY}M${plan.left - 12} ${plan.originY}H${plan.right + 14}`} />
      {!compact && (
        <>
          <Dimension x0={left.left} x1={left.right} y={left.bottom + under} label={formatLength(body.lengthMm, unit)} />
          <Dimension x0={front.originX - (body.widthMm / 2) * layout.pxPerMm} x1={front.originX + (body.widthMm / 2) * layout.pxPerMm} y={front.bottom + under} label={formatLength(body.widthMm, unit)} />
          <path className="centreline" d={`M${right.right + 30} ${plan.bottom + 30}L${rear.right} ${plan.top}`} opacity={0.3} />
        </>
      )}
    </g>
  );
});

/** Length of a scale bar that fits: 1, 2 or 5 times a power of ten metres. */
export function scaleBarMm(pxPerMm: number, mostPx = 110): number {
  const most = mostPx / pxPerMm;
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((n) => n * power).find((length) => length <= most) ?? power;
}
