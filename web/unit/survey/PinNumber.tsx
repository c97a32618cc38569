import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import type { Pin } from './plugPins.ts';

/** A figure of a pin, as far as it is known. */
export function PinNumber({
  pin,
  what,
  short,
  unit,
  value,
  disabled,
  onCommit,
  min = 0,
  max = 200,
  step,
}: {
  pin: Pin;
  /** As it is read out: "fuse of the unit ahead of it". */
  what: string;
  /** As it stands in the empty field. */
  short: string;
  unit: string;
  value: number | null;
  disabled: boolean;
  onCommit(value: number | null): void;
  min?: number;
  max?: number;
  step?: number;
}) {
  return (
    <CommittedNumber
      size="small"
      aria-label={`Pin ${pin.pin}, ${what}, ${unit}`}
      placeholder={short}
      min={min}
      max={max}
      step={step}
      suffix={unit}
      disabled={disabled}
      value={value}
      onCommit={onCommit}
    />
  );
}
