import { CheckOutlined, HolderOutlined, WarningOutlined } from '@ant-design/icons';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Tooltip } from 'antd';
import dayjs from 'dayjs';
import { type Break, breakKey, type LearnedFactor, type Step } from '../../../core/steps/index.ts';
import { estimateOf, hoursText } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';

export function StepRow({
  step,
  at,
  isShown,
  isLead,
  learned,
  broken,
  onOpen,
  onMove,
}: {
  step: Step;
  at: number;
  isShown: boolean;
  isLead: boolean;
  learned: Readonly<Record<string, LearnedFactor>>;
  broken: readonly Break[];
  onOpen(): void;
  onMove(by: 1 | -1): void;
}) {
  const { build } = useUnit();
  const drop = useDroppable({ id: step.key });
  const drag = useDraggable({ id: step.key, disabled: !isLead });
  const ticked = build.ticks[step.key];
  const isOff = Object.values(build.measured).some((each) => each.stepKey === step.key && each.state === 'off');
  const isHeld = Object.values(build.problems).some((each) => each.stepKey === step.key && !each.solved);
  const lift = drag.transform ? { transform: `translateY(${drag.transform.y}px)`, zIndex: 2 } : undefined;
  const words = broken.map((each) => build.stepOrder.reasons[breakKey(each)] ?? 'no reason given');
  return (
    <li ref={drop.setNodeRef} className={drop.isOver && !drag.isDragging ? 'over' : ''} style={lift}>
      <button
        type="button"
        className={isShown ? 'now' : ''}
        aria-label={`${at + 1}, ${step.title}${ticked ? ', done' : ''}`}
        aria-current={isShown ? 'step' : undefined}
        aria-keyshortcuts={isLead ? 'Alt+ArrowUp Alt+ArrowDown' : undefined}
        onClick={onOpen}
        onKeyDown={(event) => {
          if (!isLead || !event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
          event.preventDefault();
          onMove(event.key === 'ArrowUp' ? -1 : 1);
        }}
      >
        <span className={ticked ? 'box ticked' : 'box'}>{ticked ? <CheckOutlined aria-hidden /> : at + 1}</span>
        <span>
          <b>{step.title}</b>
          <small>
            {ticked
              ? `${ticked.by.split(' ')[0]}, ${dayjs(ticked.at).format('D MMM HH:mm')}`
              : hoursText(estimateOf([step], learned).minutes)}
            {step.people > 1 && !ticked && ', two people'}
          </small>
          {(isOff || isHeld || broken.length > 0) && (
            <small className="state caution">
              <WarningOutlined aria-hidden /> {isHeld ? 'Problem' : isOff ? 'Off plan' : 'Out of order'}
              {!isHeld && !isOff && `: ${words[0]}`}
            </small>
          )}
        </span>
      </button>
      {isLead && (
        <Tooltip title="Drag to reorder, or Alt with the arrow keys" mouseEnterDelay={0.6}>
          <span className="grip" ref={drag.setNodeRef} {...drag.listeners} aria-hidden="true">
            <HolderOutlined />
          </span>
        </Tooltip>
      )}
    </li>
  );
}
