import { InputNumber, type InputNumberProps } from 'antd';
import { parseNumber } from '../../core/units/index.ts';

/** What the field leaves as it is: not a number, or not one yet. */
const NO_NUMBER = Number.NaN;

/**
 * A number field. It reads 2,7 and 2.7 alike, where the plain one takes the comma out and keeps 27; with `precision={0}`
 * it takes 1,200 for twelve hundred.
 */
export function NumberInput(props: InputNumberProps<number>) {
  return (
    <InputNumber<number> {...props} parser={(text) => parseNumber(text ?? '', props.precision === 0) ?? NO_NUMBER} />
  );
}
