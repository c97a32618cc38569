import type { StockLine } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';

/** Quantities as they are counted: tenths at most. */
export const round = (value: number) => Math.round(value * 10) / 10;

export interface RowProps {
  line: StockLine;
  shop: ShopUse;
  laidAside: number;
  coming: number;
  shortBy: number;
  isOpen: boolean;
  onOpen(key: string | null): void;
  /** Enter goes on to the next bin, as one walks past them. */
  onNext(): void;
}
