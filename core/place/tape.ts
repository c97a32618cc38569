/** Taped dimensions: from edges that a tape can hook onto, as a person with a tape takes them. */

import type { Body, TapeEdge } from '../body/index.ts';
import type { Lamp, Position } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';

export interface TapedDimension {
  edge: TapeEdge;
  lengthMm: Millimetres;
}

const AXIS_FIELD: Record<TapeEdge['axis'], keyof Position> = { x: 'xMm', y: 'yMm', z: 'zMm' };

/** Distances from every edge to the lamp, nearest first, by axis. The lamp's own depth is left out. */
export function tapedDimensions(
  body: Body,
  lamp: Pick<Lamp, 'face' | 'position'>,
): Record<TapeEdge['axis'], TapedDimension[]> {
  const all: Record<TapeEdge['axis'], TapedDimension[]> = { x: [], y: [], z: [] };
  for (const edge of body.edges) {
    all[edge.axis].push({ edge, lengthMm: Math.abs(lamp.position[AXIS_FIELD[edge.axis]] - edge.atMm) });
  }
  for (const list of Object.values(all)) list.sort((a, b) => a.lengthMm - b.lengthMm);
  return all;
}
