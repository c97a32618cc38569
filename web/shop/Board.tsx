import { CalendarOutlined, InboxOutlined, PrinterOutlined } from '@ant-design/icons';
import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef, useState } from 'react';
import { faultsOf, minutesIn, type PlanFault } from '../../core/schedule/index.ts';
import {
  type Block,
  type Board as BoardData,
  clockOf,
  dateOf,
  dayName,
  dayStart,
  faultsInWords,
  faultWords,
  movedSteps,
  planOf,
  type ShopWork,
  taskIdOf,
  weekday,
  whenText,
} from '../../core/shop/index.ts';
import type { ShopAnswer } from '../app/api.ts';
import { useSize } from '../app/useSize.ts';
import { type Axis, weekAxis } from './axis.ts';
import { BayRows } from './BayRows.tsx';
import { BlockView } from './BlockView.tsx';
import { Links } from './Links.tsx';

const LABEL_PX = 124;
const ROW_PX = 84;
const STEP_MIN = 15;
/** A hand that trembles is not a drag. */
const DRAG_FROM_PX = 4;
const LEAST_PX = 3;

export interface BoardProps {
  work: ShopWork;
  units: ReadonlyMap<string, ShopAnswer['units'][number]>;
  board: BoardData;
  tints: ReadonlyMap<string, string>;
  weekMin: number;
  shownUnit: string | null;
  shownBlock: string | null;
  movedIds: ReadonlySet<string>;
  mayPlan: boolean;
  onUnit(unitId: string): void;
  onBlock(block: Block): void;
  onMove(block: Block, to: { startMin: number; workerIds: readonly string[] }): void;
}

interface Held {
  block: Block;
  rowId: string;
  pointerId: number;
  fromX: number;
  fromY: number;
  leftPx: number;
  row: number;
}

interface Trial {
  leftPx: number;
  widthPx: number;
  row: number;
  startMin: number;
  workerIds: readonly string[];
  words: string[];
}

const taskIds = (block: Block) => block.stepKeys.map((key) => taskIdOf(block.unitId, key));

