/** What a fuse slot is, as its readings say. A slot that only looks empty may be prewired for an option. */

import type { Build, Control, Signal, Slot, SlotWhen, SourceKind } from '../document/index.ts';
import type { Amps, Volts } from '../units/index.ts';

/** Below this part of the system voltage a reading counts as dead: a healthy slot stands within a volt of the battery. */
const LIVE_RATIO = 0.8;

const isLive = (readingV: Volts, systemVoltageV: Volts): boolean => readingV >= systemVoltageV * LIVE_RATIO - 1e-9;

/**
 * State of a slot by its readings: reserved wins, then what the meter says; both readings are needed, and a third where
 * it is meant to be hot with a signal of the driver. Dead without its signal and hot with it is live with it, not dead.
 */
export function slotWhen(slot: Slot, systemVoltageV: Volts): SlotWhen {
  if (slot.reservedFor !== '') return 'reserved';
  // Without metal there is nothing to put a meter on.
  if (slot.cavity === 'hollow') return 'dead';
  const { keyOffV, keyOnV, signalV } = slot.reading;
  if (keyOnV === null || keyOffV === null) return 'unread';
  if (isLive(keyOffV, systemVoltageV)) return 'always';
  if (isLive(keyOnV, systemVoltageV)) return 'ignition';
  if (slot.signal === null) return 'dead';
  if (signalV === null) return 'unread';
  return isLive(signalV, systemVoltageV) ? 'signal' : 'dead';
}

export const SLOT_WHEN_WORDS: Record<SlotWhen, string> = {
  always: 'always hot',
  ignition: 'hot with key on',
  signal: 'hot with its signal',
  dead: 'dead',
  reserved: 'reserved',
  unread: 'not read yet',
};

/** Amps the slot can still give beside what hangs on it already. */
export const slotHeadroomA = (slot: Slot, takenA: Amps): Amps => slot.limitA - slot.ownLoadA - takenA;

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

/** When a source is live, in words: a pin that is hot with its signal says with which. */
export function whenWords(slot: Slot, systemVoltageV: Volts): string {
  const when = slotWhen(slot, systemVoltageV);
  return when === 'signal' ? `hot with ${SIGNAL_WORDS[slot.signal!]}` : SLOT_WHEN_WORDS[when];
}

/** What a signal of the driver is called by itself. */
export const SIGNAL_NAMES: Record<Signal, string> = {
  running: 'Running lights',
  brake: 'Brake',
  left: 'Left turn',
  right: 'Right turn',
  hazard: 'Hazard lamps',
  reverse: 'Reverse',
};

/** The same within a sentence. */
export const SIGNAL_WORDS: Record<Signal, string> = {
  running: 'the running lights',
  brake: 'the brake',
  left: 'the left turn',
  right: 'the right turn',
  hazard: 'the hazard lamps',
  reverse: 'reverse',
};

/** The control by which the driver gives a signal, when the unit has it. */
export const signalControl = (build: Build, signal: Signal): Control | undefined =>
  Object.values(build.controls).find((control) => control.kind === 'signal' && control.signal === signal);

/** The signal with which a source is hot, where it is with one. */
export const signalOfSlot = (slot: Slot, systemVoltageV: Volts): Signal | null =>
  slotWhen(slot, systemVoltageV) === 'signal' ? slot.signal : null;

/**
 * What makes and breaks a source by itself: the driver, where it is hot with a signal, or the unit's own accessory switch.
 * Null where it is live with the battery or the key, and as long as nobody put the control on the unit.
 */
export function controlOfSource(build: Build, slot: Slot): Control | null {
  const signal = signalOfSlot(slot, build.electrics.systemVoltageV);
  if (signal) return signalControl(build, signal) ?? null;
  return (slot.controlId && build.controls[slot.controlId]) || null;
}
