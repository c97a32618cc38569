import { memo } from 'react';
import type { Id } from '../../core/document/index.ts';
import { findingPlace, isMarked } from './findingMarks.ts';
import type { LampMark } from './lampMarks.ts';

export const FindingMarks = memo(function FindingMarks({
  marks,
  found,
}: {
  marks: readonly LampMark[];
  found: ReadonlyMap<Id, 'stop' | 'caution'>;
}) {
  return (
    <g aria-hidden="true">
      {marks
        .filter((mark) => isMarked(mark, found))
        .map((mark) => {
          const stop = found.get(mark.lampId) === 'stop';
          const [x, y] = findingPlace(mark);
          return (
            <g key={mark.key}>
              <path
                d={stop ? `M${x - 2} ${y - 5}h4l3 3v4l-3 3h-4l-3-3v-4z` : `M${x} ${y - 5}l6 10h-12z`}
                fill={stop ? 'var(--night-stop)' : 'var(--night-amber)'}
                stroke="var(--night-deep)"
                strokeWidth={1}
              />
              <path
                d={stop ? `M${x} ${y - 2}v3.4M${x} ${y + 3}v.6` : `M${x} ${y - 1}v3M${x} ${y + 3.4}v.6`}
                stroke="var(--night-deep)"
                strokeWidth={1.4}
              />
            </g>
          );
        })}
    </g>
  );
});
