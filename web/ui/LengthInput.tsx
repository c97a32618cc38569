import { Input, Tooltip } from 'antd';
import { useCallback, useEffect, useState } from 'react';
import { type LengthUnit, parseLength, toTenthsMm, typedFine, typedLength } from '../../core/units/index.ts';

const EXAMPLE: Record<LengthUnit, string> = { mm: '1190 or 46 7/8 in', in: '46 7/8 or 1190 mm' };

/**
 * A length as the person likes it; takes `1190`, `46 7/8`, `56 cm`, `1' 10"`, kept to a tenth of a
 * millimetre. Commits on Enter or when it is left. With `onClear` it may be empty: nobody has measured it.
 */
export function LengthInput({
  label,
  valueMm,
  unit,
  disabled,
  prefix,
  placeholder,
  isFine = false,
  onCommit,
  onClear,
  onFocusChange,
}: {
  label: string;
  valueMm: number | null;
  unit: LengthUnit;
  disabled?: boolean;
  prefix?: string;
  placeholder?: string;
  /** Of a hole or a sheet: finer than a tape shows. */
  isFine?: boolean;
  onCommit(valueMm: number): void;
  onClear?(): void;
  onFocusChange?(focused: boolean): void;
}) {
  const written = isFine ? typedFine : typedLength;
  const kept = valueMm === null ? '' : written(valueMm, unit);
  const [text, setText] = useState(kept);
  const [wrong, setWrong] = useState(false);
  const restore = useCallback(() => {
    setText(kept);
    setWrong(false);
  }, [kept]);
  useEffect(restore, [restore]);
  const commit = () => {
    if (text.trim() === kept) return restore();
    if (onClear && text.trim() === '') {
      setWrong(false);
      return onClear();
    }
    const parsed = parseLength(text, unit);
    setWrong(parsed === null);
    if (parsed !== null && (valueMm === null || toTenthsMm(parsed) !== toTenthsMm(valueMm)))
      onCommit(toTenthsMm(parsed));
  };
  return (
    <Tooltip open={wrong} placement="bottomRight" title={`That is no length. Write it like ${EXAMPLE[unit]}.`}>
      <Input
        className="length-input"
        aria-label={label}
        aria-invalid={wrong}
        status={wrong ? 'error' : ''}
        prefix={prefix}
        suffix={unit}
        placeholder={placeholder}
        disabled={disabled}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={() => onFocusChange?.(true)}
        onBlur={() => {
          commit();
          onFocusChange?.(false);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') restore();
        }}
        onPressEnter={commit}
      />
    </Tooltip>
  );
}
