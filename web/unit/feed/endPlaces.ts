import type { Body } from '../../../core/body/index.ts';
import type { Build, Position } from '../../../core/document/index.ts';
import { thingsWithPlaces } from '../../../core/graph/index.ts';

export interface EndPlace {
  key: string;
  name: string;
  position: Position;
}

/** In from the ends of a unit, and down from its roof: where a crew leaves an end that it wants to find again. */
const IN_MM = 200;

/** Places where an end may lie: about the unit, beside a plug, beside what sits somewhere already. */
export function endPlaces(build: Build, body: Body): EndPlace[] {
  const { lengthMm, heightMm } = body;
  const zMm = build.fusePanel.position.zMm;
  const about = (key: string, name: string, xMm: number, z: number): EndPlace => ({
    key,
    name,
    position: { xMm: Math.round(xMm), yMm: 0, zMm: Math.round(z) },
  });
  return [
    about('rear', 'At the rear, middle', lengthMm - IN_MM, zMm),
    about('front', 'At the front, middle', IN_MM, zMm),
    about('roof', 'Under the roof, middle', lengthMm / 2, heightMm - IN_MM),
    ...Object.values(build.plugs).flatMap(({ id, name, position }) =>
      position ? [{ key: id, name: `At ${name}`, position }] : [],
    ),
    ...thingsWithPlaces(build)
      .filter(({ isSaid }) => isSaid)
      .map(({ key, name, position }) => ({ key, name: `At ${name}`, position })),
  ];
}
