import { memo } from 'react';
import { viewOfFace } from '../../../core/body/index.ts';
import type { Build, Id } from '../../../core/document/index.ts';
import { housings, placedHoles, viewPoint } from '../../../core/place/index.ts';
import { type SheetLayout, toPixel } from '../../sheet/layout.ts';

/** A cross reaches so far beyond its hole, px: a hole of 3 mm is no larger than a dot at this scale. */
const REACH_PX = 3.5;
const LEAST_RADIUS_PX = 1.6;

/** Every hole where it comes, a cross over a circle to scale, and a broken circle where one is already, in the view that looks at its face. */
export const HoleLayer = memo(function HoleLayer({
  build,
  layout,
  selection,
}: {
  build: Build;
  layout: SheetLayout;
  selection: readonly Id[];
}) {
  return (
    <g className="hole-layer">
      {Object.values(build.oldHoles).flatMap(({ id, face, position, diameterMm }) => {
        const view = viewOfFace[face];
        if (!layout.views.includes(view)) return [];
        const [x, y] = toPixel(layout, view, ...viewPoint(view, position));
        const radius = Math.max(LEAST_RADIUS_PX, (diameterMm / 2) * layout.pxPerMm);
        return [<circle key={id} className="old" cx={x} cy={y} r={radius + 1.5} />];
      })}
      {housings(build).flatMap((lamp) => {
        const model = build.models[lamp.modelKey];
        const view = viewOfFace[lamp.face];
        if (!model || model.kind === 'factory' || !layout.views.includes(view)) return [];
        return placedHoles(lamp, model).map(({ a, b, diameterMm }) => {
          const [x, y] = toPixel(layout, view, a, b);
          const radius = Math.max(LEAST_RADIUS_PX, (diameterMm / 2) * layout.pxPerMm);
          const reach = radius + REACH_PX;
          return (
            <g key={`${lamp.id} ${a} ${b}`} className={selection.includes(lamp.id) ? 'chosen' : undefined}>
              <circle cx={x} cy={y} r={radius} />
              <path d={`M${x - reach} ${y}H${x + reach}M${x} ${y - reach}V${y + reach}`} />
            </g>
          );
        });
      })}
    </g>
  );
});
