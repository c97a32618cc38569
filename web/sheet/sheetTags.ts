/** Tags for the marks of a sheet, kept clear of its lettering. */
import type { Id } from '../../core/document/index.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';
import { type Box, type PlacedTag, placeTags } from './tagPlacement.ts';

/** `only`: tag just these lamps; null: all of them. Lamps outside the field get no tag. */
export function tagsOf(layout: SheetLayout, marks: readonly LampMark[], only: ReadonlySet<Id> | null): PlacedTag[] {
  const { frames } = layout;
  return placeTags(
    marks
      .filter((mark) => (only ? only.has(mark.lampId) : !mark.isFurtherJob) && isInField(layout, mark))
      .map((mark) => {
        const frame = frames[mark.view];
        return {
          key: mark.key,
          text: mark.tag,
          x: mark.x,
          y: mark.y,
          width: mark.width,
          height: mark.height,
          middleX: (frame.left + frame.right) / 2,
          middleY: (frame.top + frame.bottom) / 2,
        };
      }),
    layout,
    lettering(layout),
  );
}

/** Boxes of the view names and side marks, which tags keep clear of. */
function lettering({ views, frames }: SheetLayout): Box[] {
  const names = views
    .map((view) => frames[view])
    .map((frame) => ({
      x0: (frame.left + frame.right) / 2 - 40,
      x1: (frame.left + frame.right) / 2 + 40,
      y0: frame.top - 28,
      y1: frame.top - 12,
    }));
  const { plan } = frames;
  const sideMarks = [plan.top + 8, plan.bottom - 8].map((y) => ({
    x0: plan.left - 20,
    x1: plan.left - 4,
    y0: y - 8,
    y1: y + 8,
  }));
  return [
    ...names,
    ...sideMarks,
    { x0: plan.left - 62, x1: plan.left - 24, y0: plan.originY - 9, y1: plan.originY + 9 },
  ];
}

const isInField = ({ width, height }: SheetLayout, mark: LampMark): boolean =>
  mark.x > 0 && mark.x < width && mark.y > 0 && mark.y < height;
