import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef } from 'react';
import { type CrewQuestion, faultsOf, type PlanFault } from '../../../core/schedule/index.ts';
import { type Block, faultsInWords, movedSteps, planOf, type ShopWork, taskIdsOf } from '../../../core/shop/index.ts';
import type { Axis } from './axis.ts';

const STEP_MIN = 15;
export const ROW_PX = 84;
/** A hand that trembles is not a drag. */
const DRAG_FROM_PX = 4;
/** What takes less time than this is drawn as wide. */
export const MIN_PX = 3;

/** Where a block would go, and what would be wrong with it there. */
export interface Trial {
  leftPx: number;
  widthPx: number;
  row: number;
  startMinutes: number;
  workerIds: readonly string[];
  words: string[];
}

/** What a hand holds, told to the ghost alone: the board itself is not drawn anew while something is dragged. */
export interface HeldTrial {
  trial: Trial | null;
  show: (trial: Trial | null) => void;
}

interface Grabbed {
  block: Block;
  rowId: string;
  row: number;
  pointerId: number;
  fromX: number;
  fromY: number;
  leftPx: number;
  frame: number;
}

export function useBlockDrag({
  work,
  question,
  axis,
  mayPlan,
  onMove,
}: {
  work: ShopWork;
  question: CrewQuestion;
  axis: Axis;
  mayPlan: boolean;
  onMove(block: Block, to: { startMinutes: number; workerIds: readonly string[] }): void;
}) {
  const { shop, units } = work;
  const workers = useMemo(() => Object.values(shop.workers), [shop.workers]);
  const grabbed = useRef<Grabbed | null>(null);
  const held = useRef<HeldTrial>({ trial: null, show: () => {} });

  const tryAt = useCallback(
    (block: Block, startMinutes: number, rowId: string, toRowId: string): Trial => {
      const workerIds = block.workerIds.map((id) => (id === rowId ? toRowId : id));
      const row = workers.findIndex((worker) => worker.id === toRowId);
      const placed = movedSteps(question, block, { startMinutes, workerIds });
      if (!placed) {
        const widthPx = Math.max(MIN_PX, axis.x(startMinutes + block.minutes) - axis.x(startMinutes));
        return {
          leftPx: axis.x(startMinutes),
          widthPx,
          row,
          startMinutes,
          workerIds,
          words: ['They have no such hours.'],
        };
      }
      const times = Object.values(placed);
      const ids = new Set(taskIdsOf(block));
      const plan = planOf(shop, question);
      const about = (fault: PlanFault) => ids.has(fault.taskId) || (fault.otherId !== null && ids.has(fault.otherId));
      const faults = faultsOf(question, { ...plan, placed: { ...plan.placed, ...placed } }).filter(about);
      const begin = times[0]!.startMinutes;
      return {
        leftPx: axis.x(begin),
        widthPx: Math.max(MIN_PX, axis.x(times.at(-1)!.endMinutes) - axis.x(begin)),
        row,
        startMinutes: begin,
        workerIds,
        words: faultsInWords(faults, { shop, units, question }),
      };
    },
    [axis, question, shop, units, workers],
  );

  const show = useCallback((trial: Trial | null) => {
    held.current.trial = trial;
    held.current.show(trial);
  }, []);

  const onGrab = useCallback(
    (block: Block, rowId: string, event: PointerEvent<HTMLButtonElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const { clientX, clientY, pointerId } = event;
      const row = workers.findIndex((worker) => worker.id === rowId);
      const leftPx = axis.x(block.fromMinutes);
      grabbed.current = { block, rowId, row, pointerId, fromX: clientX, fromY: clientY, leftPx, frame: 0 };
    },
    [axis, workers],
  );

  const onPointerMove = useCallback(
    (event: PointerEvent<HTMLDivElement>) => {
      const own = grabbed.current;
      if (!own || own.pointerId !== event.pointerId) return;
      const [byX, byY] = [event.clientX - own.fromX, event.clientY - own.fromY];
      if (!held.current.trial && Math.hypot(byX, byY) < DRAG_FROM_PX) return;
      // Once a frame: a hand tells more places than can be looked at.
      cancelAnimationFrame(own.frame);
      own.frame = requestAnimationFrame(() => {
        const minute = axis.minuteAt(own.leftPx + byX);
        const row = Math.min(Math.max(own.row + Math.round(byY / ROW_PX), 0), workers.length - 1);
        const startMinutes = Math.round(minute / STEP_MIN) * STEP_MIN;
        show(tryAt(own.block, startMinutes, own.rowId, workers[row]!.id));
      });
    },
    [axis, show, tryAt, workers],
  );

  const letGo = useCallback(() => {
    if (grabbed.current) cancelAnimationFrame(grabbed.current.frame);
    grabbed.current = null;
    show(null);
  }, [show]);

  const onDrop = useCallback(() => {
    const own = grabbed.current;
    const { trial } = held.current;
    letGo();
    if (own && trial) onMove(own.block, { startMinutes: trial.startMinutes, workerIds: trial.workerIds });
  }, [letGo, onMove]);

  const onKey = useCallback(
    (block: Block, rowId: string, event: KeyboardEvent<HTMLButtonElement>) => {
      if (event.key === 'Escape') letGo();
      if (!event.altKey || block.isDone || !mayPlan) return;
      const by = { ArrowLeft: -STEP_MIN, ArrowRight: STEP_MIN }[event.key] ?? 0;
      const down = { ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
      const to = workers[workers.findIndex((worker) => worker.id === rowId) + down];
      if ((by === 0 && down === 0) || !to) return;
      event.preventDefault();
      const { startMinutes, workerIds } = tryAt(block, block.fromMinutes + by, rowId, to.id);
      onMove(block, { startMinutes, workerIds });
    },
    [letGo, mayPlan, onMove, tryAt, workers],
  );

  return { held: held.current, onGrab, onMove: onPointerMove, onDrop, onKey };
}
