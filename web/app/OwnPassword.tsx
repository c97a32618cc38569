import { Alert, App, Form, Input, Modal } from 'antd';
import { MIN_PASSWORD } from '../../core/contract/index.ts';
import { errorSentence, useChangeOwnPasswordMutation } from './api.ts';

/** One's own password: whoever knows the old one gives a new one, and every other device is signed out. */
export function OwnPassword({ onClose }: { onClose(): void }) {
  const [form] = Form.useForm<{ old: string; new: string }>();
  const [change, { isLoading, error }] = useChangeOwnPasswordMutation();
  const { message } = App.useApp();
  return (
    <Modal
      open
      width={400}
      title="Change password"
      okText="Change it"
      confirmLoading={isLoading}
      onOk={() => form.submit()}
      onCancel={onClose}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        onFinish={async (values) => {
          if ((await change(values)).error) return;
          void message.success('Changed. Every other device is signed out.');
          onClose();
        }}
      >
        <Form.Item label="Password now" name="old" rules={[{ required: true, message: 'Type the one you have' }]}>
          <Input.Password autoComplete="current-password" />
        </Form.Item>
        <Form.Item
          label="New password"
          name="new"
          rules={[{ required: true, min: MIN_PASSWORD, message: `At least ${MIN_PASSWORD} characters` }]}
        >
          <Input.Password autoComplete="new-password" />
        </Form.Item>
        {error && <Alert type="error" title={errorSentence(error)} showIcon />}
      </Form>
    </Modal>
  );
}
