/** A body from outlines drawn elsewhere: stretched to the dimensions given, a plain box where a view is missing. */
import type { OwnOutlines } from '../../document/index.ts';
import type { BodyTemplate } from '../bodyModel.ts';
import { extent, type Outline, rectangle } from '../outline/outline.ts';
import { part } from '../parts.ts';

export const OWN_OUTLINE_ID = 'own-outline';

/** Stretches an outline so that it fills the box from (a0, b0) to (a1, b1). */
function filled(outline: Outline, a0: number, b0: number, a1: number, b1: number): Outline {
  const [lowA, highA] = extent(outline, 0);
  const [lowB, highB] = extent(outline, 1);
  return outline.map(
    ([a, b]) =>
      [
        a0 + ((a - lowA) / (highA - lowA || 1)) * (a1 - a0),
        b0 + ((b - lowB) / (highB - lowB || 1)) * (b1 - b0),
      ] as const,
  );
}

export const ownOutline: BodyTemplate = {
  id: OWN_OUTLINE_ID,
  name: 'Own outline',
  group: 'machine',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 3000, minimumMm: 300, maximumMm: 20_000 },
    widthMm: { name: 'Overall width', defaultMm: 1500, minimumMm: 200, maximumMm: 4000 },
    heightMm: { name: 'Overall height', defaultMm: 1800, minimumMm: 200, maximumMm: 5000 },
    clearanceMm: { name: 'Clear of the ground', defaultMm: 0, minimumMm: 0, maximumMm: 3000 },
  },
  build({ lengthMm = 3000, widthMm = 1500, heightMm = 1800, clearanceMm = 0 }, outlines: OwnOutlines | null = null) {
    const half = widthMm / 2;
    const top = Math.max(heightMm, clearanceMm + 100);
    return {
      parts: [
        part(
          'outline',
          'Body',
          'body',
          { x: [0, lengthMm], y: [-half, half], z: [clearanceMm, top] },
          {
            side: outlines
              ? filled(outlines.side, 0, clearanceMm, lengthMm, top)
              : rectangle(0, clearanceMm, lengthMm, top, 30),
            ...(outlines?.front ? { front: filled(outlines.front, -half, clearanceMm, half, top) } : {}),
            ...(outlines?.plan ? { plan: filled(outlines.plan, 0, -half, lengthMm, half) } : {}),
          },
        ),
      ],
      edges: [
        { id: 'front', name: 'front-most point', axis: 'x', atMm: 0 },
        { id: 'tail', name: 'rear end', axis: 'x', atMm: lengthMm },
        { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
        { id: 'left-edge', name: 'left side', axis: 'y', atMm: half },
        { id: 'right-edge', name: 'right side', axis: 'y', atMm: -half },
        { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
      ],
      panelPosition: { xMm: lengthMm / 2, yMm: 0, zMm: top / 2 },
      driversEye: null,
    };
  },
};
