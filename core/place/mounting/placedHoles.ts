/** Where the holes of a lamp's mount are on its unit. */
import { viewOfFace } from '../../body/index.ts';
import type { Lamp, LampModel, Position } from '../../document/index.ts';
import { besideOnFace, viewPoint } from '../lampGeometry.ts';
import { allHoles, drillingOf, type Hole } from './mounts.ts';

/** Skin that stays between two holes. Common practice, no source. */
export const BRIDGE_MM = 4;

export interface PlacedHole extends Hole {
  lamp: Lamp;
  /** In the two axes of the view that looks at the face. */
  a: number;
  b: number;
}

/** In space: on the skin, at the depth of the lamp's own face. */
export const holePosition = ({ lamp, aMm, bMm }: Hole & { lamp: Lamp }): Position =>
  besideOnFace(lamp, { aMm, bMm, outMm: 0 });

export function placedHoles(lamp: Lamp, model: LampModel): PlacedHole[] {
  const view = viewOfFace[lamp.face];
  return allHoles(drillingOf(lamp, model)).map((hole) => {
    const [a, b] = viewPoint(view, holePosition({ ...hole, lamp }));
    return { ...hole, lamp, a, b };
  });
}
