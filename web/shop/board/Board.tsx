import { useMemo } from 'react';
import { DAY_MIN } from '../../../core/shop/index.ts';
import { useSize } from '../../app/useSize.ts';
import { AxisHead } from './AxisHead.tsx';
import { weekAxis } from './axis.ts';
import { BayRows } from './BayRows.tsx';
import { type BoardProps, LABEL_PX } from './boardProps.ts';
import { Ghost } from './Ghost.tsx';
import { PeopleRows } from './PeopleRows.tsx';
import { ROW_PX, useBlockDrag } from './useBlockDrag.ts';

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
