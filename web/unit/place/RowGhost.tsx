import { viewOfFace } from '../../../core/body/index.ts';
import type { Face, LampModel, Position } from '../../../core/document/index.ts';
import { viewPoint } from '../../../core/place/index.ts';
import { type SheetLayout, toPixel } from '../../sheet/layout.ts';

/** A row as it would stand, drawn where it is being chosen; at what size, once its lamp is known. */
export function RowGhost({
  layout,
  face,
  positions,
  model,
}: {
  layout: SheetLayout;
  face: Face;
  positions: readonly Position[];
  model: LampModel | undefined;
}) {
  const view = viewOfFace[face];
  if (!layout.views.includes(view)) return null;
  const [wide, high] = model ? [model.face.widthMm, model.face.heightMm] : [60, 40];
  const points = positions.map((position) => {
    const [a, b] = viewPoint(view, position);
    return toPixel(layout, view, a, b);
  });
  const [first, last] = [points[0], points.at(-1)];
  return (
    <g className="row-ghost">
      {first && last && <path d={`M${first[0]} ${first[1]}L${last[0]} ${last[1]}`} />}
      {points.map(([x, y]) => (
        <rect
          key={`${x} ${y}`}
          x={x - Math.max(4, (wide * layout.pxPerMm) / 2)}
          y={y - Math.max(3, (high * layout.pxPerMm) / 2)}
          width={Math.max(8, wide * layout.pxPerMm)}
          height={Math.max(6, high * layout.pxPerMm)}
        />
      ))}
    </g>
  );
}
