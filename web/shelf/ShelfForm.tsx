import { Form, type FormInstance, type FormProps, Modal } from 'antd';
import type { ReactNode } from 'react';

/** The window in which something of the shelf is entered; what is wrong with it stays in sight below. */
export function ShelfForm<Values extends object>({
  form,
  title,
  okText = 'Put it on the shelf',
  isLoading = false,
  width = 760,
  said,
  onClose,
  children,
  ...given
}: Pick<FormProps<Values>, 'initialValues' | 'onValuesChange' | 'onFinish'> & {
  form: FormInstance<Values>;
  title: string;
  okText?: string;
  isLoading?: boolean;
  width?: number;
  said: ReactNode;
  onClose(): void;
  children: ReactNode;
}) {
  return (
    <Modal
      open
      width={width}
      style={{ top: 24 }}
      className="tall-dialog"
      title={title}
      okText={okText}
      confirmLoading={isLoading}
      onOk={() => form.submit()}
      onCancel={onClose}
    >
      <Form form={form} layout="vertical" requiredMark={false} className="own-lamp" {...given}>
        {children}
        <div className="own-lamp-said">{said}</div>
      </Form>
    </Modal>
  );
}
