import { Button } from 'antd';
import dayjs from 'dayjs';
import { useCallback, useMemo, useState } from 'react';
import type { Id } from '../../../core/build/index.ts';
import { restingVoltageV } from '../../../core/feed/index.ts';
import { tagList } from '../../../core/place/index.ts';
import type { ProvingStop, ReadingPoint } from '../../../core/prove/index.ts';
import { newId } from '../../app/ids.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { PatternMark } from '../../yard/PatternMark.tsx';
import { useUnit } from '../useUnit.ts';

const STATE_WORDS: Record<ProvingStop['state'], string> = {
  unread: 'not read',
  part: 'part read',
  pass: 'pass',
  near: 'near',
  fail: 'fail',
};
const STATE_MARKS: Record<ProvingStop['state'], string> = { unread: '○', part: '◐', pass: '✓', near: '▲', fail: '✕' };

export function ProveStage() {
  const { build, body, overview, preferences } = useUnit();
  const stops = useMemo(() => overview?.stops ?? [], [overview]);
  const [controlId, setControlId] = useState<Id | null>(null);
  const stop = stops.find((each) => each.control.id === controlId) ?? stops[0];
  const [batteryV, setBatteryV] = useState(String(restingVoltageV(build.electrics.systemVoltageV)));
  const lit = useMemo(() => new Map((stop?.shows ?? []).map((show) => [show.lamp.id, 1])), [stop]);
  const metered = useMemo(
    () => (stop?.points ?? []).flatMap((point) => (point.place.kind === 'lamp' ? [point.place.lampId] : [])),
    [stop],
  );
  const ignore = useCallback((_ids: Id[]) => {}, []);
  if (!stop)
    return <p className="empty">Nothing to prove yet: make a feed, and each control gets a stop of its own.</p>;
  const passed = stops.filter((each) => each.state === 'pass').length;
  const dark = Object.values(build.lamps).filter((lamp) => !lit.has(lamp.id)).length;

  return (
    <div className="prove">
      <nav className="steps" aria-label="Stops of the proving walk">
        <header className="inline-head">
          <h3>Proving walk</h3>
          <span className="muted">
            {passed} of {stops.length} pass
          </span>
        </header>
        <ol>
          {stops.map((each) => (
            <li key={each.control.id}>
              <button
                type="button"
                className={each === stop ? 'now' : ''}
                aria-current={each === stop ? 'step' : undefined}
                onClick={() => setControlId(each.control.id)}
              >
                <span className={`box ${each.state}`}>{STATE_MARKS[each.state]}</span>
                <span>
                  <b>{each.control.name}</b>
                  <small>{STATE_WORDS[each.state]}</small>
                </span>
              </button>
            </li>
          ))}
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
      <section className="step" aria-label={`Prove ${stop.control.name}`}>
        <div className="step-sheet">
          <Sheet
            body={body}
            build={build}
            unit={preferences.length}
            selection={metered}
            onSelect={ignore}
            brightness={lit}
            form="compact"
          />
        </div>
        <div className="step-text">
          <h2>
            {stop.control.kind === 'signal' ? 'Give' : 'Switch on'}: {stop.control.name}
          </h2>
          <p className="detail">
            {stop.shows.length === 0
              ? 'Nothing should light.'
              : `Should light: ${tagList(stop.shows.map((show) => show.lamp.tag))}. The other ${dark} stay dark.`}
          </p>
          <ul className="should">
            {[...new Map(stop.shows.map((show) => [`${show.pattern.id}`, show])).values()].map((show) => (
              <li key={show.pattern.id}>
                <PatternMark pattern={show.pattern} /> <b>{show.pattern.name}</b>{' '}
                <span className="muted">{show.pattern.words}</span>
              </li>
            ))}
          </ul>
          {stop.unlit.length > 0 && (
            <p className="state stop">
              ⬢ By the circuit {tagList(stop.unlit.map((lamp) => lamp.tag))} would stay dark: no feed reaches{' '}
              {stop.unlit.length === 1 ? 'it' : 'them'} with this control alone.
            </p>
          )}
          {stop.points.map((point) => (
            <PointCard key={point.key} point={point} stop={stop} batteryV={batteryV} />
          ))}
          {stop.points.length === 0 && (
            <p className="muted">No feed hangs on this control, so there is nothing to meter.</p>
          )}
        </div>
      </section>
    </div>
  );
}

/** One place to meter: what the circuit says, what was read, and the judgement. */
function PointCard({ point, stop, batteryV }: { point: ReadingPoint; stop: ProvingStop; batteryV: string }) {
  const { mayEdit, act } = useUnit();
  const [text, setText] = useState('');
  const unit = point.quantity === 'volts' ? 'V' : 'A';
  const digits = unit === 'V' ? 2 : 1;
  const { expected, reading } = point;
  const value = Number(text.replace(',', '.'));
  const battery = Number(batteryV.replace(',', '.'));
  const wrong = text.trim() !== '' && (!Number.isFinite(value) || value < 0 || value > 1000);
  const wrongBattery = !Number.isFinite(battery) || battery <= 0 || battery > 60;
  const record = () => {
    if (text.trim() === '' || wrong || wrongBattery) return;
    const done = act({
      kind: 'recordReading',
      reading: {
        id: newId(),
        setting: [stop.control.id],
        place: point.place,
        quantity: point.quantity,
        value,
        batteryV: battery,
      },
    });
    if (done) setText('');
  };
  return (
    <article className={`point ${point.verdict ?? 'unread'}`} aria-label={`${point.quantity} ${point.label}`}>
      <header>
        <b>{point.quantity === 'volts' ? 'Volts' : 'Amps'}</b> {point.label}
      </header>
      <div className="columns">
        <div>
          <span>Would read</span>
          <b className="lcd">
            {expected.nominal.toFixed(digits)} <i>{unit}</i>
          </b>
          <small className="mono muted">
            {expected.low.toFixed(digits)} to {expected.high.toFixed(digits)}
          </small>
        </div>
        <div>
          <span>Does read</span>
          <b className="lcd">
            {reading ? reading.value.toFixed(digits) : '– –'} <i>{unit}</i>
          </b>
          <small className="muted">
            {reading
              ? `${reading.by.split(' ')[0]}, ${dayjs(reading.at).format('D MMM HH:mm')}, battery ${reading.batteryV} V`
              : 'not read yet'}
          </small>
        </div>
        {mayEdit && (
          <div className="enter">
            <label>
              <span>New reading</span>
              <input
                inputMode="decimal"
                aria-label={`Reading, ${point.quantity} ${point.label}`}
                aria-invalid={wrong}
                value={text}
                onChange={(event) => setText(event.target.value)}
                onKeyDown={(event) => event.key === 'Enter' && record()}
              />
            </label>
            <Button type="primary" disabled={text.trim() === '' || wrong || wrongBattery} onClick={record}>
              Record
            </Button>
          </div>
        )}
      </div>
      {point.verdict && (
        <p className={`state ${point.verdict}`}>
          {STATE_MARKS[point.verdict]} {point.verdict === 'pass' ? 'Pass' : point.verdict === 'near' ? 'Near' : 'Fail'}:{' '}
          <span>{point.explanation}</span>
        </p>
      )}
      {wrongBattery && <p className="state caution">▲ The battery reading is not a voltage from 0 to 60.</p>}
    </article>
  );
}
