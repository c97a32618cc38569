import { Button } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { Id, Reading } from '../../../core/document/index.ts';
import type { ReadingPoint } from '../../../core/prove/index.ts';
import { parseNumber } from '../../../core/units/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { STATE_MARKS } from './states.ts';

const VERDICT_WORDS = { pass: 'Pass', near: 'Near', fail: 'Fail' } as const;
const number = (text: string): number => parseNumber(text) ?? Number.NaN;

/** Where a meter is held and what it should show; `point` is left out for a reading that only tells causes apart. */
export interface Metered {
  controlIds: readonly Id[];
  place: Reading['place'];
  quantity: Reading['quantity'];
  label: string;
  wouldRead: { nominal: number; low: number; high: number } | null;
  point?: ReadingPoint;
}

/** One place to meter: what the circuit says, what was read, and the judgement. */
export function PointCard({ metered, batteryV }: { metered: Metered; batteryV: string }) {
  const { mayEdit, act } = useUnit();
  const [text, setText] = useState('');
  const { place, quantity, label, wouldRead, point } = metered;
  const unit = quantity === 'volts' ? 'V' : 'A';
  const digits = unit === 'V' ? 2 : 1;
  const reading = point?.reading ?? null;
  const verdict = point?.verdict ?? null;
  const value = number(text);
  const battery = number(batteryV);
  const wrong = text.trim() !== '' && (!Number.isFinite(value) || value < 0 || value > 1000);
  const wrongBattery = !Number.isFinite(battery) || battery <= 0 || battery > 60;
  const record = () => {
    if (text.trim() === '' || wrong || wrongBattery) return;
    const done = act({
      kind: 'recordReading',
      reading: { id: newId(), setting: [...metered.controlIds], place, quantity, value, batteryV: battery },
    });
    if (done) setText('');
  };
  return (
    <article className={`point ${verdict ?? 'unread'}`} aria-label={`${quantity} ${label}`}>
      <header>
        <b>{quantity === 'volts' ? 'Volts' : 'Amps'}</b> {label}
      </header>
      <div className="columns">
        {wouldRead && (
          <div>
            <span>Would read</span>
            <b className="lcd">
              {wouldRead.nominal.toFixed(digits)} <i>{unit}</i>
            </b>
            <small className="mono muted">
              {wouldRead.low.toFixed(digits)} to {wouldRead.high.toFixed(digits)}
            </small>
          </div>
        )}
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
                aria-label={`Reading, ${quantity} ${label}`}
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
      {point && verdict && (
        <p className={`state ${verdict}`}>
          {STATE_MARKS[verdict]} {VERDICT_WORDS[verdict]}: <span>{point.explanation}</span>
        </p>
      )}
      {wrongBattery && <p className="state caution">▲ The battery reading is not a voltage from 0 to 60.</p>}
    </article>
  );
}
