import { Input } from 'antd';
import { useEffect, useState } from 'react';
import { formatTapeInches, type LengthUnit, parseLength } from '../../core/units/index.ts';

const shown = (valueMm: number, unit: LengthUnit): string =>
  unit === 'mm' ? String(Math.round(valueMm)) : formatTapeInches(valueMm);

/** A length as the person likes it; takes `1190`, `46 7/8`, `46.875 in`. Commits on Enter or when it is left. */
export function LengthInput({
  label,
  valueMm,
  unit,
  disabled,
  onCommit,
  onFocusChange,
}: {
  label: string;
  valueMm: number;
  unit: LengthUnit;
  disabled?: boolean;
  onCommit(valueMm: number): void;
  onFocusChange?(focused: boolean): void;
}) {
  const [text, setText] = useState(shown(valueMm, unit));
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(shown(valueMm, unit));
    setWrong(false);
  }, [valueMm, unit]);
  const commit = () => {
    if (text === shown(valueMm, unit)) return setWrong(false);
    const parsed = parseLength(text, unit);
    setWrong(parsed === null);
    if (parsed !== null && Math.round(parsed) !== Math.round(valueMm)) onCommit(parsed);
  };
  return (
    <Input
      className="length-input"
      aria-label={label}
      aria-invalid={wrong}
      status={wrong ? 'error' : ''}
      suffix={unit}
      disabled={disabled}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onFocus={() => onFocusChange?.(true)}
      onBlur={() => {
        commit();
        onFocusChange?.(false);
      }}
      onKeyDown={(event) => event.key === 'Escape' && setText(shown(valueMm, unit))}
      onPressEnter={commit}
    />
  );
}
