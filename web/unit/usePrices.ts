import { useMemo } from 'react';
import type { Prices } from '../../core/work/index.ts';
import { useShelfQuery, useShopQuery } from '../app/api.ts';

/** Marks a piece or metre, by the key of the part: what the shelf says of a lamp, and the shop's stock before it. */
export function usePrices(): Prices {
  const { data: shelf } = useShelfQuery();
  const { data: shop } = useShopQuery();
  const stock = shop?.shop.stock;
  return useMemo(
    () =>
      new Map([
        ...(shelf ?? []).map((entry) => [entry.model.key, entry.priceMarks] as const),
        ...Object.values(stock ?? {}).map((line) => [line.key, line.priceMarks] as const),
      ]),
    [shelf, stock],
  );
}
