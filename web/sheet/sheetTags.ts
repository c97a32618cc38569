/** Tags for the marks of a sheet, kept clear of its lettering and of the marks of findings. */
import type { Id } from '../../core/document/index.ts';
import { findingBox, isMarked } from './findingMarks.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';
import { SIDE_MARK_PX, sideMarks } from './sideMarks.ts';
import { type Box, type PlacedTag, placeTags } from './tagPlacement.ts';
import { boxOf, viewNames } from './viewNames.ts';

/** Nothing is marked. */
const NONE: ReadonlyMap<Id, unknown> = new Map();

/** `only`: tag just these lamps; null: all of them. `found`: lamps that a finding marks. Lamps outside the field get no tag. */
export function tagsOf(
  layout: SheetLayout,
  marks: readonly LampMark[],
  only: ReadonlySet<Id> | null,
  found: ReadonlyMap<Id, unknown> = NONE,
): PlacedTag[] {
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
    [...lettering(layout, marks), ...marks.filter((mark) => isMarked(mark, found)).map(findingBox)],
  );
}

/** Boxes of the names of views and the marks of sides, which tags keep clear of. */
function lettering(layout: SheetLayout, marks: readonly LampMark[]): Box[] {
  const sides = sideMarks(layout, 'full').map(({ x, y }) => ({
    x0: x - SIDE_MARK_PX - 1,
    x1: x + SIDE_MARK_PX + 1,
    y0: y - SIDE_MARK_PX - 1,
    y1: y + SIDE_MARK_PX + 1,
  }));
  return [...viewNames(layout, marks).map(boxOf), ...sides];
}

const isInField = ({ width, height }: SheetLayout, mark: LampMark): boolean =>
  mark.x > 0 && mark.x < width && mark.y > 0 && mark.y < height;
