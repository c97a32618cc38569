import type { ShopAnswer } from '../../../core/contract/index.ts';
import type { Block, Board as BoardData, ShopWork } from '../../../core/shop/index.ts';

export const LABEL_PX = 124;

export interface BoardProps {
  work: ShopWork;
  units: ReadonlyMap<string, ShopAnswer['units'][number]>;
  board: BoardData;
  tints: ReadonlyMap<string, string>;
  weekMinutes: number;
  shownUnit: string | null;
  shownBlock: string | null;
  movedIds: ReadonlySet<string>;
  mayPlan: boolean;
  onUnit(unitId: string): void;
  onBlock(block: Block): void;
  onMove(block: Block, to: { startMinutes: number; workerIds: readonly string[] }): void;
}
