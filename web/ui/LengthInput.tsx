import { Input, Tooltip } from 'antd';
import { useEffect, useState } from 'react';
import { type LengthUnit, parseLength, toTenthsMm, typedLength } from '../../core/units/index.ts';

const EXAMPLE: Record<LengthUnit, string> = { mm: '1190 or 46 7/8 in', in: '46 7/8 or 1190 mm' };

/** A length as the person likes it; takes `1190`, `46 7/8`, `56 cm`, `1' 10"`, kept to a tenth of a millimetre. Commits on Enter or when it is left. */
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
  const [text, setText] = useState(typedLength(valueMm, unit));
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(typedLength(valueMm, unit));
    setWrong(false);
  }, [valueMm, unit]);
  const commit = () => {
    if (text === typedLength(valueMm, unit)) return setWrong(false);
    const parsed = parseLength(text, unit);
    setWrong(parsed === null);
    if (parsed !== null && toTenthsMm(parsed) !== toTenthsMm(valueMm)) onCommit(toTenthsMm(parsed));
  };
  return (
    <Tooltip open={wrong} placement="bottomRight" title={`That is no length. Write it like ${EXAMPLE[unit]}.`}>
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
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          setText(typedLength(valueMm, unit));
          setWrong(false);
        }}
        onPressEnter={commit}
      />
    </Tooltip>
  );
}
