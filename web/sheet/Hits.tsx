import { memo } from 'react';
import type { Id } from '../../core/document/index.ts';
import type { LampMark } from './lampMarks.ts';

/** A finger needs a target this wide. */
const HIT_PX = 18;

/** What gives no light lies below what stands on it. */
const lampsLast = (marks: readonly LampMark[]): LampMark[] =>
  [...marks].sort((a, b) => Number(a.colour !== null) - Number(b.colour !== null));

/** Invisible targets, big enough for a finger; a lamp is in the tab order once, in the view that faces it. */
export const Hits = memo(function Hits({ marks, selection }: { marks: readonly LampMark[]; selection: readonly Id[] }) {
  return (
    <g>
      {lampsLast(marks).map((mark) => {
        const width = Math.max(HIT_PX, mark.width + 6);
        const height = Math.max(HIT_PX, mark.height + 6);
        return (
          <rect
            key={mark.key}
            className="hit"
            x={mark.x - width / 2}
            y={mark.y - height / 2}
            width={width}
            height={height}
            rx={3}
            role="button"
            tabIndex={mark.faceOn ? 0 : -1}
            aria-label={`${mark.colour === null ? 'Part' : 'Lamp'} ${mark.tag}, ${mark.view === 'plan' ? 'plan' : mark.view} view`}
            aria-pressed={selection.includes(mark.lampId)}
            data-mark={mark.key}
            data-lamp={mark.tag}
            data-view={mark.view}
          >
            <title>{mark.tag}</title>
          </rect>
        );
      })}
    </g>
  );
});
