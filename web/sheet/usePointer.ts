import { type FocusEvent, type PointerEvent as ReactPointerEvent, type RefObject, useRef, useState } from 'react';
import type { Build, Id, Position } from '../../core/document/index.ts';
import { alignment } from './align.ts';
import { carriedIds, type Drag } from './drag.ts';
import type { LampMark } from './lampMarks.ts';
import { fromPixel, positionOn, type SheetLayout } from './layout.ts';
import type { SheetZoom } from './useZoom.ts';

/** Lamps land on whole centimetres or in line with others while dragged; with Alt held, on any millimetre. */
const DRAG_STEP_MM = 10;
const DRAG_THRESHOLD_PX = 3;

export interface Marquee {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

interface Given {
  svg: RefObject<SVGSVGElement | null>;
  layout: SheetLayout | null;
  marks: readonly LampMark[];
  lamps: Build['lamps'];
  selection: readonly Id[];
  zoom: SheetZoom;
  onSelect(ids: Id[]): void;
  onMove?: (ids: Id[], by: Partial<Position>) => void;
  /** Gets clicks on the field while a lamp is armed; null when none is. */
  onPlaceAt: ((x: number, y: number) => void) | null;
}

const markKeyOf = (event: { target: EventTarget }): string | undefined =>
  (event.target as Element).closest<SVGElement>('[data-mark]')?.dataset.mark;

/**
 * What pointers do on a sheet: choose and drag lamps, draw a marquee, move the sheet (middle button, a finger on the
 * empty field) and zoom it (two fingers).
 */
export function usePointer({ svg, layout, marks, lamps, selection, zoom, onSelect, onMove, onPlaceAt }: Given) {
  const [drag, setDrag] = useState<Drag | null>(null);
  const [hovered, setHovered] = useState<Id | null>(null);
  const [marquee, setMarquee] = useState<Marquee | null>(null);
  /** Pointers that move the sheet, and where each was last. */
  const down = useRef(new Map<number, [number, number]>());

  const pointIn = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = svg.current!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };
  const markUnder = (event: { target: EventTarget }) => {
    const key = markKeyOf(event);
    return key ? marks.find((mark) => mark.key === key) : undefined;
  };

  const startLamp = (event: ReactPointerEvent, mark: LampMark) => {
    const extend = event.shiftKey || event.metaKey || event.ctrlKey;
    const already = selection.includes(mark.lampId);
    const added = extend ? [...selection, mark.lampId] : [mark.lampId];
    const without = extend ? selection.filter((id) => id !== mark.lampId) : [...selection];
    const ids = already ? without : added;
    onSelect(ids);
    if (!onMove || extend) return;
    const [startX, startY] = pointIn(event);
    svg.current!.setPointerCapture(event.pointerId);
    setDrag({
      ids,
      carried: carriedIds({ lamps }, ids),
      view: mark.view,
      startX,
      startY,
      by: {},
      moved: false,
      line: null,
    });
  };

  const onPointerDown = (event: ReactPointerEvent) => {
    const point = pointIn(event);
    const mark = markUnder(event);
    const finger = event.pointerType === 'touch' && !mark && !onPlaceAt;
    if (event.button === 1 || finger) {
      event.preventDefault();
      svg.current!.setPointerCapture(event.pointerId);
      down.current.set(event.pointerId, point);
      return;
    }
    if (event.button !== 0 || !layout) return;
    if (mark) return startLamp(event, mark);
    if (onPlaceAt) return onPlaceAt(...point);
    svg.current!.setPointerCapture(event.pointerId);
    setMarquee({ x0: point[0], y0: point[1], x1: point[0], y1: point[1] });
  };

  const moveSheet = (id: number, [x, y]: [number, number]) => {
    const [lastX, lastY] = down.current.get(id)!;
    const other = [...down.current].find(([key]) => key !== id)?.[1];
    if (other) {
      const before = Math.hypot(lastX - other[0], lastY - other[1]);
      const now = Math.hypot(x - other[0], y - other[1]);
      if (before > 0) zoom.by(now / before, (x + other[0]) / 2, (y + other[1]) / 2);
    } else zoom.pan(x - lastX, y - lastY);
    down.current.set(id, [x, y]);
  };

  const onPointerMove = (event: ReactPointerEvent) => {
    const [x, y] = pointIn(event);
    if (down.current.has(event.pointerId)) return moveSheet(event.pointerId, [x, y]);
    if (marquee) return setMarquee({ ...marquee, x1: x, y1: y });
    if (!drag || !layout) return;
    if (!drag.moved && Math.hypot(x - drag.startX, y - drag.startY) <= DRAG_THRESHOLD_PX) return;
    const [a0, b0] = fromPixel(layout, drag.view, drag.startX, drag.startY);
    const [a1, b1] = fromPixel(layout, drag.view, x, y);
    const step = event.altKey ? 1 : DRAG_STEP_MM;
    const snap = (value: number) => Math.round(value / step) * step;
    const own = marks.find((mark) => mark.lampId === drag.ids[0] && mark.view === drag.view);
    const line =
      own && !event.altKey
        ? alignment(marks, new Set(drag.ids), drag.view, own.x + x - drag.startX, own.y + y - drag.startY)
        : null;
    const { signA, signB } = layout.frames[drag.view];
    const alongBy = line?.withX ? Math.round(a1 - a0 + (line.dx * signA) / layout.pxPerMm) : snap(a1 - a0);
    const upBy = line?.withY ? Math.round(b1 - b0 + (line.dy * signB) / layout.pxPerMm) : snap(b1 - b0);
    const zero = { xMm: 0, yMm: 0, zMm: 0 };
    setDrag({ ...drag, moved: true, line, by: positionOn(drag.view, alongBy, upBy, zero) });
  };

  const onPointerUp = (event: ReactPointerEvent) => {
    if (down.current.delete(event.pointerId)) return;
    if (drag?.moved && onMove) onMove(drag.ids, drag.by);
    if (marquee) onSelect(inside(marquee, marks));
    setDrag(null);
    setMarquee(null);
  };

  const onPointerCancel = (event: ReactPointerEvent) => {
    down.current.delete(event.pointerId);
    setDrag(null);
    setMarquee(null);
  };

  return {
    drag,
    marquee,
    hovered,
    pointIn,
    handlers: {
      onPointerDown,
      onPointerMove,
      onPointerUp,
      onPointerCancel,
      onPointerOver: (event: ReactPointerEvent) => setHovered(markUnder(event)?.lampId ?? null),
      onPointerLeave: () => setHovered(null),
      onFocus: (event: FocusEvent) => {
        const mark = markUnder(event);
        if (mark && event.target.matches(':focus-visible')) onSelect([mark.lampId]);
      },
    },
  };
}

/** The lamps within a marquee, none when it was only a click. */
function inside({ x0, y0, x1, y1 }: Marquee, marks: readonly LampMark[]): Id[] {
  if (Math.abs(x1 - x0) < DRAG_THRESHOLD_PX && Math.abs(y1 - y0) < DRAG_THRESHOLD_PX) return [];
  const within = (value: number, a: number, b: number) => value >= Math.min(a, b) && value <= Math.max(a, b);
  return [...new Set(marks.filter(({ x, y }) => within(x, x0, x1) && within(y, y0, y1)).map((mark) => mark.lampId))];
}
