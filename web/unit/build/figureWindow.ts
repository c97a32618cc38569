import type { View } from '../../../core/body/index.ts';
import type { ViewFrame } from '../../sheet/layout.ts';

export const INSET_PX = 96;

export const SIGNS: Record<View, Pick<ViewFrame, 'signA' | 'signB'>> = {
  front: { signA: 1, signB: -1 },
  rear: { signA: -1, signB: -1 },
  left: { signA: 1, signB: -1 },
  right: { signA: 1, signB: -1 },
  plan: { signA: 1, signB: 1 },
};

export interface Window {
  a0: number;
  a1: number;
  b0: number;
  b1: number;
}
