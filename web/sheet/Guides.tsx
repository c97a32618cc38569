import type { Body, View } from '../../core/body/index.ts';
import type { Lamp } from '../../core/document/index.ts';
import { tapedDimensions } from '../../core/place/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import type { Alignment } from './align.ts';
import { positionPixel, type SheetLayout } from './layout.ts';

/** Thin lines from a lamp into every view that shares a coordinate with it, and over the mitre from plan to rear. */
export function Guides({ layout, lamp, strong }: { layout: SheetLayout; lamp: Lamp; strong: boolean }) {
  const { position } = lamp;
  const [frontX, topY] = positionPixel(layout, 'front', position);
  const [sideX] = positionPixel(layout, 'left', position);
  const [, planY] = positionPixel(layout, 'plan', position);
  const [, bottomY] = positionPixel(layout, 'right', position);
  const [rearX] = positionPixel(layout, 'rear', position);
  const { left, plan, right } = layout.frames;
  const name = strong ? 'guide' : 'guide faint';
  return (
    <g aria-hidden="true">
      <path className={name} d={`M${frontX} ${topY}H${rearX}`} />
      <path className={name} d={`M${sideX} ${left.top - 4}V${right.bottom}`} />
      <path className={`${name} faint`} d={`M${sideX} ${planY}H${rearX}V${topY}`} />
      <path className={`${name} faint`} d={`M${right.left - 6} ${bottomY}H${right.right + 6}`} />
      <circle cx={sideX} cy={planY} r={1.8} className="guide" />
      <circle cx={rearX} cy={Math.min(planY, plan.bottom)} r={1.8} className="guide" />
    </g>
  );
}

/** Lines through the lamps that a dragged one has come in line with. */
export function AlignLines({ layout, line, view }: { layout: SheetLayout; line: Alignment; view: View }) {
  const frame = layout.frames[view];
  return (
    <g aria-hidden="true" className="align-lines">
      {line.withX && <path d={`M${line.withX.x} ${frame.top - 8}V${frame.bottom + 8}`} />}
      {line.withY && <path d={`M${frame.left - 8} ${line.withY.y}H${frame.right + 8}`} />}
    </g>
  );
}

const TICK_MM = 100;
const CHIP_HEIGHT = 17;

function Tape({
  x0,
  y0,
  x1,
  y1,
  label,
  ticks,
  fieldWidth,
}: {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  label: string;
  ticks: number;
  fieldWidth: number;
}) {
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (length < 2) return null;
  const width = label.length * 7.4 + 12;
  const flat = y0 === y1;
  // The chip sits on the blade when there is room, else beside its end.
  const fits = flat ? length > width + 16 : length > CHIP_HEIGHT + 16;
  const beyond = Math.max(x0, x1) + width + 10 < fieldWidth;
  const beside = beyond ? Math.max(x0, x1) + width / 2 + 6 : Math.min(x0, x1) - width / 2 - 6;
  const cx = fits ? (x0 + x1) / 2 : flat ? beside : x0;
  const cy = fits ? (y0 + y1) / 2 : flat ? y0 : Math.min(y0, y1) - CHIP_HEIGHT;
  const marks = Array.from({ length: Math.floor(ticks) + 1 }, (_, index) => {
    const t = index / ticks;
    const at = flat ? x0 + (x1 - x0) * t : y0 + (y1 - y0) * t;
    const reach = index % 5 === 0 ? 5 : 3;
    return flat ? `M${at} ${y0}v${reach}` : `M${x0} ${at}h${reach}`;
  }).join('');
  return (
    <g>
      <path className="tape-line" d={`M${x0} ${y0}L${x1} ${y1}`} />
      <path className="tape-line" d={marks} opacity={0.75} />
      <path
        className="tape-line"
        strokeWidth={2}
        d={flat ? `M${x0} ${y0 - 5}v10M${x1} ${y1 - 5}v10` : `M${x0 - 5} ${y0}h10M${x1 - 5} ${y1}h10`}
      />
      <rect
        className="tape-chip"
        x={cx - width / 2}
        y={cy - CHIP_HEIGHT / 2}
        width={width}
        height={CHIP_HEIGHT}
        rx={2}
      />
      <text className="tape-figure" x={cx} y={cy + 0.5}>
        {label}
      </text>
    </g>
  );
}

/** Tapes from the edges a person would hook them on: along the unit, out from the centreline, up from the ground. */
export function Tapes({ body, layout, lamp, unit }: { body: Body; layout: SheetLayout; lamp: Lamp; unit: LengthUnit }) {
  const taped = tapedDimensions(body, lamp);
  const along = taped.x[0];
  const { right, rear, front } = layout.frames;
  const k = layout.pxPerMm;
  const [sideX] = positionPixel(layout, 'right', lamp.position);
  const [, height] = positionPixel(layout, 'right', lamp.position);
  const outView = lamp.face === 'front' ? front : rear;
  const outX = outView.originX + outView.signA * lamp.position.yMm * k;
  const sideY = right.bottom + 20;
  const outY = outView.bottom + 20;
  const upX = Math.min(layout.width - 30, right.right + 38);
  const fieldWidth = layout.width;
  const label = (mm: number) => formatLength(mm, unit).replace(/ (mm|in)$/, '');
  return (
    <g aria-hidden="true">
      {along && (
        <Tape
          x0={right.originX + along.edge.atMm * k}
          y0={sideY}
          x1={sideX}
          y1={sideY}
          fieldWidth={fieldWidth}
          label={label(along.lengthMm)}
          ticks={along.lengthMm / TICK_MM}
        />
      )}
      <Tape
        x0={outView.originX}
        y0={outY}
        x1={outX}
        y1={outY}
        fieldWidth={fieldWidth}
        label={label(Math.abs(lamp.position.yMm))}
        ticks={Math.abs(lamp.position.yMm) / TICK_MM}
      />
      <Tape
        x0={upX}
        y0={right.bottom}
        x1={upX}
        y1={height}
        fieldWidth={fieldWidth}
        label={label(lamp.position.zMm)}
        ticks={lamp.position.zMm / TICK_MM}
      />
    </g>
  );
}
