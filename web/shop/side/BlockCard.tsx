import { DatePicker, Select } from 'antd';
import dayjs from 'dayjs';
import {
  type Block,
  faultsInWords,
  holdSteps,
  minutesOf,
  planOf,
  taskIdsOf,
  timeOf,
  whenText,
} from '../../../core/shop/index.ts';
import type { SidePanelProps, UnitSeen } from './sidePanelProps.ts';

export function BlockCard({ shop, board, unit, block, onMove }: SidePanelProps & { unit: UnitSeen; block: Block }) {
  const { work, mayPlan, act } = shop;
  const workers = Object.values(work.shop.workers);
  const ids = new Set(taskIdsOf(block));
  const faults = block.isDone ? [] : board.faults.filter((fault) => ids.has(fault.taskId));
  const context = { shop: work.shop, units: work.units, question: board.question };
  const steps = unit.steps.filter((step) => block.stepKeys.includes(step.key));
  const letGo = () => {
    const { placed } = planOf(work.shop, board.question);
    return act(holdSteps(Object.fromEntries([...ids].flatMap((id) => (placed[id] ? [[id, placed[id]]] : []))), false));
  };
  return (
    <section aria-label="Work shown" className="block-card">
      <h3>{block.words}</h3>
      <p className="mono">
        {whenText(block.fromMinutes, work.nowMinutes)} to {whenText(block.toMinutes, work.nowMinutes)}
      </p>
      {faultsInWords(faults, context).map((words) => (
        <p key={words} className="state-line caution">
          ⚠ {words}
        </p>
      ))}
      <ol>
        {steps.map((step) => (
          <li key={step.key}>{step.title}</li>
        ))}
      </ol>
      {mayPlan && !block.isDone && (
        <div className="block-fields">
          {block.workerIds.map((workerId, at) => (
            <Select
              key={workerId}
              aria-label={at === 0 ? 'Who does it' : 'Who helps'}
              value={workerId}
              options={workers.map((worker) => ({ value: worker.id, label: worker.name.split(' ')[0] }))}
              onChange={(id) =>
                onMove(block, { startMinutes: block.fromMinutes, workerIds: block.workerIds.with(at, id) })
              }
            />
          ))}
          <DatePicker
            aria-label="Begins"
            showTime={{ format: 'HH:mm', minuteStep: 15 }}
            format="D MMM HH:mm"
            allowClear={false}
            value={dayjs(timeOf(block.fromMinutes))}
            onChange={(day) =>
              day &&
              onMove(block, { startMinutes: minutesOf(day.format('YYYY-MM-DDTHH:mm')), workerIds: block.workerIds })
            }
          />
          {block.held && (
            <button type="button" className="way" onClick={letGo}>
              Held by hand: let planning move it
            </button>
          )}
        </div>
      )}
    </section>
  );
}
