/** Where a feed can take its power: which sources there are, and which is offered first. */
import { type AssessedFeed, CONTINUOUS_RATIO, takenFromSlotA } from '../../circuit/index.ts';
import {
  type Build,
  type ElementOf,
  habitsOf,
  type Id,
  type Plug,
  type Signal,
  type Slot,
} from '../../document/index.ts';
import { plugOfSource, slotHeadroomA, slotsInOrder, slotWhen, takesHolder } from '../../graph/index.ts';
import { planPinSource } from '../../planning/index.ts';
import { livePins } from '../choices/crewSource.ts';
import { signalLead } from '../purposes.ts';

export const BATTERY = 'battery';
const PIN = 'pin ';

/** How a pin stands in the list of sources. */
export const pinSource = (plugId: Id, pin: string): string => `${PIN}${plugId} ${pin}`;

/** A pin of a plug that was metered in the survey, by what stands in the list of sources. */
export function pinOfSource(build: Build, source: string): { plugId: Id; pin: Plug['pins'][number] } | null {
  if (!source.startsWith(PIN)) return null;
  const [plugId, ...name] = source.slice(PIN.length).split(' ');
  const pin = build.plugs[plugId!]?.pins.find((each) => each.pin === name.join(' '));
  return pin ? { plugId: plugId!, pin } : null;
}

/** A pin as a source to choose: the source that it is already, or the one that it would be. */
export function sourceOfPin(build: Build, plugId: Id, pin: string): string {
  const planned = planPinSource(build, plugId, pin);
  return planned && planned.operations.length === 0 ? planned.slot.id : pinSource(plugId, pin);
}

/** The slot that a source is, or would be once its pin is taken. */
export function slotOfSource(build: Build, source: string): Slot | null {
  const pin = pinOfSource(build, source);
  if (!pin) return build.slots[source] ?? null;
  return planPinSource(build, pin.plugId, pin.pin.pin)?.slot ?? null;
}

export const NEW_BLOCK = 'new-block';

/** Blocks that power comes from: a ground bus is one too, but ends at metal. */
export const supplyBlocks = (build: Build) =>
  Object.values(build.elements).flatMap((element) =>
    element.kind === 'block' &&
    Object.values(build.wires).some(
      ({ from, to }) => to.elementId === element.id && build.elements[from.elementId]?.kind === 'fuse',
    )
      ? [element]
      : [],
  );

/** Ends that were capped for what comes later: fuse and wire are there. */
export const cappedEnds = (build: Build): ElementOf<'cap'>[] =>
  Object.values(build.elements).filter((element) => element.kind === 'cap');

/**
 * What to offer first: the lead of the driver's signal that the lamps are for; else an end that was capped for as much; else a slot that is spare, live and has
 * room for the load at four fifths of its limit; else a metered pin that is always hot, as a trailer's; else the battery. A unit's habit may put prepared leads or the battery first.
 */
export function bestSource(
  build: Build,
  feeds: readonly AssessedFeed[],
  maximumA: number,
  signal: Signal | null = null,
): string {
  const lead = signal && signalLead(build, feeds, signal, maximumA);
  if (lead) return lead.pin ? pinSource(lead.pin.plugId, lead.pin.name) : lead.slot.id;
  const ready = cappedEnds(build).find(({ plannedA }) => plannedA >= maximumA - 1e-9);
  if (ready && maximumA > 0) return ready.id;
  const { supply } = habitsOf(build);
  if (supply === 'battery') return BATTERY;
  const roomy = slotsInOrder(build).filter(
    (slot) =>
      (slot.kind !== 'slot' || takesHolder(slot)) &&
      ['always', 'ignition'].includes(slotWhen(slot, build.electrics.systemVoltageV)) &&
      slotHeadroomA(slot, takenFromSlotA(feeds, slot.id)) >= maximumA / CONTINUOUS_RATIO,
  );
  const spare = roomy.filter(({ feeds: of }) => of === '');
  const prepared = supply === 'prewire' ? spare.find(({ kind }) => kind === 'prewire') : undefined;
  // A pin is called after what it carries: that is no other load on it.
  const isTapped = ({ id }: Slot) => feeds.some(({ feed }) => feed.slot?.id === id);
  const hotPins = roomy.filter(
    (slot) => slot.kind === 'pin' && slotWhen(slot, build.electrics.systemVoltageV) === 'always',
  );
  const pinThere = hotPins.find((slot) => !isTapped(slot)) ?? hotPins[0];
  const known = prepared ?? spare[0] ?? pinThere;
  if (known) return known.id;
  const [pin] = livePins(build, 'always').filter(({ slot }) => slotHeadroomA(slot, 0) >= maximumA / CONTINUOUS_RATIO);
  const plug = pin && plugOfSource(build, pin.slot.id);
  return plug ? pinSource(plug.plug.id, plug.pin.pin) : BATTERY;
}

export const usualWanted = (build: Build, sourceId: string): 'always' | 'ignition' => {
  const slot = slotOfSource(build, sourceId);
  return slot && slotWhen(slot, build.electrics.systemVoltageV) === 'ignition' ? 'ignition' : 'always';
};
