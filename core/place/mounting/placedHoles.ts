/** Where the holes of a lamp's mount are on its unit. */
import { type View, viewOfFace } from '../../body/index.ts';
import type { Lamp, LampModel, Position } from '../../document/index.ts';
import { viewPoint } from '../lampGeometry.ts';
import { allHoles, drillingOf, type Hole } from './mounts.ts';

export interface PlacedHole extends Hole {
  lamp: Lamp;
  /** In the two axes of the view that looks at the face. */
  a: number;
  b: number;
}

/** +1 where a lamp's own right is the view's rising first axis. */
const rightward = (view: View): 1 | -1 => (view === 'rear' || view === 'left' || view === 'plan' ? 1 : -1);

export function placedHoles(lamp: Lamp, model: LampModel): PlacedHole[] {
  const view = viewOfFace[lamp.face];
  const [a, b] = viewPoint(view, lamp.position);
  // On top the base lies across: its width runs over the unit, its depth along it.
  return allHoles(drillingOf(lamp, model)).map((hole) => ({
    ...hole,
    lamp,
    a: view === 'plan' ? a + hole.bMm : a + rightward(view) * hole.aMm,
    b: view === 'plan' ? b + hole.aMm : b + hole.bMm,
  }));
}

/** The same in space: on the skin, at the depth of the lamp's own face. */
export function holePosition({ lamp, a, b }: PlacedHole): Position {
  const view = viewOfFace[lamp.face];
  if (view === 'plan') return { ...lamp.position, xMm: a, yMm: b };
  return view === 'left' || view === 'right'
    ? { ...lamp.position, xMm: a, zMm: b }
    : { ...lamp.position, yMm: a, zMm: b };
}
