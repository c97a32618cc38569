import { Form, Radio, Select } from 'antd';
import { WireColour } from '../../../core/document/index.ts';

/** When a circuit is to be live; of the form around it. */
export function LiveField() {
  return (
    <Form.Item label="Should be live" name="wanted">
      <Radio.Group
        optionType="button"
        options={[
          { value: 'always', label: 'always' },
          { value: 'ignition', label: 'with key' },
        ]}
      />
    </Form.Item>
  );
}

/** The colour of its wire; of the form around it. */
export function WireColourField() {
  return (
    <Form.Item label="Wire colour" name="colour">
      <Select
        aria-label="Wire colour"
        options={WireColour.options.map((colour) => ({ value: colour, label: colour }))}
      />
    </Form.Item>
  );
}
