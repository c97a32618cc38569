import { WarningOutlined } from '@ant-design/icons';
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { App, Input } from 'antd';
import { useEffect, useRef } from 'react';
import { USUAL_ORDER } from '../../../core/document/index.ts';
import {
  arranged,
  type Break,
  breakKey,
  breaksOfOrder,
  type LearnedFactor,
  type Step,
} from '../../../core/steps/index.ts';
import { estimateOf, hoursText } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { StepRow } from './StepRow.tsx';

/** A press becomes a drag from here on, so that a tap still opens the step. */
const DRAG_FROM_PX = 5;

const SHORTEST_REASON = 3;

interface Listed {
  steps: readonly Step[];
  shownKey: string;
  learned: Readonly<Record<string, LearnedFactor>>;
  onOpen(key: string): void;
}

/** The steps in their order. The lead drags them, or moves one with Alt and the arrow keys; a rule that breaks asks why. */
export function StepList({ steps, shownKey, learned, onOpen }: Listed) {
  const { build, role, act } = useUnit();
  const askWhy = useReasons();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  const list = useRef<HTMLElement>(null);
  const isLead = role === 'lead';
  const done = steps.filter((step) => build.ticks[step.key]).length;
  const left = estimateOf(
    steps.filter((step) => !build.ticks[step.key]),
    learned,
  );
  const breaks = breaksOfOrder(steps);

  // The list follows the step: with forty steps the one in hand is rarely in view by itself.
  useEffect(() => {
    if (shownKey) list.current?.querySelector('.now')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [shownKey]);

  const order = (keys: string[]) => {
    const broken = breaksOfOrder(arranged(steps, keys));
    const known = build.stepOrder.reasons;
    const unexplained = broken.filter((each) => known[breakKey(each)] === undefined);
    const save = (reason: string) =>
      act({
        kind: 'orderSteps',
        order: {
          keys,
          reasons: Object.fromEntries(broken.map((each) => [breakKey(each), known[breakKey(each)] ?? reason])),
        },
      });
    if (unexplained.length === 0) save('');
    else askWhy(unexplained, save);
  };
  const move = (key: string, to: number) => {
    const others = steps.map((step) => step.key).filter((each) => each !== key);
    others.splice(Math.max(0, Math.min(others.length, to)), 0, key);
    if (others.some((each, index) => each !== steps[index]!.key)) order(others);
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    if (over)
      move(
        String(active.id),
        steps.findIndex((step) => step.key === over.id),
      );
  };

  return (
    <nav className="steps" aria-label="Steps" ref={list}>
      <header className="inline-head">
        <h3>Steps</h3>
        <span className="muted">
          {done} of {steps.length}, {hoursText(left.low)} to {hoursText(left.high)} left
        </span>
      </header>
      {isLead && build.stepOrder.keys.length > 0 && (
        <p className="own-order">
          In your own order.{' '}
          <button type="button" className="link" onClick={() => act({ kind: 'orderSteps', order: USUAL_ORDER })}>
            Back to the usual
          </button>
        </p>
      )}
      <DndContext sensors={sensors} onDragEnd={dropped} accessibility={{ container: document.body }}>
        <ol>
          {steps.map((step, at) => (
            <StepRow
              key={step.key}
              step={step}
              at={at}
              isShown={step.key === shownKey}
              isLead={isLead}
              learned={learned}
              broken={breaks.filter((each) => each.next.key === step.key)}
              onOpen={() => onOpen(step.key)}
              onMove={(by) => move(step.key, at + by)}
            />
          ))}
        </ol>
      </DndContext>
    </nav>
  );
}

/** Asks for the reason of rules that a new order breaks, and tells what they are for. */
function useReasons(): (broken: readonly Break[], save: (reason: string) => void) => void {
  const { modal } = App.useApp();
  return (broken, save) => {
    let reason = '';
    const rules = new Map(broken.map((each) => [each.rule.id, each]));
    const asked = modal.confirm({
      title: 'This goes against the usual order',
      icon: <WarningOutlined />,
      width: 520,
      okText: 'Keep this order',
      okButtonProps: { disabled: true },
      cancelText: 'Leave it as it was',
      content: (
        <div className="ask-why">
          <ul>
            {[...rules.values()].map(({ rule, first, next }) => (
              <li key={rule.id}>
                <b>
                  {next.title} before {first.title}.
                </b>{' '}
                {rule.reason}
              </li>
            ))}
          </ul>
          <Input.TextArea
            aria-label="Why it is done so on this unit"
            placeholder="Why it is done so on this unit"
            rows={2}
            maxLength={300}
            onChange={(event) => {
              reason = event.target.value.trim();
              asked.update({ okButtonProps: { disabled: reason.length < SHORTEST_REASON } });
            }}
          />
        </div>
      ),
      onOk: () => save(reason),
    });
  };
}
