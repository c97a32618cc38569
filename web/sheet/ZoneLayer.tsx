import { memo } from 'react';
import type { View, Zone, ZoneKind } from '../../core/body/index.ts';
import { type SheetLayout, toPixel } from './layout.ts';

const SPANS: Record<View, (zone: Zone) => [readonly [number, number], readonly [number, number]]> = {
  front: (zone) => [zone.y, zone.z],
  rear: (zone) => [zone.y, zone.z],
  left: (zone) => [zone.x, zone.z],
  right: (zone) => [zone.x, zone.z],
  plan: (zone) => [zone.x, zone.y],
};

const ZONE_WORDS: Record<ZoneKind, string> = {
  noDrill: 'No drilling',
  pinch: 'Pinch point',
  hot: 'Hot',
  moving: 'Moving, thrown water',
  strike: 'Strikes',
  load: 'Load space',
  hands: 'Hands',
};

export const ALL_ZONES: ReadonlySet<ZoneKind> = new Set(Object.keys(ZONE_WORDS) as ZoneKind[]);

/** One hatch a kind: the slant tells them apart where the colour does not. */
const HATCH: Record<ZoneKind, { colour: string; angle: number; step: number }> = {
  noDrill: { colour: '#F0766A', angle: 45, step: 5 },
  pinch: { colour: '#F0766A', angle: -45, step: 6 },
  hot: { colour: '#E6B455', angle: 0, step: 5 },
  moving: { colour: '#7FA8C9', angle: 90, step: 7 },
  strike: { colour: '#E6B455', angle: 45, step: 8 },
  load: { colour: '#8797A5', angle: -45, step: 11 },
  hands: { colour: '#8FC7A2', angle: 20, step: 7 },
};

const kindsOf = (zones: readonly Zone[]): ZoneKind[] => [...new Set(zones.map((zone) => zone.kind))];

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

export function ZoneKey({ zones }: { zones: readonly Zone[] }) {
  const kinds = kindsOf(zones);
  return (
    <div className="zone-key">
      {kinds.map((kind) => (
        <span key={kind}>
          <svg width={16} height={12} aria-hidden="true">
            <rect width={16} height={12} fill={`url(#zone-${kind})`} stroke={HATCH[kind].colour} />
          </svg>
          {ZONE_WORDS[kind]}
        </span>
      ))}
    </div>
  );
}
