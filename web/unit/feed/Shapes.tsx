import { memo } from 'react';
import type { Shape } from '../../../core/harness/index.ts';

/** Shapes of the core as SVG; one that is drawn never changes place, so its index is its name. */
export const Shapes = memo(function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  return shapes.map((shape, index) => {
    const key = `${shape.kind} ${index}`;
    switch (shape.kind) {
      case 'path':
        return (
          <path key={key} d={shape.d} fill={shape.fill ?? 'none'} stroke={shape.stroke} strokeWidth={shape.width} />
        );
      case 'rect': {
        const { x, y, width, height, radius, fill, stroke } = shape;
        return <rect key={key} {...{ x, y, width, height, fill, stroke }} rx={radius} />;
      }
      case 'circle':
        return <circle key={key} cx={shape.x} cy={shape.y} r={shape.radius} fill={shape.fill} stroke={shape.stroke} />;
      case 'text':
        return (
          <text
            key={key}
            className={shape.look}
            x={shape.x}
            y={shape.y}
            textAnchor={shape.anchor}
            style={{ fill: shape.fill }}
          >
            {shape.text}
          </text>
        );
      default:
        return shape satisfies never;
    }
  });
});
