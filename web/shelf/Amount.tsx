import type { InputNumberProps } from 'antd';
import { NumberInput } from '../ui/NumberInput.tsx';

/** A number of zero or more with its unit; the form hands in `value` and `onChange`. */
export function Amount({ label, unit = '', ...rest }: { label: string; unit?: string } & InputNumberProps<number>) {
  return <NumberInput aria-label={label} min={0} suffix={unit} style={{ width: '100%' }} {...rest} />;
}
