import { Form, Input, Select } from 'antd';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { useUnit } from '../useUnit.ts';
import { type ControlValues, controlOptions, isNewControl, isSpareChannel, NEW_RECEIVER } from './controls.ts';

/** What switches the lamps, inside a form that holds ControlValues. */
export function ControlFields({ onChange }: { onChange?(control: string): void }) {
  const { build } = useUnit();
  const control = Form.useWatch<ControlValues['control']>('control') ?? '';
  const isNew = isNewControl(control);
  return (
    <>
      <Form.Item label="Switched by" name="control">
        <Select aria-label="Switched by" onChange={onChange} options={controlOptions(build)} />
      </Form.Item>
      {(isNew || isSpareChannel(build, control)) && (
        <div className="two">
          <Form.Item
            label="Its label"
            name="controlName"
            rules={[{ required: true, whitespace: true, message: 'What is written on it?' }]}
          >
            <Input maxLength={40} placeholder="Warn" />
          </Form.Item>
          {isNew && (
            <Form.Item label={control === NEW_RECEIVER ? 'Each channel, A' : 'Rated, A'} name="controlRatingA">
              <NumberInput min={0.5} max={200} />
            </Form.Item>
          )}
        </div>
      )}
      {control === NEW_RECEIVER && (
        <Form.Item
          label="Channels of the receiver"
          name="channels"
          help="The others stay spare until lamps hang on them."
        >
          <NumberInput min={1} max={16} precision={0} />
        </Form.Item>
      )}
    </>
  );
}
