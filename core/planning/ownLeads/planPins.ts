/** A pin that was metered in the survey, as a source that feeds can be taken from. */
import { type Build, type Id, type OperationDraft, type Plug, type Slot, sameData } from '../../document/index.ts';
import { pinSourceId } from '../../graph/index.ts';

type Pin = Plug['pins'][number];

/** What a lead of the unit's own may carry where nobody knows its fuse: the smallest that crews find (common practice, no source). */
const UNKNOWN_LIMIT_A = 5;

const isRead = ({ keyOffV, keyOnV, signalV }: Pin): boolean => keyOffV !== null || keyOnV !== null || signalV !== null;

/** Pins that a meter has seen volts on, and that are no source yet. */
export function pinsToTake(build: Build): { plug: Plug; pin: Pin }[] {
  return Object.values(build.plugs).flatMap((plug) =>
    plug.pins
      .filter((pin) => isRead(pin) && !build.slots[pinSourceId(plug.id, pin.pin)])
      .filter((pin) => [pin.keyOffV, pin.keyOnV, pin.runningV, pin.signalV].some((volts) => (volts ?? 0) > 1))
      .map((pin) => ({ plug, pin })),
  );
}

export interface PinSource {
  slot: Slot;
  /** What puts it on the unit; none when it is there. */
  operations: OperationDraft[];
}

/**
 * The source that a pin is, with its readings; null for a pin that nobody recorded. One that an accessory switch of the
 * unit's own makes hot is source and control at once.
 */
export function planPinSource(build: Build, plugId: Id, pinName: string): PinSource | null {
  const plug = build.plugs[plugId];
  const pin = plug?.pins.find((each) => each.pin === pinName);
  if (!plug || !pin) return null;
  const id = pinSourceId(plugId, pinName);
  const known = build.slots[id];
  if (known) return { slot: known, operations: [] };
  const row = Math.min(19, Math.max(-1, ...Object.values(build.slots).map((slot) => slot.row)) + 1);
  const column = Math.min(9, plug.pins.indexOf(pin));
  const slot: Slot = { id, ...saidOf(plug, pin), row, column, reservedFor: '' };
  return { slot, operations: [{ kind: 'addSlots', slots: [slot] }] };
}

/** What a pin says of the source that it is. */
function saidOf(plug: Plug, pin: Pin): Omit<Slot, 'id' | 'row' | 'column' | 'reservedFor'> {
  const { keyOffV, keyOnV, runningV, signalV, ratingA } = pin;
  return {
    kind: pin.isSwitched ? 'upfitter' : 'pin',
    label: (pin.isSwitched ? pin.purpose || plug.name : `${pin.pin} ${pin.colour}`).trim().slice(0, 24),
    ratingA,
    limitA: ratingA ?? UNKNOWN_LIMIT_A,
    feeds: (pin.purpose || plug.name).slice(0, 60),
    ownLoadA: pin.ownLoadA,
    signal: pin.signal,
    // An accessory switch is read while it is on; what its lead shows while it is off says nothing.
    reading: pin.isSwitched
      ? { keyOffV, keyOnV: signalV, runningV, signalV: null }
      : { keyOffV, keyOnV, runningV, signalV },
  };
}

/** A plug as it was recorded anew: what changed of a pin changes of the source that was made of it, and nothing else does. */
export function planPlugEdit(build: Build, plug: Plug): OperationDraft[] {
  const before = build.plugs[plug.id];
  const sources = plug.pins.flatMap((pin): OperationDraft[] => {
    const slotId = pinSourceId(plug.id, pin.pin);
    const was = before?.pins.find((each) => each.pin === pin.pin);
    if (!before || !was || !build.slots[slotId]) return [];
    const old = new Map(Object.entries(saidOf(before, was)));
    const changes = Object.fromEntries(
      Object.entries(saidOf(plug, pin)).filter(([field, value]) => !sameData(value, old.get(field))),
    );
    return Object.keys(changes).length > 0 ? [{ kind: 'editSlot', slotId, changes }] : [];
  });
  return [{ kind: 'recordPlug', plug }, ...sources];
}
