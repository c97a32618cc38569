import { expect, it } from 'vitest';
import { faceSize } from './faceSize.ts';

it('a face is listed by its width and height, a round one by its diameter, in the reader’s unit', () => {
  const bar = { shape: 'rectangle', widthMm: 500, heightMm: 24, depthMm: 20 } as const;
  expect(faceSize(bar, 'mm')).toBe('500 × 24');
  expect(faceSize(bar, 'in')).toBe('19 11/16 × 15/16');
  expect(faceSize({ ...bar, shape: 'round', widthMm: 150.5 }, 'mm')).toBe('ø 150.5');
});
