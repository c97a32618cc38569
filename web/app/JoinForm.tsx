import { Alert, Button, Form, Input } from 'antd';
import { MIN_PASSWORD } from '../../core/contract/index.ts';
import { errorSentence, useJoinMutation } from './api.ts';
import type { CodeGiven } from './codeInAddress.ts';

/** Comes in with the code that a lead gave, once, and chooses a password. */
export function JoinForm({ given: { code, isFirst }, onBack }: { given: CodeGiven; onBack(): void }) {
  const [join, { isLoading, error }] = useJoinMutation();
  return (
    <Form layout="vertical" requiredMark={false} initialValues={{ code }} onFinish={join}>
      <Form.Item label="Code" name="code" rules={[{ required: true, min: 6, message: 'Type the code from the lead' }]}>
        <Input size="large" autoCapitalize="characters" autoComplete="one-time-code" placeholder="K7QMX-2X9DA" />
      </Form.Item>
      {isFirst && (
        <>
          <p>You are the first here. You lead the shop, and ask the others in.</p>
          <Form.Item label="Your name" name="name" rules={[{ required: true, whitespace: true, message: 'Your name' }]}>
            <Input size="large" autoComplete="name" maxLength={80} />
          </Form.Item>
          <Form.Item
            label="You sign in as"
            name="username"
            rules={[{ required: true, whitespace: true, message: 'A short name to sign in with' }]}
          >
            <Input size="large" autoComplete="username" maxLength={60} />
          </Form.Item>
        </>
      )}
      <Form.Item
        label="Choose a password"
        name="password"
        rules={[{ required: true, min: MIN_PASSWORD, message: `At least ${MIN_PASSWORD} characters` }]}
      >
        <Input.Password size="large" autoComplete="new-password" />
      </Form.Item>
      {error && <Alert type="error" title={errorSentence(error)} showIcon />}
      <Button type="primary" htmlType="submit" size="large" block loading={isLoading}>
        Come in
      </Button>
      <Button type="link" block onClick={onBack}>
        I have a password
      </Button>
    </Form>
  );
}
