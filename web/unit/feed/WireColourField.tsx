import { Form, Select } from 'antd';
import { WireColour } from '../../../core/document/index.ts';

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
