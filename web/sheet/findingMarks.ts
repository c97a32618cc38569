/** Where the mark of a finding stands beside its lamp. */
import type { Id } from '../../core/document/index.ts';
import type { LampMark } from './lampMarks.ts';
import type { Box } from './tagPlacement.ts';

/** Half of what it is wide and high. */
const HALF_PX = 6.5;

export const findingPlace = ({ x, y, width, height }: LampMark): [number, number] => [
  x + width / 2 + 7,
  y - height / 2 - 6,
];

export const isMarked = (mark: LampMark, found: ReadonlyMap<Id, unknown>): boolean =>
  mark.faceOn && found.has(mark.lampId);

export function findingBox(mark: LampMark): Box {
  const [x, y] = findingPlace(mark);
  return { x0: x - HALF_PX, x1: x + HALF_PX, y0: y - HALF_PX, y1: y + HALF_PX };
}
