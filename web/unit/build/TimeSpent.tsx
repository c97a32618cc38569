import { Button } from 'antd';
import type { LearnedFactor, Step } from '../../../core/steps/index.ts';
import { estimateOf } from '../../../core/work/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';
import type { useTimer } from './useTimer.ts';

/** What a step should take by what was learned, and what it took: by the timer or typed. */
export function TimeSpent({
  step,
  learned,
  timer,
}: {
  step: Step;
  learned: Readonly<Record<string, LearnedFactor>>;
  timer: ReturnType<typeof useTimer>;
}) {
  const { build, mayEdit, act } = useUnit();
  const estimate = estimateOf([step], learned);
  const samples = learned[step.kind]?.samples ?? 0;
  const tick = build.ticks[step.key];
  return (
    <div className="time-spent">
      <span>
        <b className="mono">{Math.round(estimate.minutes)} min</b>{' '}
        <small className="muted">
          {Math.round(estimate.low)} to {Math.round(estimate.high)},{' '}
          {samples > 0 ? `learned from ${samples} like it` : 'nothing like it is timed yet'}
        </small>
      </span>
      {mayEdit && (
        <span className="took">
          {!tick &&
            (timer.minutes === null ? (
              <Button onClick={timer.start}>Start the timer</Button>
            ) : (
              <Button onClick={timer.stop}>Running {timer.minutes} min, drop it</Button>
            ))}
          {tick && (
            <CommittedNumber
              aria-label="Minutes it took"
              precision={0}
              min={0}
              max={6000}
              placeholder="took"
              suffix="min"
              value={tick.minutes}
              onCommit={(minutes) => act({ kind: 'tickStep', stepKey: step.key, done: true, minutes })}
            />
          )}
        </span>
      )}
    </div>
  );
}
