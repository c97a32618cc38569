import type { OwnPattern } from '../../../core/document/index.ts';

export const LANE = { top: 26, height: 64, pad: 16 };

export interface Held {
  index: number;
  part: 'body' | 'start' | 'end';
  startX: number;
  from: OwnPattern;
}
