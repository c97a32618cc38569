import { CheckOutlined, RightOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { type PlannedMeasure, ruleById, SKILL_NAMES, type Step } from '../../../core/steps/index.ts';
import { useLearnedHoursQuery } from '../../app/api.ts';
import { useUnit } from '../useUnit.ts';
import { AsBuilt } from './AsBuilt.tsx';
import { StepDrawing } from './StepDrawing.tsx';
import { StepList } from './StepList.tsx';
import { StepTalk, TalkButtons } from './StepTalk.tsx';
import { TimeSpent } from './TimeSpent.tsx';
import { useTimer } from './useTimer.ts';
import '../unit.css';
import './build.css';

const NOTHING_LEARNED = {};

export function BuildStage() {
  const { build, overview } = useUnit();
  const { data: learned = NOTHING_LEARNED } = useLearnedHoursQuery();
  const [key, setKey] = useState('');
  const steps = useMemo(() => overview?.steps ?? [], [overview]);
  const firstOpen = steps.find((step) => !build.ticks[step.key])?.key ?? steps[0]?.key ?? '';
  const index = Math.max(
    0,
    steps.findIndex((step) => step.key === (key || firstOpen)),
  );
  const step = steps[index];
  if (!step) return <p className="empty">No steps yet: they follow from the lamps and feeds. Place lamps first.</p>;
  const show = (at: number) => setKey(steps[Math.max(0, Math.min(steps.length - 1, at))]!.key);
  return (
    <div className="build">
      <StepList steps={steps} shownKey={step.key} learned={learned} onOpen={setKey} />
      <OneStep key={step.key} step={step} steps={steps} index={index} learned={learned} onShow={show} />
    </div>
  );
}

/** One step on the screen: where, with what, the figures, and the buttons a glove can hit. */
function OneStep({
  step,
  steps,
  index,
  learned,
  onShow,
}: {
  step: Step;
  steps: readonly Step[];
  index: number;
  learned: Parameters<typeof TimeSpent>[0]['learned'];
  onShow(at: number): void;
}) {
  const { id, build, mayEdit, act } = useUnit();
  const timer = useTimer(id, step.key);
  const [focus, setFocus] = useState<PlannedMeasure | null>(step.measures[0] ?? null);
  const tick = build.ticks[step.key];
  const mark = (isDone: boolean) => {
    // What the timer says is written down with the tick.
    const minutes = isDone ? timer.minutes : null;
    if (!act({ kind: 'tickStep', stepKey: step.key, done: isDone, ...(minutes !== null && { minutes }) })) return;
    timer.stop();
    if (isDone) onShow(index + 1);
  };
  return (
    <section className="step" aria-label={`Step ${index + 1}`}>
      <div className="step-sheet">
        <StepDrawing step={step} focus={focus} />
      </div>
      <div className="step-text">
        <p className="step-count">
          Step {index + 1} of {steps.length}
        </p>
        <h2>{step.title}</h2>
        {tick && (
          <p className="state ok">
            <CheckOutlined aria-hidden /> Done by {tick.by}, {dayjs(tick.at).format('D MMM HH:mm')}
          </p>
        )}
        <p className="detail">{step.detail}</p>
        <ul className="step-facts">
          <li>
            <span className="muted">Where</span> <span>{step.where}</span>
          </li>
          <li>
            <span className="muted">Who</span> {step.skill ? `someone for ${SKILL_NAMES[step.skill]}` : 'anybody'}
            {step.people > 1 && ', two people'}
          </li>
          <li>
            <span className="muted">With</span> <span>{step.tools.join(', ')}</span>
          </li>
        </ul>
        {step.caution && <p className="caution-line">⚠ {step.caution}</p>}
        <StepTalk step={step} />
        <AsBuilt step={step} onFocus={setFocus} />
        <TimeSpent step={step} learned={learned} timer={timer} />
        <WaitsFor step={step} steps={steps} />
      </div>
      <footer className="step-foot">
        <Button size="large" className="back" disabled={index === 0} onClick={() => onShow(index - 1)}>
          Back
        </Button>
        {mayEdit && <TalkButtons step={step} />}
        {tick ? (
          <>
            {mayEdit && (
              <Button size="large" onClick={() => mark(false)}>
                Not done after all
              </Button>
            )}
            <Button
              size="large"
              type="primary"
              className="done"
              disabled={index === steps.length - 1}
              onClick={() => onShow(index + 1)}
            >
              Next <RightOutlined aria-hidden />
            </Button>
          </>
        ) : (
          mayEdit && (
            <Button
              size="large"
              type="primary"
              className="done"
              icon={<CheckOutlined aria-hidden />}
              onClick={() => mark(true)}
            >
              Done
            </Button>
          )
        )}
      </footer>
    </section>
  );
}

/** What stands before this step, and why; what of it is still open stands first. */
function WaitsFor({ step, steps }: { step: Step; steps: readonly Step[] }) {
  const { build } = useUnit();
  const before = step.after.flatMap(({ key, ruleId }) => {
    const other = steps.find((each) => each.key === key);
    return other ? [{ other, rule: ruleById(ruleId), isDone: build.ticks[key] !== undefined }] : [];
  });
  if (before.length === 0) return null;
  const byRule = new Map<string, typeof before>();
  for (const each of before) byRule.set(each.rule.id, [...(byRule.get(each.rule.id) ?? []), each]);
  return (
    <section className="waits-for" aria-label="What comes before">
      <h3>Why here</h3>
      <ul>
        {[...byRule.values()].map((list) => (
          <li key={list[0]!.rule.id}>
            {list[0]!.rule.reason}{' '}
            {list.every((each) => each.isDone) ? (
              <span className="state ok">
                <CheckOutlined aria-hidden /> done
              </span>
            ) : (
              <span className="muted">
                After{' '}
                {list
                  .filter((each) => !each.isDone)
                  .map((each) => each.other.title)
                  .join('; ')}
                .
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
