import type { ShopAnswer } from '../../../core/contract/index.ts';
import type { Block, Board, ShopFinding } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';

export type UnitSeen = ShopAnswer['units'][number];

export interface SidePanelProps {
  shop: ShopUse;
  board: Board;
  units: ReadonlyMap<string, UnitSeen>;
  tints: ReadonlyMap<string, string>;
  findings: readonly ShopFinding[];
  shownUnit: string | null;
  block: Block | null;
  onUnit(unitId: string | null): void;
  onMove(block: Block, to: { startMinutes: number; workerIds: readonly string[] }): void;
}
