import type { Zone, ZoneKind } from '../../core/body/index.ts';
import { HATCH, kindsOf } from './zoneHatch.ts';

export const ZONE_WORDS: Record<ZoneKind, string> = {
  noDrill: 'No drilling',
  pinch: 'Pinch point',
  hot: 'Hot',
  moving: 'Moving, thrown water',
  strike: 'Strikes',
  load: 'Load space',
  hands: 'Hands',
};

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
