import { CalendarOutlined } from '@ant-design/icons';
import { Button, DatePicker } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { Wait } from '../../../core/shop/index.ts';
import { newId } from '../../app/ids.ts';
import type { ShopUse } from '../../app/useShop.ts';

export function NewOrder({ shop, wait }: { shop: ShopUse; wait: Wait }) {
  const shortage = wait.shortage!;
  const [day, setDay] = useState(() => dayjs().add(3, 'day').hour(9).minute(0));
  return (
    <div className="order-fields">
      <DatePicker
        size="small"
        aria-label={`${shortage.part.name} would come in`}
        suffixIcon={<CalendarOutlined aria-hidden />}
        showTime={{ format: 'HH:mm', minuteStep: 15 }}
        format="D MMM HH:mm"
        allowClear={false}
        value={day}
        onChange={(value) => value && setDay(value)}
      />
      <Button
        size="small"
        onClick={() =>
          shop.act({
            kind: 'orderPart',
            order: {
              id: newId(),
              partKey: shortage.part.key,
              name: shortage.part.name,
              quantity: shortage.shortBy,
              unitId: wait.unitId,
              dueIn: day.format('YYYY-MM-DDTHH:mm'),
              received: false,
            },
          })
        }
      >
        Order {shortage.shortBy}
      </Button>
    </div>
  );
}
