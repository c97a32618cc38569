import { Select } from 'antd';
import { Signal } from '../../../core/document/index.ts';
import { SIGNAL_NAMES } from '../../../core/graph/index.ts';

const NO_SIGNAL = 'none';

/** With which signal of the driver a slot or a pin is hot, or with none. */
export function SignalSelect({
  label,
  value,
  none,
  before = '',
  disabled,
  small = false,
  onChange,
}: {
  label: string;
  value: Signal | null;
  /** How "with no signal" is said here. */
  none: string;
  /** What stands before the name of a signal. */
  before?: string;
  disabled: boolean;
  small?: boolean;
  onChange(signal: Signal | null): void;
}) {
  return (
    <Select<Signal | typeof NO_SIGNAL>
      size={small ? 'small' : 'middle'}
      aria-label={label}
      disabled={disabled}
      value={value ?? NO_SIGNAL}
      onChange={(signal) => onChange(signal === NO_SIGNAL ? null : signal)}
      options={[
        { value: NO_SIGNAL, label: none },
        ...Signal.options.map((signal) => ({ value: signal, label: before + SIGNAL_NAMES[signal].toLowerCase() })),
      ]}
    />
  );
}
