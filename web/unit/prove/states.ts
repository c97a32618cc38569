import type { ProvingStop } from '../../../core/prove/index.ts';

export const STATE_WORDS: Record<ProvingStop['state'], string> = {
  unread: 'not looked at',
  part: 'in part',
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
