import type { View } from '../../../core/body/index.ts';
import type { Lamp } from '../../../core/document/index.ts';
import { viewPoint } from '../../../core/place/index.ts';
import type { PlannedMeasure } from '../../../core/steps/index.ts';
import { positionPixel, type SheetLayout, toPixel } from '../../sheet/layout.ts';

/** The taped figure from the edge it is taken from to the lamp. */
export function Figure({
  layout,
  view,
  measure,
  lamp,
  text,
}: {
  layout: SheetLayout;
  view: View;
  measure: PlannedMeasure;
  lamp: Lamp | undefined;
  text: string;
}) {
  if (!lamp || measure.target.kind !== 'lamp') return null;
  const { axis } = measure.target;
  const [x, y] = positionPixel(layout, view, lamp.position);
  const [a, b] = viewPoint(view, lamp.position);
  const upright = axis === 'zMm' || (view === 'plan' && axis === 'yMm');
  const [x0, y0] = upright ? toPixel(layout, view, a, 0) : toPixel(layout, view, 0, b);
  const inside = {
    x: Math.min(layout.width - 12, Math.max(12, x0)),
    y: Math.min(layout.height - 12, Math.max(12, y0)),
  };
  const width = text.length * 8 + 14;
  // A short blade has no room for its figure: that stands over the lamp then.
  const fits = Math.hypot(x - inside.x, y - inside.y) > (upright ? 48 : width + 24);
  const cx = upright || !fits ? x : (x + inside.x) / 2;
  const cy = fits ? (y + inside.y) / 2 : Math.min(y, inside.y) - 26;
  const at = {
    x: Math.min(layout.width - width / 2 - 4, Math.max(width / 2 + 4, cx)),
    y: Math.min(layout.height - 14, cy),
  };
  return (
    <g className="step-figure" aria-hidden="true">
      <path d={`M${inside.x} ${inside.y}L${x} ${y}`} />
      <circle cx={x} cy={y} r={9} />
      <rect x={at.x - width / 2} y={at.y - 12} width={width} height={24} rx={2} />
      <text x={at.x} y={at.y + 5} textAnchor="middle">
        {text}
      </text>
    </g>
  );
}
