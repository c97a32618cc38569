import { memo } from 'react';
import type { View, Zone, ZoneKind } from '../../core/body/index.ts';
import { type SheetLayout, toPixel } from './layout.ts';
import { ZONE_WORDS } from './ZoneKey.tsx';
import { HATCH, kindsOf } from './zoneHatch.ts';

const SPANS: Record<View, (zone: Zone) => [readonly [number, number], readonly [number, number]]> = {
  front: (zone) => [zone.y, zone.z],
  rear: (zone) => [zone.y, zone.z],
  left: (zone) => [zone.x, zone.z],
  right: (zone) => [zone.x, zone.z],
  plan: (zone) => [zone.x, zone.y],
};

export const ALL_ZONES: ReadonlySet<ZoneKind> = new Set(Object.keys(ZONE_WORDS) as ZoneKind[]);

/** Zones over the views in which they lie, hatched by kind. */
export const ZoneLayer = memo(function ZoneLayer({ zones, layout }: { zones: readonly Zone[]; layout: SheetLayout }) {
  const kinds = kindsOf(zones);
  return (
    <g className="zones">
      <defs>
        {kinds.map((kind) => {
          const { colour, angle, step } = HATCH[kind];
          return (
            <pattern
              key={kind}
              id={`zone-${kind}`}
              width={step}
              height={step}
              patternUnits="userSpaceOnUse"
              patternTransform={`rotate(${angle})`}
            >
              <line x1={0} y1={0} x2={0} y2={step} stroke={colour} strokeWidth={1.4} opacity={0.75} />
            </pattern>
          );
        })}
      </defs>
      {layout.views.flatMap((view) =>
        zones.map((zone) => {
          const [a, b] = SPANS[view](zone);
          const [x0, y0] = toPixel(layout, view, a[0], b[0]);
          const [x1, y1] = toPixel(layout, view, a[1], b[1]);
          return (
            <rect
              key={`${view} ${zone.id}`}
              x={Math.min(x0, x1)}
              y={Math.min(y0, y1)}
              width={Math.abs(x1 - x0)}
              height={Math.abs(y1 - y0)}
              fill={`url(#zone-${zone.kind})`}
              stroke={HATCH[zone.kind].colour}
              strokeOpacity={0.55}
            />
          );
        }),
      )}
    </g>
  );
});
