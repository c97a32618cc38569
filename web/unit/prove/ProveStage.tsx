import { EditOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { restingVoltageV } from '../../../core/circuit/index.ts';
import type { Id } from '../../../core/document/index.ts';
import { capChecks, checksOf } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';
import { CausesPanel } from './CausesPanel.tsx';
import { ChecksPanel } from './ChecksPanel.tsx';
import { PointCard } from './PointCard.tsx';
import { STATE_MARKS, STATE_WORDS } from './states.ts';
import { useCauses } from './useCauses.ts';
import '../unit.css';
import './prove.css';
import { LookPanel } from './LookPanel.tsx';
import { StepSheet } from './StepSheet.tsx';
import { StopText } from './StopText.tsx';
import { stopName } from './stopNames.ts';

/** The part of the walk that comes after the meter. */
const CHECKS_KEY = 'checks';

export function ProveStage() {
  const { build, body, overview, preferences } = useUnit();
  const stops = useMemo(() => overview?.stops ?? [], [overview]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [batteryV, setBatteryV] = useState(String(restingVoltageV(build.electrics.systemVoltageV)));
  const [pointed, setPointed] = useState<Id[] | null>(null);
  const causes = useCauses(build, stops);
  const isChecks = chosen === CHECKS_KEY;
  const stop = isChecks ? null : (stops.find((each) => each.key === chosen) ?? stops[0] ?? null);
  const index = stop ? stops.indexOf(stop) : stops.length;
  const next = stops[index + 1]?.key ?? CHECKS_KEY;
  const passed = stops.filter((each) => each.state === 'pass').length;
  const go = (key: string) => {
    setChosen(key);
    setPointed(null);
  };
  const metered = useMemo(
    () => (stop?.points ?? []).flatMap((point) => (point.place.kind === 'lamp' ? [point.place.lampId] : [])),
    [stop],
  );
  const checksWords = build.signOff
    ? 'signed'
    : `${Object.keys(build.checks).length} of ${checksOf(build).length} looked at`;
  if (stops.length === 0 && capChecks(build).length === 0)
    return <p className="empty">Nothing to prove yet: make a feed, and the walk that shows it is worked out.</p>;

  return (
    <div className="prove">
      <nav className="steps" aria-label="Steps of the proving walk">
        <header className="inline-head">
          <h3>Proving walk</h3>
          <span className="muted">
            {passed} of {stops.length} pass
          </span>
        </header>
        <ol>
          {stops.map((each, at) => (
            <li key={each.key}>
              <button
                type="button"
                className={each === stop ? 'now' : ''}
                aria-label={`${stopName(each)}, ${at + 1}, ${STATE_WORDS[each.state]}`}
                aria-current={each === stop ? 'step' : undefined}
                onClick={() => go(each.key)}
              >
                <span className={`box ${each.state}`}>
                  {each.state === 'unread' ? at + 1 : STATE_MARKS[each.state]}
                </span>
                <span>
                  <b>{stopName(each)}</b>
                  <small>
                    {each.state !== 'unread' && `${at + 1}, `}
                    {STATE_WORDS[each.state]}
                  </small>
                </span>
              </button>
            </li>
          ))}
          <li>
            <button
              type="button"
              className={isChecks ? 'now' : ''}
              aria-label={`Without a meter, sign-off, ${checksWords}`}
              aria-current={isChecks ? 'step' : undefined}
              onClick={() => go(CHECKS_KEY)}
            >
              <span className={`box ${build.signOff ? 'pass' : 'unread'}`}>
                {build.signOff ? STATE_MARKS.pass : <EditOutlined aria-hidden />}
              </span>
              <span>
                <b>Without a meter, sign-off</b>
                <small>{checksWords}</small>
              </span>
            </button>
          </li>
        </ol>
        <label className="battery">
          <span>Battery now</span>
          <input
            inputMode="decimal"
            aria-label="Battery volts now"
            value={batteryV}
            onChange={(event) => setBatteryV(event.target.value)}
          />
          <i>V</i>
          <small className="muted">Read it first: what the meter should show follows from it.</small>
        </label>
      </nav>
      <section className="step" aria-label={stop ? `Prove ${stopName(stop)}` : 'Without a meter'}>
        <StepSheet body={body} build={build} unit={preferences.length} stop={stop} selection={pointed ?? metered} />
        <div key={stop?.key ?? CHECKS_KEY} className="step-text">
          {stop ? (
            <>
              <StopText stop={stop} number={index + 1} total={stops.length} />
              <LookPanel
                stop={stop}
                onDone={() => stop.points.every(({ verdict }) => verdict === 'pass') && go(next)}
              />
              {stop.points.map((point) => (
                <PointCard
                  key={point.key}
                  batteryV={batteryV}
                  metered={{
                    controlIds: stop.controls.map((control) => control.id),
                    place: point.place,
                    quantity: point.quantity,
                    label: point.label,
                    wouldRead: point.expected,
                    point,
                  }}
                />
              ))}
              {stop.points.length === 0 && <p className="muted">Nothing to meter here: the eye is enough.</p>}
              {stop.points.some((point) => point.verdict === 'fail') && (
                <CausesPanel causes={causes} batteryV={batteryV} onPoint={setPointed} />
              )}
              <div className="walk-on">
                <Button disabled={index === 0} onClick={() => go(stops[index - 1]!.key)}>
                  Back
                </Button>
                <Button type={stop.state === 'pass' ? 'primary' : 'default'} onClick={() => go(next)}>
                  Next step
                </Button>
              </div>
            </>
          ) : (
            <ChecksPanel stops={stops} />
          )}
        </div>
      </section>
    </div>
  );
}
