import { Form, Radio } from 'antd';

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
