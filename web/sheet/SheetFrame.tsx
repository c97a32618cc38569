import { memo } from 'react';
import type { Body, View } from '../../core/body/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { BodyView } from './BodyView.tsx';
import { Dimension } from './Dimension.tsx';
import type { SheetLayout } from './layout.ts';
import { SIDE_MARK_PX, sideMarks } from './sideMarks.ts';

/** `compact`: no overall sizes; `strip`: four views in one row; `narrow`: for a phone. */
export type SheetForm = 'full' | 'compact' | 'strip' | 'narrow';

function groundOf({ frames }: SheetLayout, view: View): string {
  const { left, right, originY } = frames[view];
  return view === 'plan' ? '' : `M${left - 10} ${originY}H${right + 10}`;
}

function centrelineOf({ frames }: SheetLayout, view: View): string {
  const frame = frames[view];
  if (view === 'plan') return `M${frame.left - 12} ${frame.originY}H${frame.right + 14}`;
  return view === 'front' || view === 'rear' ? `M${frame.originX} ${frame.top - 6}V${frame.originY}` : '';
}

/** Grid, ground and centrelines, overall sizes, and the five bodies: all that stands still while lamps move. */
export const SheetFrame = memo(function SheetFrame({
  body,
  layout,
  unit,
  form,
}: {
  body: Body;
  layout: SheetLayout;
  unit: LengthUnit;
  form: SheetForm;
}) {
  const { front, left, plan, right, rear } = layout.frames;
  const grid = layout.gridPx;
  const lines: string[] = [];
  for (let x = left.originX % grid; x < layout.width; x += grid) lines.push(`M${x.toFixed(1)} 0V${layout.height}`);
  for (let y = left.originY % grid; y < layout.height; y += grid) lines.push(`M0 ${y.toFixed(1)}H${layout.width}`);
  return (
    <g>
      <path d={lines.join('')} stroke="var(--night-grid)" strokeWidth={1} fill="none" />
      <g className="sides" aria-hidden="true">
        {sideMarks(layout, form).map((each) => (
          <g key={`${each.x} ${each.y}`}>
            <circle className="side-mark" cx={each.x} cy={each.y} r={SIDE_MARK_PX} />
            <text x={each.x} y={each.y + 3.8} textAnchor="middle" fontSize={11}>
              {each.name}
            </text>
          </g>
        ))}
      </g>
      {layout.views.map((view) => (
        <BodyView key={view} body={body} view={view} frame={layout.frames[view]} pxPerMm={layout.pxPerMm} />
      ))}
      <path className="ground" d={layout.views.map((view) => groundOf(layout, view)).join('')} />
      <path className="centreline" d={layout.views.map((view) => centrelineOf(layout, view)).join('')} />
      {form === 'full' && (
        <>
          <Dimension
            x0={left.originX}
            x1={left.originX + body.lengthMm * layout.pxPerMm}
            y={left.bottom + 20}
            label={formatLength(body.lengthMm, unit)}
          />
          <Dimension
            x0={front.originX - (body.widthMm / 2) * layout.pxPerMm}
            x1={front.originX + (body.widthMm / 2) * layout.pxPerMm}
            y={front.bottom + 20}
            label={formatLength(body.widthMm, unit)}
          />
          <path
            className="centreline"
            d={`M${right.right + 30} ${plan.bottom + 30}L${rear.right} ${plan.top}`}
            opacity={0.3}
          />
        </>
      )}
    </g>
  );
});
