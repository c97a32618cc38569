import { useEffect, useState } from 'react';

/** A meter's display: typed, kept when the field is left. Empty means not read. */
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
  const [text, setText] = useState(value === null ? '' : String(value));
  useEffect(() => setText(value === null ? '' : String(value)), [value]);
  const commit = () => {
    const parsed = text.trim() === '' ? null : Number(text.replace(',', '.'));
    if (parsed !== null && (!Number.isFinite(parsed) || parsed < 0 || parsed > 60))
      return setText(value === null ? '' : String(value));
    if (parsed !== value) onCommit(parsed);
  };
  return (
    <label className="meter-field">
      <span>{label}</span>
      <input
        inputMode="decimal"
        aria-label={`${label}, volts`}
        placeholder="– –"
        value={text}
        disabled={disabled}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      <i>V</i>
    </label>
  );
}
