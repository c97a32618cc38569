import { Select } from 'antd';
import { Signal } from '../../../core/document/index.ts';
import { SIGNAL_NAMES } from '../../../core/graph/index.ts';

const NO_SIGNAL = 'none';
const ITS_SWITCH = 'switch';

/** What makes a source hot: a signal of the driver, or an accessory switch of the unit's own. */
export type HotWith = Signal | typeof ITS_SWITCH;

/** With what a slot or a pin is hot, or with none of it. */
export function SignalSelect<Value extends HotWith>({
  label,
  value,
  none,
  before = '',
  disabled,
  small = false,
  hasSwitch = false,
  onChange,
}: {
  label: string;
  value: Value | null;
  /** How "with no signal" is said here. */
  none: string;
  /** What stands before the name of a signal. */
  before?: string;
  disabled: boolean;
  small?: boolean;
  /** Can it be an accessory switch as well? */
  hasSwitch?: boolean;
  onChange(value: Value | null): void;
}) {
  return (
    <Select<HotWith | typeof NO_SIGNAL>
      size={small ? 'small' : 'middle'}
      aria-label={label}
      disabled={disabled}
      value={value ?? NO_SIGNAL}
      onChange={(chosen) => onChange(chosen === NO_SIGNAL ? null : (chosen as Value))}
      options={[
        { value: NO_SIGNAL, label: none },
        ...(hasSwitch ? [{ value: ITS_SWITCH, label: `${before}its switch` } as const] : []),
        ...Signal.options.map((signal) => ({ value: signal, label: before + SIGNAL_NAMES[signal].toLowerCase() })),
      ]}
    />
  );
}