/** The week: bays on a night field, under them everybody's work, one hour as wide as another. */
export function Board(props: BoardProps) {
  const { work, units, board, weekMin, shownUnit, shownBlock, movedIds, mayPlan, onBlock, onMove } = props;
  const { shop, nowMin } = work;
  const { question } = board;
  const [lanes, { width }] = useSize<HTMLDivElement>();
  const workers = useMemo(() => Object.values(shop.workers), [shop.workers]);
  const bays = useMemo(() => Object.values(shop.bays), [shop.bays]);
  const axis = useMemo(
    () =>
      weekAxis(
        weekMin,
        question.people.flatMap((person) => [...person.works]),
        Math.max(width - LABEL_PX, 300),
      ),
    [weekMin, question, width],
  );
  const faultOf = useMemo(() => {
    const said = new Map<string, string>();
    for (const fault of board.faults)
      if (!said.has(fault.taskId)) said.set(fault.taskId, faultWords(fault, { shop, units: work.units, question }));
    return said;
  }, [board.faults, shop, work.units, question]);

  const held = useRef<Held | null>(null);
  const [trial, setTrial] = useState<Trial | null>(null);

  /** Where a block would go, and what would be wrong with it there. */
  const tryAt = useCallback(
    (block: Block, startMin: number, rowId: string, toRowId: string): Trial | null => {
      const workerIds = block.workerIds.map((id) => (id === rowId ? toRowId : id));
      const placed = movedSteps(question, block, { startMin, workerIds });
      const row = workers.findIndex((worker) => worker.id === toRowId);
      const ids = new Set(taskIds(block));
      const plan = planOf(shop, question);
      const about = (fault: PlanFault) => ids.has(fault.taskId) || (fault.otherId !== null && ids.has(fault.otherId));
      const faults = placed ? faultsOf(question, { ...plan, placed: { ...plan.placed, ...placed } }).filter(about) : [];
      const times = Object.values(placed ?? {});
      const leftPx = axis.x(Math.min(startMin, ...times.map((each) => each.startMin)));
      const end = times.length > 0 ? Math.max(...times.map((each) => each.endMin)) : startMin + block.minutes;
      return {
        leftPx: times.length > 0 ? axis.x(times[0]!.startMin) : leftPx,
        widthPx: Math.max(LEAST_PX, axis.x(end) - axis.x(times[0]?.startMin ?? startMin)),
        row,
        startMin: times[0]?.startMin ?? startMin,
        workerIds,
        words: placed ? faultsInWords(faults, { shop, units: work.units, question }) : ['They have no such hours.'],
      };
    },
    [axis, question, shop, work.units, workers],
  );

  const grab = useCallback(
    (rowId: string, row: number, block: Block, event: PointerEvent<HTMLButtonElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const { clientX, clientY, pointerId } = event;
      held.current = { block, rowId, row, pointerId, fromX: clientX, fromY: clientY, leftPx: axis.x(block.fromMin) };
    },
    [axis],
  );

  const drag = (event: PointerEvent<HTMLDivElement>) => {
    const own = held.current;
    if (!own || own.pointerId !== event.pointerId) return;
    const [byX, byY] = [event.clientX - own.fromX, event.clientY - own.fromY];
    if (!trial && Math.hypot(byX, byY) < DRAG_FROM_PX) return;
    const minute = axis.minuteAt(own.leftPx + byX);
    const startMin = Math.round(minute / STEP_MIN) * STEP_MIN;
    const row = Math.min(Math.max(own.row + Math.round(byY / ROW_PX), 0), workers.length - 1);
    setTrial(tryAt(own.block, startMin, own.rowId, workers[row]!.id));
  };

  const drop = () => {
    const own = held.current;
    held.current = null;
    if (own && trial) onMove(own.block, { startMin: trial.startMin, workerIds: trial.workerIds });
    setTrial(null);
  };

  const keyed = useCallback(
    (rowId: string, row: number, block: Block, event: KeyboardEvent<HTMLButtonElement>) => {
      if (event.key === 'Escape') {
        held.current = null;
        setTrial(null);
        return;
      }
      if (!event.altKey || block.isDone || !mayPlan) return;
      const by = { ArrowLeft: -STEP_MIN, ArrowRight: STEP_MIN }[event.key] ?? 0;
      const down = { ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
      const to = workers[row + down];
      if ((by === 0 && down === 0) || !to) return;
      event.preventDefault();
      const moved = tryAt(block, block.fromMin + by, rowId, to.id);
      if (moved) onMove(block, { startMin: moved.startMin, workerIds: moved.workerIds });
    },
    [mayPlan, onMove, tryAt, workers],
  );

  const inWeek = useMemo(() => {
    const end = axis.days.at(-1)! + 24 * 60;
    return board.blocks.filter((block) => block.toMin > weekMin && block.fromMin < end);
  }, [board.blocks, axis, weekMin]);
  const isThisWeek = nowMin >= weekMin && nowMin < weekMin + 7 * 24 * 60;
  const partWaits = board.waits.filter((wait) => wait.kind === 'part' && wait.untilMin !== null);

  return (
    <div
      className="board"
      ref={lanes}
      style={{ ['--label' as string]: `${LABEL_PX}px`, ['--day' as string]: `${axis.dayPx}px` }}
    >
      <AxisHead axis={axis} nowMin={isThisWeek ? nowMin : null} />
      <BayRows bays={bays} stays={board.stays} units={units} axis={axis} shownUnit={shownUnit} onUnit={props.onUnit} />
      <div className="people-rows" onPointerMove={drag} onPointerUp={drop} onPointerCancel={drop}>
        <Links blocks={inWeek} workers={workers} unitId={shownUnit} axis={axis} labelPx={LABEL_PX} rowPx={ROW_PX} />
        {workers.map((worker, row) => (
          <div key={worker.id} className="person-row" style={{ height: ROW_PX }}>
            <PersonLabel board={board} worker={worker} weekMin={weekMin} />
            <div className="lane">
              {inWeek
                .filter((block) => block.workerIds.includes(worker.id))
                .map((block) => {
                  const unit = units.get(block.unitId);
                  const leftPx = axis.x(block.fromMin);
                  const widthPx = Math.max(axis.x(block.toMin) - leftPx, LEAST_PX);
                  const ids = taskIds(block);
                  const fault = block.isDone ? null : (ids.map((id) => faultOf.get(id)).find(Boolean) ?? null);
                  const when = `${whenText(block.fromMin, nowMin)} to ${whenText(block.toMin, nowMin)}`;
                  return (
                    <BlockView
                      key={block.id}
                      block={block}
                      tag={unit?.tag ?? ''}
                      leftPx={leftPx}
                      widthPx={widthPx}
                      tint={props.tints.get(block.unitId) ?? '#7C7468'}
                      isShown={shownBlock === block.id || (shownBlock === null && shownUnit === block.unitId)}
                      isMoved={ids.some((id) => movedIds.has(id))}
                      label={`${unit?.tag}, ${block.words}, ${worker.name}, ${when}${block.isDone ? ', done' : ''}`}
                      fault={fault}
                      mayMove={mayPlan && !block.isDone}
                      onGrab={(own, event) => grab(worker.id, row, own, event)}
                      onKey={(own, event) => keyed(worker.id, row, own, event)}
                      onOpen={onBlock}
                    />
                  );
                })}
              {partWaits.map((wait) => {
                const block = inWeek.find(
                  (each) =>
                    !each.isDone &&
                    each.unitId === wait.unitId &&
                    each.stepKeys.includes(wait.stepKey) &&
                    each.workerIds[0] === worker.id,
                );
                if (!block) return null;
                return (
                  <span
                    key={`${wait.unitId} ${wait.stepKey}`}
                    className="part-flag"
                    style={{ left: Math.min(axis.x(block.fromMin), axis.widthPx - 170) }}
                  >
                    <InboxOutlined aria-hidden /> {wait.shortage?.part.name ?? 'a part'},{' '}
                    {whenText(wait.untilMin!, nowMin)}
                  </span>
                );
              })}
            </div>
          </div>
        ))}
        {trial && (
          <div
            className={`ghost ${trial.words.length > 0 ? 'is-wrong' : ''}`}
            style={{ left: LABEL_PX + trial.leftPx, width: trial.widthPx, top: trial.row * ROW_PX + 6 }}
          >
            <div className="ghost-words" role="status">
              <b>{whenText(trial.startMin, nowMin)}</b>
              {trial.words.length === 0 ? ' fits' : ''}
              {trial.words.slice(0, 3).map((words) => (
                <p key={words}>⚠ {words}</p>
              ))}
            </div>
          </div>
        )}
      </div>
      {isThisWeek && <div className="now-line" style={{ left: LABEL_PX + axis.x(nowMin) }} aria-hidden />}
    </div>
  );
}

function AxisHead({ axis, nowMin }: { axis: Axis; nowMin: number | null }) {
  const hours = [12, 15].filter((hour) => hour * 60 > axis.openMin && hour * 60 < axis.closeMin);
  return (
    <div className="axis-head">
      <div className="row-label" />
      <div className="lane">
        {axis.days.map((day, at) => (
          <div
            key={day}
            className={`day ${nowMin !== null && dayStart(nowMin) === day ? 'is-today' : ''}`}
            style={{ left: at * axis.dayPx, width: axis.dayPx }}
          >
            <b>
              {dayName(day)} {Number(dateOf(day).slice(8))}
            </b>
            <a
              href={`/api/shop/day.pdf?date=${dateOf(day)}`}
              target="_blank"
              rel="noreferrer"
              aria-label={`Day sheet, ${dayName(day)} ${Number(dateOf(day).slice(8))}`}
              title="Day sheet"
            >
              <PrinterOutlined aria-hidden />
            </a>
            {hours.map((hour) => (
              <span key={hour} style={{ left: axis.x(day + hour * 60) - at * axis.dayPx }}>
                {hour}
              </span>
            ))}
          </div>
        ))}
        {nowMin !== null && weekday(nowMin) < axis.days.length && (
          <span
            className={`now-chip ${nowMin - dayStart(nowMin) >= axis.closeMin ? 'is-after' : ''}`}
            style={{ left: axis.x(nowMin) }}
          >
            {clockOf(nowMin)}
          </span>
        )}
      </div>
    </div>
  );
}

const SKILL_LETTERS = { wiring: 'wiring', metal: 'metal' } as const;

function PersonLabel({
  board,
  worker,
  weekMin,
}: {
  board: BoardData;
  worker: ShopWork['shop']['workers'][string];
  weekMin: number;
}) {
  const works = board.question.people.find((person) => person.id === worker.id)?.works ?? [];
  const end = weekMin + 7 * 24 * 60;
  const all = minutesIn(works, weekMin, end);
  const busy = board.blocks
    .filter((block) => block.workerIds.includes(worker.id))
    .reduce((sum, block) => sum + minutesIn(works, Math.max(block.fromMin, weekMin), Math.min(block.toMin, end)), 0);
  const share = all === 0 ? 0 : Math.min(1, busy / all);
  return (
    <div className="row-label person-label">
      <div>
        <b>{worker.name.split(' ')[0]}</b>
        <a
          href={`/api/shop/workers/${worker.id}/calendar.ics`}
          aria-label={`Calendar of ${worker.name}`}
          title="Calendar file"
        >
          <CalendarOutlined aria-hidden />
        </a>
      </div>
      <small>{worker.skills.map((skill) => SKILL_LETTERS[skill]).join(', ') || 'helps'}</small>
      <span className="mono">
        {(busy / 60).toFixed(1)} of {(all / 60).toFixed(1)} h
      </span>
      <span className="load">
        <i style={{ width: `${share * 100}%` }} />
      </span>
    </div>
  );
}
