import { useMemo } from 'react';
import type { ShopKnows } from '../../../core/work/index.ts';
import { useShopQuery } from '../../app/api.ts';
import { usePrices } from '../usePrices.ts';

/** What the shop knows of parts, and what an hour costs: null while that is not known. */
export function useShopKnows(): { knows: ShopKnows; hourMarks: number | null } {
  const { data } = useShopQuery();
  const shop = data?.shop;
  const prices = usePrices();
  const looms = shop?.looms;
  const knows = useMemo(() => ({ prices, looms: Object.values(looms ?? {}) }), [prices, looms]);
  return { knows, hourMarks: shop?.rates.hourMarks ?? null };
}
