import { memo } from 'react';
import type { Build, Id } from '../../core/document/index.ts';
import { withTwinIds } from './drag.ts';
import type { LampMark } from './lampMarks.ts';

export const Rings = memo(function Rings({
  marks,
  lamps,
  selection,
}: {
  marks: readonly LampMark[];
  lamps: Build['lamps'];
  selection: readonly Id[];
}) {
  if (selection.length === 0) return null;
  const chosen = new Set(selection);
  const twins = new Set(withTwinIds({ lamps }, selection));
  return (
    <g>
      {marks
        .filter((mark) => twins.has(mark.lampId))
        .map((mark) => (
          <rect
            key={mark.key}
            className={chosen.has(mark.lampId) ? 'ring' : 'ring twin'}
            x={mark.x - mark.width / 2 - 4}
            y={mark.y - mark.height / 2 - 4}
            width={mark.width + 8}
            height={mark.height + 8}
            rx={3}
          />
        ))}
    </g>
  );
});
