import { Form, Input } from 'antd';
import type { ReactNode } from 'react';

/** Under which number and name something stands on the shelf, and what tells its kind. */
export function NameFields({
  isNew,
  asked,
  length = 80,
  placeholder,
  children,
}: {
  isNew: boolean;
  /** What is said where the name is missing. */
  asked: string;
  length?: number;
  placeholder?: string;
  children: ReactNode;
}) {
  return (
    <div className="three">
      <Form.Item label="Number" name="key" normalize={(value: string) => value.toUpperCase()}>
        <Input disabled={!isNew} />
      </Form.Item>
      <Form.Item label="Name" name="name" rules={[{ required: true, min: 2, message: asked }]}>
        <Input maxLength={length} placeholder={placeholder} />
      </Form.Item>
      {children}
    </div>
  );
}
