/** The layers of lamps on a sheet, far to near. All but the moving lamps stand still during a drag and are memoised. */
import { memo } from 'react';
import type { Build, Id } from '../../core/document/index.ts';
import { type Drag, movedLamp, withTwinIds } from './drag.ts';
import { LampGlyph } from './LampGlyph.tsx';
import { type LampMark, markOf } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';
import { type PlacedTag, tagWidth } from './tagPlacement.ts';

/** A finger needs a target this wide. */
const HIT_PX = 18;

export const RestingLamps = memo(function RestingLamps({
  marks,
  brightness,
}: {
  marks: readonly LampMark[];
  brightness: ReadonlyMap<Id, number> | null;
}) {
  return (
    <g>
      {marks.map((mark) => (
        <LampGlyph key={mark.key} mark={mark} lit={brightness ? (brightness.get(mark.lampId) ?? 0) : 1} />
      ))}
    </g>
  );
});

export function MovingLamps({
  layout,
  build,
  drag,
  ids,
}: {
  layout: SheetLayout;
  build: Build;
  drag: Drag;
  ids: ReadonlySet<Id>;
}) {
  return (
    <g>
      {[...ids].flatMap((id) => {
        const lamp = build.lamps[id];
        const model = lamp && build.models[lamp.modelKey];
        if (!lamp || !model) return [];
        const moved = movedLamp(lamp, drag);
        return layout.views.map((view) => {
          const mark = markOf(layout, view, moved, model);
          return mark.away ? null : <LampGlyph key={mark.key} mark={mark} lit={1} />;
        });
      })}
    </g>
  );
}

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
                fill="#C8501B"
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
        .filter((mark) => mark.faceOn && found.has(mark.lampId))
        .map((mark) => {
          const stop = found.get(mark.lampId) === 'stop';
          const [x, y] = [mark.x + mark.width / 2 + 7, mark.y - mark.height / 2 - 6];
          return (
            <g key={mark.key}>
              <path
                d={stop ? `M${x - 2} ${y - 5}h4l3 3v4l-3 3h-4l-3-3v-4z` : `M${x} ${y - 5}l6 10h-12z`}
                fill={stop ? '#F0766A' : '#E6B455'}
                stroke="#14191E"
                strokeWidth={1}
              />
              <path
                d={stop ? `M${x} ${y - 2}v3.4M${x} ${y + 3}v.6` : `M${x} ${y - 1}v3M${x} ${y + 3.4}v.6`}
                stroke="#14191E"
                strokeWidth={1.4}
              />
            </g>
          );
        })}
    </g>
  );
});

/** Invisible targets, big enough for a finger; a lamp is in the tab order once, in the view that faces it. */
export const Hits = memo(function Hits({ marks, selection }: { marks: readonly LampMark[]; selection: readonly Id[] }) {
  return (
    <g>
      {marks.map((mark) => {
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
            aria-label={`Lamp ${mark.tag}, ${mark.view === 'plan' ? 'plan' : mark.view} view`}
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
