/** A pin that was metered in the survey, as a source that feeds can be taken from. */
import type { Build, Id, OperationDraft, Plug, Slot } from '../../document/index.ts';
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
  const { keyOffV, keyOnV, runningV, signalV } = pin;
  const row = Math.min(19, Math.max(-1, ...Object.values(build.slots).map((slot) => slot.row)) + 1);
  const slot: Slot = {
    id,
    kind: pin.isSwitched ? 'upfitter' : 'pin',
    label: (pin.isSwitched ? pin.purpose || plug.name : `${pin.pin} ${pin.colour}`).trim().slice(0, 24),
    row,
    column: Math.min(9, plug.pins.indexOf(pin)),
    ratingA: pin.ratingA,
    limitA: pin.ratingA ?? UNKNOWN_LIMIT_A,
    feeds: (pin.purpose || plug.name).slice(0, 60),
    ownLoadA: pin.ownLoadA,
    reservedFor: '',
    signal: pin.signal,
    // An accessory switch is read while it is on; what its lead shows while it is off says nothing.
    reading: pin.isSwitched
      ? { keyOffV, keyOnV: signalV, runningV, signalV: null }
      : { keyOffV, keyOnV, runningV, signalV },
  };
  return { slot, operations: [{ kind: 'addSlots', slots: [slot] }] };
}
