import type { ShopAnswer } from '../../../core/contract/index.ts';

export const GLYPH_PX_PER_MM = 0.0078;

export type ShopUnitSeen = ShopAnswer['units'][number];
