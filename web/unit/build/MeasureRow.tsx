import { Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import type { PlannedMeasure, Step } from '../../../core/steps/index.ts';
import { formatLength, parseLength, typedLength } from '../../../core/units/index.ts';
import { useUnit } from '../useUnit.ts';
import { Verdict } from './Verdict.tsx';

export function MeasureRow({ step, measure, onFocus }: { step: Step; measure: PlannedMeasure; onFocus(): void }) {
  const { build, preferences, mayEdit, role, act } = useUnit();
  const unit = preferences.length;
  const measured = build.measured[measure.key];
  const kept = measured ? typedLength(measured.valueMm, unit) : '';
  const [text, setText] = useState(kept);
  const [isWrong, setWrong] = useState(false);
  useEffect(() => setText(kept), [kept]);
  const name = `${measure.label} ${measure.from}`;

  const commit = () => {
    if (text.trim() === kept) return setWrong(false);
    if (text.trim() === '') {
      act({ kind: 'recordMeasure', key: measure.key, measure: null });
      return setWrong(false);
    }
    const valueMm = parseLength(text, unit);
    setWrong(valueMm === null || valueMm < 0);
    if (valueMm === null || valueMm < 0) return;
    const { label, from, plannedMm, toleranceMm, target } = measure;
    act({
      kind: 'recordMeasure',
      key: measure.key,
      measure: { stepKey: step.key, label: `${label} ${from}`, plannedMm, toleranceMm, target, valueMm },
    });
  };
  return (
    <div className={`measure ${measured?.state ?? ''}`}>
      <span className="planned">
        <b>{measure.label}</b> {measure.from}
        <span className="mono">{formatLength(measure.plannedMm, unit)}</span>
      </span>
      {mayEdit && (
        <Input
          aria-label={`${name}, as built`}
          aria-invalid={isWrong}
          status={isWrong ? 'error' : ''}
          inputMode="decimal"
          placeholder={`± ${typedLength(measure.toleranceMm, unit)}`}
          suffix={unit}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onFocus={onFocus}
          onBlur={commit}
          onPressEnter={commit}
        />
      )}
      {isWrong && (
        <p className="state stop">That is no length. Write it like {typedLength(measure.plannedMm, unit)}.</p>
      )}
      {measured && <Verdict measured={measured} unit={unit} />}
      {measured?.state === 'off' && role === 'lead' && (
        <span className="settle">
          <Button onClick={() => act({ kind: 'settleMeasure', key: measure.key, accept: true })}>
            Take it as built
          </Button>
          <Button onClick={() => act({ kind: 'settleMeasure', key: measure.key, accept: false })}>
            To be made as planned
          </Button>
        </span>
      )}
    </div>
  );
}
