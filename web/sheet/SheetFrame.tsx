import { memo } from 'react';
import type { Body, View } from '../../core/body/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { BodyView } from './BodyView.tsx';
import type { SheetLayout } from './layout.ts';

function Dimension({ x0, x1, y, label }: { x0: number; x1: number; y: number; label: string }) {
  const middle = (x0 + x1) / 2;
  const half = label.length * 3.7 + 6;
  return (
    <g stroke="#66747f" strokeWidth={1}>
      <path
        d={`M${x0} ${y - 4}v8M${x1} ${y - 4}v8M${x0} ${y}H${middle - half}M${middle + half} ${y}H${x1}`}
        fill="none"
      />
      <text className="dimension" x={middle} y={y} stroke="none">
        {label}
      </text>
    </g>
  );
}

/** `compact`: no overall sizes; `strip`: four views in one row; `narrow`: for a phone. */
export type SheetForm = 'full' | 'compact' | 'strip' | 'narrow';

const VIEW_NAMES: Record<View, string> = {
  front: 'FRONT',
  left: 'LEFT SIDE',
  plan: 'PLAN',
  right: 'RIGHT SIDE',
  rear: 'REAR',
};

/** A name over its view, or left of it where the view shares its column with others. */
function ViewName({ layout, view }: { layout: SheetLayout; view: View }) {
  const frame = layout.frames[view];
  const { left } = layout.frames;
  const below = frame.top > left.bottom && frame.left === left.left && frame.left > NAME_ROOM_PX;
  if (!below) {
    return (
      <text
        className="view-name"
        x={(frame.left + frame.right) / 2}
        y={view === 'plan' ? planNameY(layout) : frame.top - 12}
        textAnchor="middle"
      >
        {VIEW_NAMES[view]}
        {view === 'right' && layout.views.length > 3 ? ', seen through' : ''}
      </text>
    );
  }
  const y = view === 'plan' ? frame.originY + 4 : frame.bottom - 34;
  return (
    <>
      <text className="view-name" x={frame.left - 26} y={y} textAnchor="end">
        {VIEW_NAMES[view]}
      </text>
      {view === 'right' && (
        <text className="view-note" x={frame.left - 26} y={y + 16} textAnchor="end">
          seen through
        </text>
      )}
    </>
  );
}

/** In a row with the sides the plan's name is level with theirs; elsewhere over the tags of its far side, if there is room. */
function planNameY({ frames, views }: SheetLayout): number {
  const { plan, left } = frames;
  const over = plan.top - PLAN_NAME_PX;
  if (views.length === STRIP_VIEWS) return Math.max(NAME_TOP_PX, Math.min(left.top - 16, over));
  const above = Math.max(0, ...views.map((view) => frames[view].bottom).filter((bottom) => bottom <= plan.top));
  return over > above + NAME_TOP_PX ? over : plan.top - 8;
}

/** Left of a view there must be this much for its name to stand there. */
const NAME_ROOM_PX = 215;
/** Over the plan stand the tags of the lamps on its far side; its name is above them. */
const PLAN_NAME_PX = 30;
const NAME_TOP_PX = 15;
/** The strip leaves the right side out. */
const STRIP_VIEWS = 4;

function groundOf({ frames }: SheetLayout, view: View): string {
  const { left, right, originY } = frames[view];
  return view === 'plan' ? '' : `M${left - 10} ${originY}H${right + 10}`;
}

function centrelineOf({ frames }: SheetLayout, view: View): string {
  const frame = frames[view];
  if (view === 'plan') return `M${frame.left - 12} ${frame.originY}H${frame.right + 14}`;
  return view === 'front' || view === 'rear' ? `M${frame.originX} ${frame.top - 6}V${frame.originY}` : '';
}

/** Grid, names, ground and centrelines, overall sizes, and the five bodies: all that stands still while lamps move. */
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
      <path d={lines.join('')} stroke="#1E252C" strokeWidth={1} fill="none" />
      <g className="names">
        {layout.views.map((view) => (
          <ViewName key={view} layout={layout} view={view} />
        ))}
      </g>
      <g className="sides" aria-hidden="true">
        {[
          { x: plan.left - 12, y: plan.top + 8, name: 'R' },
          { x: plan.left - 12, y: plan.bottom - 8, name: 'L' },
          ...(form === 'full'
            ? [
                { x: front.left + 2, y: front.bottom - 9, name: 'R' },
                { x: front.right - 2, y: front.bottom - 9, name: 'L' },
                { x: rear.left + 2, y: rear.bottom - 9, name: 'L' },
                { x: rear.right - 2, y: rear.bottom - 9, name: 'R' },
              ]
            : []),
        ].map((each) => (
          <g key={`${each.x} ${each.y}`}>
            <circle className="side-mark" cx={each.x} cy={each.y} r={7} />
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

/** Length of a scale bar that fits: 1, 2 or 5 times a power of ten metres. */
export function scaleBarMm(pxPerMm: number, mostPx = 110): number {
  const most = mostPx / pxPerMm;
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((n) => n * power).find((length) => length <= most) ?? power;
}
