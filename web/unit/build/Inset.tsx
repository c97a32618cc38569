import type { View } from '../../../core/body/index.ts';
import { BodyView } from '../../sheet/BodyView.tsx';
import type { SheetLayout } from '../../sheet/layout.ts';
import { useUnit } from '../useUnit.ts';
import { INSET_PX, SIGNS, type Window } from './figureWindow.ts';

/** Where on the unit the drawing is. */
export function Inset({ view, whole, layout }: { view: View; whole: Window; layout: SheetLayout }) {
  const { body } = useUnit();
  const wide = whole.a1 - whole.a0;
  const high = whole.b1 - whole.b0;
  const k = Math.min(INSET_PX / wide, 40 / high);
  const { signA, signB } = SIGNS[view];
  const originX = 12 - Math.min(signA * whole.a0, signA * whole.a1) * k;
  const originY = 10 - Math.min(signB * whole.b0, signB * whole.b1) * k;
  const big = layout.frames[view];
  const frame = { ...big, originX, originY };
  const box = [
    originX + ((0 - big.originX) / layout.pxPerMm) * k,
    originX + ((layout.width - big.originX) / layout.pxPerMm) * k,
    originY + ((0 - big.originY) / layout.pxPerMm) * k,
    originY + ((layout.height - big.originY) / layout.pxPerMm) * k,
  ] as const;
  return (
    <g className="step-inset">
      <rect className="back" x={6} y={4} width={wide * k + 12} height={high * k + 12} rx={3} />
      <BodyView body={body} view={view} frame={frame} pxPerMm={k} />
      <rect
        className="crop"
        x={Math.max(8, box[0])}
        y={Math.max(6, box[2])}
        width={Math.min(wide * k + 16, box[1]) - Math.max(8, box[0])}
        height={Math.min(high * k + 14, box[3]) - Math.max(6, box[2])}
      />
    </g>
  );
}
