import { CalendarOutlined, InboxOutlined, PrinterOutlined } from '@ant-design/icons';
import { memo, useMemo } from 'react';
import type { ShopAnswer } from '../../core/contract/index.ts';
import { minutesIn } from '../../core/schedule/index.ts';
import {
  type Block,
  type Board as BoardData,
  clockOf,
  DAY_MIN,
  dateOf,
  dayName,
  dayStart,
  faultWords,
  type ShopWork,
  taskIdsOf,
  weekday,
  whenText,
} from '../../core/shop/index.ts';
import { SKILL_NAMES } from '../../core/steps/index.ts';
import { useSize } from '../app/useSize.ts';
import { type Axis, weekAxis } from './axis.ts';
import { BayRows } from './BayRows.tsx';
import { BlockView, type BlockViewProps } from './BlockView.tsx';
import { Ghost } from './Ghost.tsx';
import { Links } from './Links.tsx';
import { MIN_PX, ROW_PX, useBlockDrag } from './useBlockDrag.ts';

const LABEL_PX = 124;

const FLAG_PX = 170;

export interface BoardProps {
  work: ShopWork;
  units: ReadonlyMap<string, ShopAnswer['units'][number]>;
  board: BoardData;
  tints: ReadonlyMap<string, string>;
  weekMinutes: number;
  shownUnit: string | null;
  shownBlock: string | null;
  movedIds: ReadonlySet<string>;
  mayPlan: boolean;
  onUnit(unitId: string): void;
  onBlock(block: Block): void;
  onMove(block: Block, to: { startMinutes: number; workerIds: readonly string[] }): void;
}

/** The week: bays on a night field, under them everybody's work, one hour as wide as another. */
export function Board(props: BoardProps) {
  const { work, units, board, weekMinutes, shownUnit, mayPlan, onMove } = props;
  const { shop, nowMinutes } = work;
  const { question } = board;
  const [lanes, { width }] = useSize<HTMLDivElement>();
  const bays = useMemo(() => Object.values(shop.bays), [shop.bays]);
  const axis = useMemo(() => {
    const works = question.people.flatMap((person) => [...person.works]);
    return weekAxis(weekMinutes, works, Math.max(width - LABEL_PX, 300));
  }, [weekMinutes, question, width]);
  const drag = useBlockDrag({ work, question, axis, mayPlan, onMove });
  const isThisWeek = nowMinutes >= weekMinutes && nowMinutes < weekMinutes + 7 * DAY_MIN;
  return (
    <div
      className="board"
      ref={lanes}
      style={{ ['--label' as string]: `${LABEL_PX}px`, ['--day' as string]: `${axis.dayPx}px` }}
    >
      <AxisHead axis={axis} nowMinutes={isThisWeek ? nowMinutes : null} />
      <BayRows bays={bays} stays={board.stays} units={units} axis={axis} shownUnit={shownUnit} onUnit={props.onUnit} />
      <div className="people-rows" onPointerMove={drag.onMove} onPointerUp={drag.onDrop} onPointerCancel={drag.onDrop}>
        <PeopleRows
          work={work}
          units={units}
          board={board}
          tints={props.tints}
          axis={axis}
          weekMinutes={weekMinutes}
          shownUnit={shownUnit}
          shownBlock={props.shownBlock}
          movedIds={props.movedIds}
          mayPlan={mayPlan}
          onGrab={drag.onGrab}
          onKey={drag.onKey}
          onBlock={props.onBlock}
        />
        <Ghost held={drag.held} nowMinutes={nowMinutes} labelPx={LABEL_PX} rowPx={ROW_PX} />
      </div>
      {isThisWeek && <div className="now-line" style={{ left: LABEL_PX + axis.x(nowMinutes) }} aria-hidden />}
    </div>
  );
}

type PeopleRowsProps = Omit<BoardProps, 'onUnit' | 'onMove'> & {
  axis: Axis;
  onGrab: BlockViewProps['onGrab'];
  onKey: BlockViewProps['onKey'];
};

