/** Where a feed of the crew's takes its power when nobody has chosen. */
import { type AssessedFeed, CONTINUOUS_RATIO } from '../../circuit/index.ts';
import { type Build, habitsOf, type Id, type OperationDraft, type Slot } from '../../document/index.ts';
import { slotHeadroomA, slotWhen, takesHolder } from '../../graph/index.ts';
import type { Amps } from '../../units/index.ts';

/** From the unit's own slots and leads where one has room, or straight from the battery. */
export type Supply = 'own' | 'battery';

export interface Taken {
  slotId: Id | null;
  operations: OperationDraft[];
}

/** The spare slot, live when wanted and without a tap, that has just enough room; the battery where there is none. */
export function crewSource(
  build: Build,
  feeds: readonly AssessedFeed[],
  needA: Amps,
  supply: Supply,
  when: 'always' | 'ignition' = 'always',
): Taken {
  if (supply === 'battery') return { slotId: null, operations: [] };
  const rank = ({ kind }: Slot) => (habitsOf(build).supply === 'prewire' && kind === 'prewire' ? 0 : 1);
  const tapped = new Set(feeds.flatMap(({ feed }) => feed.slot?.id ?? []));
  const best = Object.values(build.slots)
    .filter(
      (slot) =>
        slot.feeds === '' &&
        !tapped.has(slot.id) &&
        // A bolted fuse begins where blades end.
        (slot.kind !== 'slot' || takesHolder(slot)) &&
        slotWhen(slot, build.electrics.systemVoltageV) === when,
    )
    .map((slot) => ({ slot, roomA: slotHeadroomA(slot, 0) }))
    .filter(({ roomA }) => roomA * CONTINUOUS_RATIO >= needA)
    // Prepared leads first where that is the habit; larger ones stay for larger loads.
    .sort((a, b) => rank(a.slot) - rank(b.slot) || a.roomA - b.roomA)[0];
  return { slotId: best?.slot.id ?? null, operations: [] };
}
