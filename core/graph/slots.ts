/** What a fuse slot is, as its readings say. A slot that only looks empty may be prewired for an option. */
import type { Slot, SlotWhen, SourceKind } from '../document/index.ts';

/** Below this part of the system voltage a reading counts as dead: a healthy slot stands within a volt of the battery. */
const LIVE_RATIO = 0.8;

const isLive = (readingV: number, systemVoltageV: number): boolean => readingV >= systemVoltageV * LIVE_RATIO - 1e-9;

/** State of a slot by its readings: reserved wins, then what the meter says; both readings are needed. */
export function slotWhen(slot: Slot, systemVoltageV: number): SlotWhen {
  if (slot.reservedFor !== '') return 'reserved';
  const { keyOffV, keyOnV } = slot.reading;
  if (keyOnV === null || keyOffV === null) return 'unread';
  if (isLive(keyOffV, systemVoltageV)) return 'always';
  return isLive(keyOnV, systemVoltageV) ? 'ignition' : 'dead';
}

export const SLOT_WHEN_WORDS: Record<SlotWhen, string> = {
  always: 'always hot',
  ignition: 'hot with key on',
  dead: 'dead',
  reserved: 'reserved',
  unread: 'not read yet',
};

/** Amps the slot can still give beside what hangs on it already. */
export const slotHeadroomA = (slot: Slot, takenA: number): number => slot.limitA - slot.ownLoadA - takenA;

const SOURCE_NAMES: Record<SourceKind, string> = {
  slot: 'Slot',
  prewire: 'Prewire',
  upfitter: 'Factory switch',
  pin: 'Pin',
  ignition: 'Ignition take-off',
};

/** A source as the crew names it: Slot 12, Pin 4. */
export const sourceName = ({ kind, label }: Pick<Slot, 'kind' | 'label'>): string => `${SOURCE_NAMES[kind]} ${label}`;

/** The same within a sentence. */
export const sourceInText = (slot: Pick<Slot, 'kind' | 'label'>): string =>
  `${SOURCE_NAMES[slot.kind].toLowerCase()} ${slot.label}`;
