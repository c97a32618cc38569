import type { Zone, ZoneKind } from '../../core/body/index.ts';

/** One hatch a kind: the slant tells them apart where the colour does not. */
export const HATCH: Record<ZoneKind, { colour: string; angle: number; step: number }> = {
  noDrill: { colour: 'var(--night-stop)', angle: 45, step: 5 },
  pinch: { colour: 'var(--night-stop)', angle: -45, step: 6 },
  hot: { colour: 'var(--night-amber)', angle: 0, step: 5 },
  moving: { colour: 'var(--night-motion)', angle: 90, step: 7 },
  strike: { colour: 'var(--night-amber)', angle: 45, step: 8 },
  load: { colour: 'var(--night-muted)', angle: -45, step: 11 },
  hands: { colour: 'var(--night-leaf)', angle: 20, step: 7 },
};

export const kindsOf = (zones: readonly Zone[]): ZoneKind[] => [...new Set(zones.map((zone) => zone.kind))];
