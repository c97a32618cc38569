import type { ProvingStop } from '../../../core/prove/index.ts';

export const STATE_WORDS: Record<ProvingStop['state'], string> = {
  unread: 'not read',
  part: 'part read',
  pass: 'pass',
  near: 'near',
  fail: 'fail',
};
export const STATE_MARKS: Record<ProvingStop['state'], string> = {
  unread: '○',
  part: '◐',
  pass: '✓',
  near: '▲',
  fail: '✕',
};
