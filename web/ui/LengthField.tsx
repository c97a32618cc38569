import { useApp } from '../app/store.ts';
import { LengthInput } from './LengthInput.tsx';

/** A length in a form: the form hands in `value` and `onChange`; empty is null. */
export function LengthField({
  label,
  placeholder,
  isFine,
  value = null,
  onChange,
}: {
  label: string;
  placeholder?: string;
  isFine?: boolean;
  value?: number | null;
  onChange?(valueMm: number | null): void;
}) {
  const unit = useApp((state) => state.preferences.length);
  return (
    <LengthInput
      label={label}
      placeholder={placeholder}
      isFine={isFine}
      unit={unit}
      valueMm={value}
      onCommit={(valueMm) => onChange?.(valueMm)}
      onClear={() => onChange?.(null)}
    />
  );
}
