import { InboxOutlined } from '@ant-design/icons';
import { memo } from 'react';
import { DAY_MIN, faultWords, taskIdsOf, whenText } from '../../../core/shop/index.ts';
import type { Axis } from './axis.ts';
import { BlockView, type BlockViewProps } from './BlockView.tsx';
import { type BoardProps, LABEL_PX } from './boardProps.ts';
import { Links } from './Links.tsx';
import { PersonLabel } from './PersonLabel.tsx';
import { MIN_PX, ROW_PX } from './useBlockDrag.ts';

const FLAG_PX = 170;

type PeopleRowsProps = Omit<BoardProps, 'onUnit' | 'onMove'> & {
  axis: Axis;
  onGrab: BlockViewProps['onGrab'];
  onKey: BlockViewProps['onKey'];
};

/** Everybody's row of blocks: drawn anew when the plan changes, not while one of them is dragged. */
export const PeopleRows = memo(function PeopleRows(props: PeopleRowsProps) {
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
                    tint={props.tints.get(block.unitId) ?? 'var(--tint-6)'}
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
