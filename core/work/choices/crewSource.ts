/** Where a feed of the crew's takes its power when nobody has chosen. */
import { type AssessedFeed, CONTINUOUS_RATIO } from '../../circuit/index.ts';
import { type Build, habitsOf, type Id, type OperationDraft, type Slot } from '../../document/index.ts';
import { slotHeadroomA, slotWhen, takesHolder } from '../../graph/index.ts';
import { type PinSource, pinsToTake, planPinSource } from '../../planning/index.ts';
import type { Amps } from '../../units/index.ts';

/** From the unit's own slots and leads where one has room, or straight from the battery. */
export type Supply = 'own' | 'battery';

export interface Taken {
  slotId: Id | null;
  operations: OperationDraft[];
}

/** Pins that were metered and are live when wanted, with what makes a source of each. */
export const livePins = (build: Build, when: 'always' | 'ignition'): PinSource[] =>
  pinsToTake(build).flatMap(({ plug, pin }) => {
    const source = planPinSource(build, plug.id, pin.pin);
    return source && slotWhen(source.slot, build.electrics.systemVoltageV) === when ? [source] : [];
  });

/**
 * The spare slot, live when wanted and without a tap, that has just enough room; else a pin that was metered, as a trailer's;
 * the battery where there is none.
 */
export function crewSource(
  build: Build,
  feeds: readonly AssessedFeed[],
  needA: Amps,
  supply: Supply,
  when: 'always' | 'ignition' = 'always',
): Taken {
  if (supply === 'battery') return { slotId: null, operations: [] };
  // Prepared leads first where that is the habit.
  const rank = ({ kind }: Slot) =>
    kind === 'pin' ? 2 : habitsOf(build).supply === 'prewire' && kind === 'prewire' ? 0 : 1;
  const tapped = new Set(feeds.flatMap(({ feed }) => feed.slot?.id ?? []));
  const there = Object.values(build.slots)
    .filter(
      (slot) =>
        // A pin is called after what it carries: that is no other load on it.
        (slot.feeds === '' || slot.kind === 'pin') &&
        slot.reservedFor === '' &&
        !tapped.has(slot.id) &&
        // A bolted fuse begins where blades end.
        (slot.kind !== 'slot' || takesHolder(slot)) &&
        slotWhen(slot, build.electrics.systemVoltageV) === when,
    )
    .map((slot): PinSource => ({ slot, operations: [] }));
  const best = [...there, ...livePins(build, when)]
    .map((source) => ({ ...source, roomA: slotHeadroomA(source.slot, 0) }))
    .filter(({ roomA }) => roomA * CONTINUOUS_RATIO >= needA)
    // Larger ones stay for larger loads.
    .sort((a, b) => rank(a.slot) - rank(b.slot) || a.roomA - b.roomA)[0];
  return { slotId: best?.slot.id ?? null, operations: best?.operations ?? [] };
}
