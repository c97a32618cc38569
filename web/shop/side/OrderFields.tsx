import { App, Button, DatePicker } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { PartOrder } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { NumberInput } from '../../ui/NumberInput.tsx';

interface OrderFieldsProps {
  shop: ShopUse;
  order: PartOrder;
  /** Of the unit that the order is for; none when it is for the bin. */
  tag: string | undefined;
}

export function OrderFields({ shop, order, tag }: OrderFieldsProps) {
  const { message } = App.useApp();
  const named = `${order.name} for ${tag ?? 'the bin'}`;
  const [quantity, setQuantity] = useState(order.quantity);
  return (
    <div className="order-fields">
      {shop.mayPlan && (
        <DatePicker
          size="small"
          aria-label={`${named} comes in`}
          showTime={{ format: 'HH:mm', minuteStep: 15 }}
          format="D MMM HH:mm"
          allowClear={false}
          value={dayjs(order.dueIn)}
          onChange={async (day) => {
            if (!day) return;
            const dueIn = day.format('YYYY-MM-DDTHH:mm');
            if (await shop.act({ kind: 'delayPart', orderId: order.id, dueIn }))
              void message.info('The date stands. Re-plan to see what it moves.');
          }}
        />
      )}
      <NumberInput
        size="small"
        aria-label={`How many of ${named} came`}
        min={0}
        value={quantity}
        onChange={(value) => setQuantity(value ?? 0)}
      />
      <Button
        size="small"
        disabled={quantity === 0}
        onClick={() => shop.act({ kind: 'receivePart', orderId: order.id, quantity })}
      >
        Receive
      </Button>
    </div>
  );
}
