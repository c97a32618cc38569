import type { View } from '../../core/body/index.ts';
import type { SheetLayout } from './layout.ts';

const VIEW_NAMES: Record<View, string> = {
  front: 'FRONT',
  left: 'LEFT SIDE',
  plan: 'PLAN',
  right: 'RIGHT SIDE',
  rear: 'REAR',
};

/** A name over its view, or left of it where the view shares its column with others. */
export function ViewName({ layout, view }: { layout: SheetLayout; view: View }) {
  const frame = layout.frames[view];
  const { left } = layout.frames;
  const below = frame.top > left.bottom && frame.left === left.left && frame.left > NAME_ROOM_PX;
  if (!below) {
    return (
      <text
        className="view-name"
        x={(frame.left + frame.right) / 2}
        y={view === 'plan' ? planNameY(layout) : frame.top - 12}
        textAnchor="middle"
      >
        {VIEW_NAMES[view]}
        {view === 'right' && layout.views.length > 3 ? ', seen through' : ''}
      </text>
    );
  }
  const y = view === 'plan' ? frame.originY + 4 : frame.bottom - 34;
  return (
    <>
      <text className="view-name" x={frame.left - 26} y={y} textAnchor="end">
        {VIEW_NAMES[view]}
      </text>
      {view === 'right' && (
        <text className="view-note" x={frame.left - 26} y={y + 16} textAnchor="end">
          seen through
        </text>
      )}
    </>
  );
}

/** In a row with the sides the plan's name is level with theirs; elsewhere over the tags of its far side, if there is room. */
function planNameY({ frames, views }: SheetLayout): number {
  const { plan, left } = frames;
  const over = plan.top - PLAN_NAME_PX;
  if (views.length === STRIP_VIEWS) return Math.max(NAME_TOP_PX, Math.min(left.top - 16, over));
  const above = Math.max(0, ...views.map((view) => frames[view].bottom).filter((bottom) => bottom <= plan.top));
  return over > above + NAME_TOP_PX ? over : plan.top - 8;
}

/** Left of a view there must be this much for its name to stand there. */
const NAME_ROOM_PX = 215;

/** Over the plan stand the tags of the lamps on its far side; its name is above them. */
const PLAN_NAME_PX = 30;

const NAME_TOP_PX = 15;

/** The strip leaves the right side out. */
const STRIP_VIEWS = 4;
