import type { Wait } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { NewOrder } from './NewOrder.tsx';
import { OrderFields } from './OrderFields.tsx';

/** What to do about a part: it came, it comes later, or it has to be ordered first. */
export function PartAnswer({ shop, wait, tag }: { shop: ShopUse; wait: Wait; tag: string | undefined }) {
  const { shortage } = wait;
  const order = shortage?.orderId ? shop.data.shop.orders[shortage.orderId] : undefined;
  if (!shortage) return null;
  if (order && wait.untilMinutes !== null) return <OrderFields shop={shop} order={order} tag={tag} />;
  return shop.mayPlan ? <NewOrder shop={shop} wait={wait} /> : null;
}
