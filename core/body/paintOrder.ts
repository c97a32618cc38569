/** Painter's order: parts of one view from the farthest to the nearest, so that nearer ones cover what lies behind. */
import type { Body, BodyPart, View } from './bodyModel.ts';
import { extent, type Outline } from './outline/outline.ts';

/** Distance of the part's nearest point along the line of sight; larger is nearer. */
function nearness(part: BodyPart, view: View): number {
  const bias = part.paintBias[view] ?? 0;
  switch (view) {
    case 'left':
      return extent(part.front, 0)[1] + bias;
    case 'right':
      return -extent(part.front, 0)[0] + bias;
    case 'plan':
      return extent(part.side, 1)[1] + bias;
    case 'front':
      return -extent(part.side, 0)[0] + bias;
    case 'rear':
      return extent(part.side, 0)[1] + bias;
  }
}

/** Outline of a part in a view: [x, z] for the sides, [x, y] for the plan, [y, z] for front and rear. */
export const outlineIn = (part: BodyPart, view: View): Outline =>
  view === 'plan' ? part.plan : view === 'left' || view === 'right' ? part.side : part.front;

export function paintOrder(body: Body, view: View): BodyPart[] {
  return body.parts
    .map((part, index) => ({ part, index, near: nearness(part, view) }))
    .sort((a, b) => a.near - b.near || a.index - b.index)
    .map(({ part }) => part);
}
