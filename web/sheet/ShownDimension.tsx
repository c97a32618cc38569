import type { DimensionLine } from '../../core/body/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { type SheetLayout, toPixel } from './layout.ts';

const BESIDE_PX = 16;
const ARROW = 6;

/** One dimension of the body, drawn where it is measured, while its field is being edited. */
export function ShownDimension({ layout, line, unit }: { layout: SheetLayout; line: DimensionLine; unit: LengthUnit }) {
  const { left, front } = layout.frames;
  const along = line.axis === 'x';
  const view = line.axis === 'y' ? 'front' : 'left';
  const [x0, y0] =
    along || line.axis === 'y' ? toPixel(layout, view, line.fromMm, 0) : toPixel(layout, view, 0, line.fromMm);
  const [x1, y1] =
    along || line.axis === 'y' ? toPixel(layout, view, line.toMm, 0) : toPixel(layout, view, 0, line.toMm);
  const label = formatLength(Math.abs(line.toMm - line.fromMm), unit);
  const width = label.length * 7.4 + 12;
  const flat = line.axis !== 'z';
  const y = (line.axis === 'y' ? front.bottom : left.bottom) + BESIDE_PX;
  const x = left.left - BESIDE_PX;
  const [ax, ay, bx, by] = flat ? [x0, y, x1, y] : [x, y0, x, y1];
  const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
  const arrow = (px: number, py: number, sign: number) =>
    flat ? `M${px} ${py}l${sign * ARROW} -3.5v7z` : `M${px} ${py}l-3.5 ${sign * ARROW}h7z`;
  return (
    <g className="shown-dimension" aria-hidden="true">
      <path
        d={
          flat
            ? `M${ax} ${y0}V${y + 5}M${bx} ${y1}V${y + 5}`
            : `M${left.originX} ${y0}H${x - 5}M${left.originX} ${y1}H${x - 5}`
        }
        className="reach"
      />
      <path d={`M${ax} ${ay}L${bx} ${by}`} />
      <path
        d={
          flat
            ? arrow(Math.min(ax, bx), ay, 1) + arrow(Math.max(ax, bx), ay, -1)
            : arrow(ax, Math.min(ay, by), 1) + arrow(ax, Math.max(ay, by), -1)
        }
        className="head"
      />
      <rect x={mx - width / 2} y={my - 9} width={width} height={18} rx={2} />
      <text x={mx} y={my}>
        {label}
      </text>
    </g>
  );
}
