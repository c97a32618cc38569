import { Alert, AutoComplete, Form, Input, Modal, Radio } from 'antd';
import { useRef } from 'react';
import type { AddPerson, Invitation } from '../../core/contract/index.ts';
import { errorSentence, useAddPersonMutation } from '../app/api.ts';
import { MAY_WORDS, ROLE_NAMES } from './roles.ts';

/** Somebody new: a name, what they may do, and of an owner whose units they see. */
export function InviteForm({
  fleets,
  onMade,
  onClose,
}: {
  fleets: readonly string[];
  onMade(invitation: Invitation): void;
  onClose(): void;
}) {
  const [form] = Form.useForm<AddPerson>();
  const role = Form.useWatch('role', form) ?? 'installer';
  const isNamed = useRef(false);
  const [add, { isLoading, error }] = useAddPersonMutation();
  return (
    <Modal
      open
      width={460}
      title="Ask somebody in"
      okText="Make a code"
      confirmLoading={isLoading}
      onOk={() => form.submit()}
      onCancel={onClose}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{ role: 'installer' }}
        onValuesChange={({ name, username }: Partial<AddPerson>) => {
          // The form counts what the program sets as touched, too.
          if (username !== undefined) isNamed.current = true;
          // Most people sign in by their first name.
          if (name !== undefined && !isNamed.current)
            form.setFieldValue('username', name.trim().split(' ')[0]?.toLowerCase());
        }}
        onFinish={async (values) => {
          const answer = await add({ ...values, fleet: values.role === 'owner' ? values.fleet : undefined });
          if (answer.data) onMade(answer.data);
        }}
      >
        <Form.Item
          label="Name"
          name="name"
          rules={[{ required: true, whitespace: true, message: 'What is their name?' }]}
        >
          <Input maxLength={80} />
        </Form.Item>
        <Form.Item
          label="Signs in as"
          name="username"
          rules={[{ required: true, whitespace: true, message: 'A short name to sign in with' }]}
        >
          <Input maxLength={60} />
        </Form.Item>
        <Form.Item label="As" name="role" help={MAY_WORDS[role]}>
          <Radio.Group
            optionType="button"
            options={(['lead', 'installer', 'owner'] as const).map((each) => ({
              value: each,
              label: ROLE_NAMES[each],
            }))}
          />
        </Form.Item>
        {role === 'owner' && (
          <Form.Item label="Fleet" name="fleet" rules={[{ required: true, whitespace: true, message: 'Whose units?' }]}>
            <AutoComplete options={fleets.map((value) => ({ value }))} />
          </Form.Item>
        )}
        {error && <Alert type="error" title={errorSentence(error)} showIcon />}
      </Form>
    </Modal>
  );
}
