import { Form } from 'antd';
import type { ReactNode } from 'react';
import { Amount } from './Amount.tsx';

/** What only the shop knows of something on its shelf. */
export function StockFields({ children }: { children?: ReactNode }) {
  return (
    <>
      <h3>Ours</h3>
      <div className="four">
        <Form.Item label="Price" name="priceMarks">
          <Amount label="Price" unit="marks" />
        </Form.Item>
        <Form.Item label="On hand" name="onHand">
          <Amount label="On hand" />
        </Form.Item>
        {children}
      </div>
    </>
  );
}
