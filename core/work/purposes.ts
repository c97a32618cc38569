/** What lamps are for, and the leads of the unit that are hot for it. */

import { type AssessedFeed, CONTINUOUS_RATIO, takenFromSlotA } from '../circuit/index.ts';
import {
  type Build,
  givesLight,
  type Id,
  type Lamp,
  type LampModel,
  type OperationDraft,
  type Signal,
  type Slot,
} from '../document/index.ts';
import { SIGNAL_NAMES, signalOfSlot, slotHeadroomA } from '../graph/index.ts';
import { pinsToTake, planPinSource } from '../planning/index.ts';
import type { Amps } from '../units/index.ts';

/** What crews give lamps that warn where the fleet has agreed on nothing (common practice, no source). */
const USUAL_WARNING = 'double';

/** What lamps are for, by their kind and colour; each is a function of its own, or part of one of the driver's. */
export interface Purpose {
  key: string;
  name: string;
  signal: Signal | null;
  patternId: string;
}

const WORKS: ReadonlySet<LampModel['kind']> = new Set(['flood', 'bed']);
const MARKS: ReadonlySet<LampModel['kind']> = new Set(['marker', 'identification', 'plate', 'plow']);

export function purposeOf(build: Build, lamp: Lamp, model: LampModel): Purpose | null {
  const driven = (signal: Signal): Purpose => ({
    key: signal,
    name: SIGNAL_NAMES[signal],
    signal,
    patternId: signal === 'left' || signal === 'right' ? 'turn' : 'steady',
  });
  if (model.kind === 'factory' || !givesLight(model)) return null;
  if (model.kind === 'reversing') return driven('reverse');
  // It bursts by itself when the brake is held.
  if (model.kind === 'modulator') return { ...driven('brake'), patternId: 'burst-steady' };
  if (MARKS.has(model.kind)) return driven('running');
  if (model.kind === 'signal') {
    const side = lamp.position.yMm >= 0 ? 'left' : 'right';
    if (lamp.colour === 'amber') return driven(side);
    return stopsBySide(build) ? { ...driven(side), name: `${SIGNAL_NAMES[side]} and stop` } : driven('brake');
  }
  // Whatever it is held by: red to the rear is no warning of the crew's, but the driver's.
  if (model.kind === 'magnet' && lamp.colour === 'red') return driven('running');
  if (WORKS.has(model.kind)) return { key: 'work', name: 'Work lights', signal: null, patternId: 'steady' };
  return { key: 'warning', name: 'Warning', signal: null, patternId: build.fleetPatternId ?? USUAL_WARNING };
}

/** Does a lead of the unit that is hot with a turn say that it stops as well? */
const STOPS_TOO = /stop|brake/i;

/** Where no lead is hot with the brake by itself, stop and turn of a side come on one (as on a four-way trailer plug). */
function stopsBySide(build: Build): boolean {
  if (leadsHotWith(build, 'brake').length > 0) return false;
  return (['left', 'right'] as const).every((side) =>
    leadsHotWith(build, side).some(({ slot }) => STOPS_TOO.test(slot.feeds)),
  );
}

/**
 * Lamps by what they are for, in the order in which they come; those that nobody can say it of are left out. `apart` tells
 * further groups of one purpose from each other.
 */
export function lampsByPurpose(
  build: Build,
  lamps: readonly Lamp[],
  apart: (lamp: Lamp, purpose: Purpose) => string = () => '',
): { purpose: Purpose; lamps: Lamp[] }[] {
  const groups = new Map<string, { purpose: Purpose; lamps: Lamp[] }>();
  for (const lamp of lamps) {
    const model = build.models[lamp.modelKey];
    const purpose = model && purposeOf(build, lamp, model);
    if (!purpose) continue;
    const key = `${purpose.key} ${apart(lamp, purpose)}`;
    const known = groups.get(key);
    if (known) known.lamps.push(lamp);
    else groups.set(key, { purpose, lamps: [lamp] });
  }
  return [...groups.values()];
}

/** The purpose that lamps share; null where they are for different things, or none is known. */
export function sharedPurpose(build: Build, lamps: readonly Lamp[]): Purpose | null {
  const [only, ...more] = lampsByPurpose(build, lamps);
  return only && more.length === 0 && only.lamps.length === lamps.length ? only.purpose : null;
}

export interface SignalLead {
  slot: Slot;
  /** The metered pin that the slot would be made of; null where it is there already. */
  pin: { plugId: Id; name: string } | null;
  operations: OperationDraft[];
}

/** Leads of the unit that are hot with a signal: sources there already, and pins that were metered. */
function leadsHotWith(build: Build, signal: Signal): SignalLead[] {
  const there = Object.values(build.slots).map((slot): SignalLead => ({ slot, pin: null, operations: [] }));
  const metered = pinsToTake(build).map(
    ({ plug, pin }): SignalLead => ({
      ...planPinSource(build, plug.id, pin.pin)!,
      pin: { plugId: plug.id, name: pin.pin },
    }),
  );
  return [...there, ...metered].filter(({ slot }) => signalOfSlot(slot, build.electrics.systemVoltageV) === signal);
}

/**
 * The roomiest lead that is hot with a signal and carries so much at four fifths of its limit: a source there already,
 * or a pin that was metered. Null where none is.
 */
export function signalLead(
  build: Build,
  feeds: readonly AssessedFeed[],
  signal: Signal,
  needA: Amps,
): SignalLead | null {
  const [best] = leadsHotWith(build, signal)
    .map((lead) => ({ lead, roomA: slotHeadroomA(lead.slot, takenFromSlotA(feeds, lead.slot.id)) }))
    .filter(({ roomA }) => roomA * CONTINUOUS_RATIO >= needA)
    .sort((a, b) => b.roomA - a.roomA);
  return best?.lead ?? null;
}
