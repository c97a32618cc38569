/** What the views of a sheet are called, and where that stands: clear of the lamps that rise above a view. */
import type { View } from '../../core/body/index.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetLayout } from './layout.ts';
import { type Box, meets } from './tagPlacement.ts';

export interface ViewName {
  view: View;
  text: string;
  note: string;
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

const NAMES: Record<View, string> = {
  front: 'FRONT',
  left: 'LEFT SIDE',
  plan: 'PLAN',
  right: 'RIGHT SIDE',
  rear: 'REAR',
};
const NOTE = 'seen through';
const NOTE_BELOW_PX = 16;
const CHARACTER_PX = 7.6;
const RISES_PX = 11;
const FALLS_PX = 3;

/** The room that a name takes, with the note below it. */
export function boxOf({ text, note, x, y, anchor }: Omit<ViewName, 'view'>): Box {
  const width = Math.max(text.length * CHARACTER_PX, note.length * 6);
  const x0 = anchor === 'middle' ? x - width / 2 : anchor === 'end' ? x - width : x;
  return { x0, x1: x0 + width, y0: y - RISES_PX, y1: y + FALLS_PX + (note ? NOTE_BELOW_PX : 0) };
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
/** Lamps have so much room around them before a name begins. */
const CLEAR_PX = 3;

/** A name over its view, or left of it where the view shares its column with others. */
function nameOf(layout: SheetLayout, view: View, marks: readonly Box[]): ViewName {
  const frame = layout.frames[view];
  const { left } = layout.frames;
  const below = frame.top > left.bottom && frame.left === left.left && frame.left > NAME_ROOM_PX;
  if (below) {
    const y = view === 'plan' ? frame.originY + 4 : frame.bottom - 34;
    return { view, text: NAMES[view], note: view === 'right' ? NOTE : '', x: frame.left - 26, y, anchor: 'end' };
  }
  const text = `${NAMES[view]}${view === 'right' && layout.views.length > 3 ? `, ${NOTE}` : ''}`;
  const usualY = view === 'plan' ? planNameY(layout) : frame.top - 12;
  // Over the middle, else at an end of the view, else higher.
  const across = [
    { x: (frame.left + frame.right) / 2, anchor: 'middle' },
    { x: frame.left, anchor: 'end' },
    { x: frame.right, anchor: 'start' },
  ] as const;
  const places = [usualY, ...range(usualY - 4, NAME_TOP_PX)].flatMap((y, index) =>
    // A little higher over the middle is better than beside it.
    (index === 0 ? across : across.slice(0, 1)).map((at): ViewName => ({ view, text, note: '', y, ...at })),
  );
  places.sort((a, b) => costOf(a, usualY) - costOf(b, usualY));
  const isFree = (place: ViewName) => {
    const box = boxOf(place);
    return box.x0 > 0 && box.x1 < layout.width && !marks.some((mark) => meets(box, mark));
  };
  return places.find(isFree) ?? places[0]!;
}

const BESIDE_COST = 24;
const costOf = ({ y, anchor }: ViewName, usualY: number): number =>
  usualY - y + (anchor === 'middle' ? 0 : BESIDE_COST);

const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, Math.floor((from - to) / 4) + 1) }, (_, index) => from - 4 * index);

/** The names of all views that are drawn. */
export function viewNames(layout: SheetLayout, marks: readonly LampMark[]): ViewName[] {
  const boxes = marks.map(({ x, y, width, height }) => ({
    x0: x - width / 2 - CLEAR_PX,
    x1: x + width / 2 + CLEAR_PX,
    y0: y - height / 2 - CLEAR_PX,
    y1: y + height / 2 + CLEAR_PX,
  }));
  return layout.views.map((view) => nameOf(layout, view, boxes));
}

/** Where the note under a name stands. */
export const noteY = ({ y }: ViewName): number => y + NOTE_BELOW_PX;
