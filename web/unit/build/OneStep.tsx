import { CheckOutlined, RightOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import { type PlannedMeasure, SKILL_NAMES, type Step } from '../../../core/steps/index.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';
import { AsBuilt } from './AsBuilt.tsx';
import { StepDrawing } from './StepDrawing.tsx';
import { StepTalk } from './StepTalk.tsx';
import { TalkButtons } from './TalkButtons.tsx';
import { TimeSpent } from './TimeSpent.tsx';
import { useTimer } from './useTimer.ts';
import { WaitsFor } from './WaitsFor.tsx';

/** One step on the screen: where, with what, the figures, and the buttons a glove can hit. */
export function OneStep({
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
  const inWords = useWords();
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
        <p className="detail">{inWords(step.detail)}</p>
        <ul className="step-facts">
          <li>
            <span className="muted">Where</span> <span>{step.where}</span>
          </li>
          <li>
            <span className="muted">Who</span> {step.skill ? `someone for ${SKILL_NAMES[step.skill]}` : 'anybody'}
            {step.people > 1 && ', two people'}
          </li>
          <li>
            <span className="muted">With</span> <span>{step.tools.map(inWords).join(', ')}</span>
          </li>
        </ul>
        {step.caution && <p className="caution-line">⚠ {inWords(step.caution)}</p>}
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
