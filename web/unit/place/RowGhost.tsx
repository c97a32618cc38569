import { type Body, viewOfFace } from '../../../core/body/index.ts';
import type { LampModel } from '../../../core/document/index.ts';
import { arrangedPlaces, rowAxes, usableAt, viewPoint } from '../../../core/place/index.ts';
import { type SheetLayout, toPixel } from '../../sheet/layout.ts';
import type { RowWish } from './rowWish.ts';

/** Until a lamp is chosen a row is drawn with one of this size, mm. */
const ANY_LAMP = { widthMm: 60, heightMm: 40 };
/** No lamp is drawn smaller, px. */
const LEAST_PX = { width: 8, height: 6 };

/** A row as it would stand, drawn where it is being chosen, each lamp at its size. */
export function RowGhost({
  layout,
  body,
  wish: { face, partId, acrossMm, arrangement },
  model,
}: {
  layout: SheetLayout;
  body: Body;
  wish: RowWish;
  model: LampModel | undefined;
}) {
  const view = viewOfFace[face];
  const part = body.parts.find(({ id }) => id === partId);
  const usable = part && usableAt(part, face, acrossMm);
  if (!usable || !layout.views.includes(view)) return null;
  const { along, across } = rowAxes(face);
  const points = arrangedPlaces(arrangement, usable).map((at) => {
    const [a, b] = viewPoint(view, { xMm: 0, yMm: 0, zMm: 0, [along]: at, [across]: acrossMm });
    return toPixel(layout, view, a, b);
  });
  const { widthMm, heightMm } = model?.face ?? ANY_LAMP;
  const width = Math.max(LEAST_PX.width, widthMm * layout.pxPerMm);
  const height = Math.max(LEAST_PX.height, heightMm * layout.pxPerMm);
  const [first, last] = [points[0], points.at(-1)];
  return (
    <g className="row-ghost">
      {first && last && <path d={`M${first[0]} ${first[1]}L${last[0]} ${last[1]}`} />}
      {points.map(([x, y]) => (
        <rect key={`${x} ${y}`} x={x - width / 2} y={y - height / 2} width={width} height={height} />
      ))}
    </g>
  );
}
