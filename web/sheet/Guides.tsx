import type { Lamp } from '../../core/document/index.ts';
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
