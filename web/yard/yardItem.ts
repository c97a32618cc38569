import type { UnitListItem } from '../../core/contract/index.ts';

export const PX_PER_MM = 0.0135;

export type Item =
  | { kind: 'group'; words: string; count: number }
  | { kind: 'unit'; unit: UnitListItem; muted: boolean };
