import { useMemo } from 'react';
import type { ShopKnows } from '../../../core/work/index.ts';
import { useShopQuery } from '../../app/api.ts';

/** What the shop knows of parts, and what an hour costs; null while that is not known. */
export function useShopKnows(): { knows: ShopKnows; hourMarks: number | null } {
  const { data } = useShopQuery();
  const shop = data?.shop;
  const knows = useMemo(
    () => ({
      prices: new Map(Object.values(shop?.stock ?? {}).map(({ key, priceMarks }) => [key, priceMarks] as const)),
      looms: Object.values(shop?.looms ?? {}),
    }),
    [shop],
  );
  return { knows, hourMarks: shop?.rates.hourMarks ?? null };
}
