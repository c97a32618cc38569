import type { Build, Id } from '../../core/document/index.ts';
import { type Drag, movedLamp } from './drag.ts';
import { LampGlyph } from './LampGlyph.tsx';
import { markOf } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';

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
