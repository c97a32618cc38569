import { Tooltip } from 'antd';
import { useEffect, useState } from 'react';
import { parseNumber } from '../../../core/units/index.ts';

/** The most a reading may be, as the document takes it, V. */
const MOST_V = 60;

/** A meter's display: typed, kept when the field is left. Empty means not read; what is no reading stays, and is said. */
export function MeterField({
  label,
  value,
  disabled,
  onCommit,
}: {
  label: string;
  value: number | null;
  disabled: boolean;
  onCommit(value: number | null): void;
}) {
  const kept = value === null ? '' : String(value);
  const [text, setText] = useState(kept);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(kept);
    setWrong(false);
  }, [kept]);
  const commit = () => {
    const isEmpty = text.trim() === '';
    const parsed = isEmpty ? null : parseNumber(text);
    const isReading = isEmpty || (parsed !== null && parsed >= 0 && parsed <= MOST_V);
    setWrong(!isReading);
    if (isReading && parsed !== value) onCommit(parsed);
  };
  return (
    <Tooltip
      open={wrong}
      placement="bottomLeft"
      title={`That is no reading. Type the volts, from 0 to ${MOST_V}, like 12,64.`}
    >
      <label className={`meter-field ${wrong ? 'is-wrong' : ''}`}>
        <span>{label}</span>
        <input
          inputMode="decimal"
          aria-label={`${label}, volts`}
          aria-invalid={wrong}
          placeholder="– –"
          value={text}
          disabled={disabled}
          onChange={(event) => setText(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key !== 'Escape') return;
            setText(kept);
            setWrong(false);
          }}
        />
        <i>V</i>
      </label>
    </Tooltip>
  );
}
