import { CheckOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Id } from '../../../core/build/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { useUnit } from '../useUnit.ts';

const hours = (minutes: number): string => (minutes < 60 ? `${minutes} min` : `${(minutes / 60).toFixed(1)} h`);

export function BuildStage() {
  const { build, body, overview, preferences, mayEdit, act } = useUnit();
  const steps = useMemo(() => overview?.steps ?? [], [overview]);
  const firstOpen = steps.find((step) => !build.ticks[step.key])?.key ?? steps[0]?.key ?? '';
  const [key, setKey] = useState('');
  const index = Math.max(
    0,
    steps.findIndex((step) => step.key === (key || firstOpen)),
  );
  const step = steps[index];
  const done = steps.filter((each) => build.ticks[each.key]).length;
  const left = steps.filter((each) => !build.ticks[each.key]).reduce((sum, each) => sum + each.minutes, 0);
  const lit = useMemo(() => new Map((step?.lampIds ?? []).map((id) => [id, 1])), [step]);
  const ignore = useCallback((_ids: Id[]) => {}, []);

  // The list follows the step: with thirty steps the one in hand is rarely in view by itself.
  const list = useRef<HTMLElement>(null);
  const shownKey = step?.key;
  useEffect(() => {
    if (shownKey) list.current?.querySelector('.now')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [shownKey]);

  if (steps.length === 0 || !step) {
    return <p className="empty">No steps yet: they follow from the lamps and feeds. Place lamps first.</p>;
  }
  const tick = build.ticks[step.key];
  const mark = (isDone: boolean) => {
    if (act({ kind: 'tickStep', stepKey: step.key, done: isDone }) && isDone) setKey(steps[index + 1]?.key ?? step.key);
  };

  return (
    <div className="build">
      <nav className="steps" aria-label="Steps" ref={list}>
        <header className="inline-head">
          <h3>Steps</h3>
          <span className="muted">
            {done} of {steps.length}, about {hours(left)} left
          </span>
        </header>
        <ol>
          {steps.map((each, at) => {
            const ticked = build.ticks[each.key];
            return (
              <li key={each.key}>
                <button
                  type="button"
                  className={each.key === step.key ? 'now' : ''}
                  aria-current={each.key === step.key ? 'step' : undefined}
                  onClick={() => setKey(each.key)}
                >
                  <span className={ticked ? 'box ticked' : 'box'}>
                    {ticked ? <CheckOutlined aria-label="done" /> : at + 1}
                  </span>
                  <span>
                    <b>{each.title}</b>
                    <small>
                      {ticked
                        ? `${ticked.by.split(' ')[0]}, ${dayjs(ticked.at).format('D MMM HH:mm')}`
                        : hours(each.minutes)}
                    </small>
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
      </nav>
      <section className="step" aria-label={`Step ${index + 1}`}>
        <div className="step-sheet">
          <Sheet
            body={body}
            build={build}
            unit={preferences.length}
            selection={step.lampIds.slice(0, 24)}
            onSelect={ignore}
            brightness={lit}
            form="compact"
          />
        </div>
        <div className="step-text">
          <p className="muted">
            Step {index + 1} of {steps.length}
          </p>
          <h2>{step.title}</h2>
          <p className="detail">{step.detail}</p>
          {step.caution && <p className="caution-line">⚠ {step.caution}</p>}
          {step.measures.length > 0 && (
            <table className="plain measures">
              <thead>
                <tr>
                  <th>Lamp</th>
                  <th className="right">From front</th>
                  <th className="right">From centre</th>
                  <th className="right">From ground</th>
                </tr>
              </thead>
              <tbody>
                {step.measures.map(({ tag, position }) => (
                  <tr key={tag}>
                    <td>
                      <b>{tag}</b>
                    </td>
                    <td className="right mono">{formatLength(position.xMm, preferences.length)}</td>
                    <td className="right mono">{formatLength(Math.abs(position.yMm), preferences.length)}</td>
                    <td className="right mono">{formatLength(position.zMm, preferences.length)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <p className="why">Why here: {step.why}</p>
        </div>
        <footer className="step-foot">
          <Button size="large" disabled={index === 0} onClick={() => setKey(steps[index - 1]!.key)}>
            Back
          </Button>
          {tick ? (
            <>
              <span className="state ok">
                <CheckOutlined aria-hidden /> {tick.by}, {dayjs(tick.at).format('D MMM HH:mm')}
              </span>
              {mayEdit && (
                <Button size="large" onClick={() => mark(false)}>
                  Not done after all
                </Button>
              )}
              <Button
                size="large"
                type="primary"
                disabled={index === steps.length - 1}
                onClick={() => setKey(steps[index + 1]!.key)}
              >
                Next
              </Button>
            </>
          ) : (
            mayEdit && (
              <Button size="large" type="primary" className="done" onClick={() => mark(true)}>
                Done
              </Button>
            )
          )}
        </footer>
      </section>
    </div>
  );
}
