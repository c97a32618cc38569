import { memo } from 'react';
import { type Body, outlineIn, paintOrder, type View } from '../../core/body/index.ts';
import type { ViewFrame } from './layout.ts';
import { pathOf } from './svgPath.ts';

/**
 * One view of a body, painted from far to near. Memoised apart from the lamps: dragging a lamp never touches it, and
 * paths are in millimetres so that only the transform depends on the scale.
 */
export const BodyView = memo(function BodyView({
  body,
  view,
  frame,
  pxPerMm,
}: {
  body: Body;
  view: View;
  frame: ViewFrame;
  pxPerMm: number;
}) {
  return (
    <g
      className="body-view"
      transform={`translate(${frame.originX} ${frame.originY}) scale(${frame.signA * pxPerMm} ${frame.signB * pxPerMm})`}
      aria-hidden="true"
    >
      {paintOrder(body, view).map((part) => (
        <g key={part.id}>
          <path className={`look-${part.look}`} d={pathOf(outlineIn(part, view), true)} />
          {(part.details[view] ?? []).map((detail, index) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: details have no identity of their own and never change places
              key={index}
              className={detail.closed ? `look-${detail.look}` : `look-${detail.look} open`}
              d={pathOf(detail.points, detail.closed)}
            />
          ))}
        </g>
      ))}
    </g>
  );
});
