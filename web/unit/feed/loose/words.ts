/** What the board of loose ends says of sources. */
import { SIGNAL_WORDS } from '../../../../core/graph/index.ts';
import type { Live, SourceAnswer, SourceRow } from '../../../../core/work/index.ts';

/** A quarter of an ampere is none of nothing. */
export const ampsText = (amps: number): string => amps.toFixed(amps < 1 ? 2 : 1);

export const LIVE_WORDS: Record<Live, string> = { always: 'always', key: 'key', signal: 'signal', not: 'not' };

/** In the row itself, one word. */
const SHORT: Record<SourceAnswer, string> = {
  would: '',
  key: 'key',
  noSignal: 'no signal',
  otherSignal: 'signal',
  kept: 'kept',
  dead: 'dead',
  unread: 'not read',
  tapped: 'in use',
  full: 'full',
};

/** Which of the driver's signals a lead is hot with, in a word. */
const SIGNAL_SHORT = {
  running: 'running',
  brake: 'brake',
  left: 'left',
  right: 'right',
  hazard: 'hazard',
  reverse: 'reverse',
} as const;

export const shortWhy = (answer: SourceAnswer, { signal }: SourceRow): string =>
  answer === 'otherSignal' && signal ? SIGNAL_SHORT[signal] : SHORT[answer];

/** The words of a row spelled out, below the board. */
export const LONG_WHY: Record<Exclude<SourceAnswer, 'would'>, string> = {
  key: 'dead with the key out',
  noSignal: 'the driver would not work them',
  otherSignal: 'hot only with that signal',
  kept: 'for an option of the unit',
  dead: 'the meter shows nothing',
  unread: 'read it in Survey',
  tapped: 'a holder is in it, or none fits',
  full: 'less left than they need',
};

const KIND_WORDS: Record<SourceRow['kind'], string> = {
  slot: '',
  pin: 'pin',
  prewire: 'lead',
  upfitter: 'switch',
  ignition: 'take-off',
  block: 'block',
  cap: 'capped',
  battery: 'stud',
};

/** What stands in the column of slots. */
export const labelOf = ({ kind, label }: SourceRow): string => [KIND_WORDS[kind], label].filter(Boolean).join(' ');

export const ownWords = ({ kind, own, label, slot, limitA }: SourceRow): string =>
  kind === 'battery'
    ? 'battery, own fuse'
    : kind === 'cap'
      ? `${limitA} A planned`
      : kind === 'upfitter' && own === label
        ? "the unit's own"
        : own || (slot?.cavity === 'noLoadSide' ? 'cavity' : kind === 'block' ? 'its main fuse' : 'free');

/** The source as one says it: slot 13, pin 4 red, the battery. */
export function sayRow(row: SourceRow): string {
  if (row.kind === 'battery') return 'the battery';
  if (row.kind === 'slot') return `slot ${row.label}`;
  if (row.kind === 'pin') return `pin ${row.label}`;
  return row.kind === 'upfitter' ? `factory switch ${row.label}` : row.label;
}

export const whenLive = ({ live, signal }: SourceRow): string =>
  live === 'signal' && signal
    ? `hot with ${SIGNAL_WORDS[signal]}`
    : { always: 'always hot', key: 'hot with the key', signal: 'hot with a signal', not: 'not live' }[live];