/** Everybody's row of blocks: drawn anew when the plan changes, not while one of them is dragged. */
const PeopleRows = memo(function PeopleRows(props: PeopleRowsProps) {
  const { work, units, board, axis, weekMinutes, shownUnit, shownBlock, movedIds, mayPlan } = props;
  const { shop, nowMinutes } = work;
  const workers = Object.values(shop.workers);
  const end = axis.days.at(-1)! + DAY_MIN;
  const inWeek = board.blocks.filter((block) => block.toMinutes > weekMinutes && block.fromMinutes < end);
  const faultOf = new Map<string, string>();
  for (const fault of board.faults)
    if (!faultOf.has(fault.taskId))
      faultOf.set(fault.taskId, faultWords(fault, { shop, units: work.units, question: board.question }));
  const partWaits = board.waits.filter((wait) => wait.kind === 'part' && wait.untilMinutes !== null);
  return (
    <>
      <Links blocks={inWeek} workers={workers} unitId={shownUnit} axis={axis} labelPx={LABEL_PX} rowPx={ROW_PX} />
      {workers.map((worker) => {
        const own = inWeek.filter((block) => block.workerIds.includes(worker.id));
        return (
          <div key={worker.id} className="person-row" style={{ height: ROW_PX }}>
            <PersonLabel board={board} worker={worker} weekMinutes={weekMinutes} />
            <div className="lane">
              {own.map((block) => {
                const tag = units.get(block.unitId)?.tag ?? '';
                const leftPx = axis.x(block.fromMinutes);
                const ids = taskIdsOf(block);
                const when = `${whenText(block.fromMinutes, nowMinutes)} to ${whenText(block.toMinutes, nowMinutes)}`;
                return (
                  <BlockView
                    key={block.id}
                    block={block}
                    rowId={worker.id}
                    tag={tag}
                    leftPx={leftPx}
                    widthPx={Math.max(axis.x(block.toMinutes) - leftPx, MIN_PX)}
                    tint={props.tints.get(block.unitId) ?? '#7C7468'}
                    isShown={shownBlock === block.id || (shownBlock === null && shownUnit === block.unitId)}
                    isMoved={ids.some((id) => movedIds.has(id))}
                    label={`${tag}, ${block.words}, ${worker.name}, ${when}${block.isDone ? ', done' : ''}`}
                    fault={block.isDone ? null : (ids.map((id) => faultOf.get(id)).find(Boolean) ?? null)}
                    mayMove={mayPlan && !block.isDone}
                    onGrab={props.onGrab}
                    onKey={props.onKey}
                    onOpen={props.onBlock}
                  />
                );
              })}
              {partWaits.map((wait) => {
                const block = own.find(
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
                    style={{ left: Math.min(axis.x(block.fromMinutes), axis.widthPx - FLAG_PX) }}
                  >
                    <InboxOutlined aria-hidden /> {wait.shortage?.part.name ?? 'a part'},{' '}
                    {whenText(wait.untilMinutes!, nowMinutes)}
                  </span>
                );
              })}
            </div>
          </div>
        );
      })}
    </>
  );
});

function AxisHead({ axis, nowMinutes }: { axis: Axis; nowMinutes: number | null }) {
  const hours = [12, 15].filter((hour) => hour * 60 > axis.openMinutes && hour * 60 < axis.closeMinutes);
  return (
    <div className="axis-head">
      <div className="row-label" />
      <div className="lane">
        {axis.days.map((day, at) => (
          <div
            key={day}
            className={`day ${nowMinutes !== null && dayStart(nowMinutes) === day ? 'is-today' : ''}`}
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
        {nowMinutes !== null && weekday(nowMinutes) < axis.days.length && (
          <span
            className={`now-chip ${nowMinutes - dayStart(nowMinutes) >= axis.closeMinutes ? 'is-after' : ''}`}
            style={{ left: axis.x(nowMinutes) }}
          >
            {clockOf(nowMinutes)}
          </span>
        )}
      </div>
    </div>
  );
}

function PersonLabel({
  board,
  worker,
  weekMinutes,
}: {
  board: BoardData;
  worker: ShopWork['shop']['workers'][string];
  weekMinutes: number;
}) {
  const works = board.question.people.find((person) => person.id === worker.id)?.works ?? [];
  const end = weekMinutes + 7 * DAY_MIN;
  const all = minutesIn(works, weekMinutes, end);
  const busy = board.blocks
    .filter((block) => block.workerIds.includes(worker.id))
    .reduce(
      (sum, block) => sum + minutesIn(works, Math.max(block.fromMinutes, weekMinutes), Math.min(block.toMinutes, end)),
      0,
    );
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
      <small>{worker.skills.map((skill) => SKILL_NAMES[skill]).join(', ') || 'helps'}</small>
      <span className="mono">
        {(busy / 60).toFixed(1)} of {(all / 60).toFixed(1)} h
      </span>
      <span className="load">
        <i style={{ width: `${share * 100}%` }} />
      </span>
    </div>
  );
}
