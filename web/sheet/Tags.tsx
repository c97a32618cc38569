import { memo } from 'react';
import type { Id } from '../../core/document/index.ts';
import { type PlacedTag, tagWidth } from './tagPlacement.ts';

export const Tags = memo(function Tags({ tags, selection }: { tags: readonly PlacedTag[]; selection: readonly Id[] }) {
  const chosen = new Set(selection);
  return (
    <g aria-hidden="true">
      {tags.map((tag) => {
        const on = chosen.has(tag.key.split(' ')[0]!);
        return (
          <g key={tag.key}>
            {on && (
              <rect
                x={tag.x - tagWidth(tag.text) / 2 - 2}
                y={tag.y - 8}
                width={tagWidth(tag.text) + 4}
                height={15}
                rx={2}
                fill="var(--ember)"
              />
            )}
            <text className={on ? 'tag on' : 'tag'} x={tag.x} y={tag.y}>
              {tag.text}
            </text>
          </g>
        );
      })}
    </g>
  );
});
