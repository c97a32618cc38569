/** Where a feed takes its power: a slot of the unit, a lead that was prepared, the battery. */
import { type AssessedFeed, CONTINUOUS_RATIO, takenFromSlotA } from '../../circuit/index.ts';
import type { Build, Id, Slot } from '../../document/index.ts';
import { type Feed, slotHeadroomA, slotWhen, sourceNameInBox, takesFeedsFuse, takesHolder } from '../../graph/index.ts';
import { planMoveSource } from '../../planning/index.ts';
import type { Amps } from '../../units/index.ts';
import { type Comparison, compared, type Prices, type Way } from './compare.ts';

const NOTES = {
  slot: ['What else hangs on its bus goes dark with it; a holder more in the panel.'],
  prewire: ["The unit's maker ran and fused it: least work, no more than it was made for."],
  battery: ["Alone on its own fuse beside the battery: nothing of the unit's goes dark with it. Longest way."],
};
type Kind = keyof typeof NOTES;
const kindOf = (slot: Slot | null): Kind => (slot === null ? 'battery' : slot.kind === 'prewire' ? 'prewire' : 'slot');
const nameOf = (build: Build, slot: Slot | null): string => (slot ? sourceNameInBox(build, slot) : 'Battery');

/** A feed from where it is now, and from the roomiest spare source of each other kind that is live when it is wanted. */
export function compareSources(
  build: Build,
  feeds: readonly Feed[],
  all: readonly AssessedFeed[],
  prices: Prices,
  newId: () => Id,
): Comparison {
  const [feed, ...more] = feeds;
  if (!feed || more.length > 0) return { ok: false, reason: 'Choose one feed.' };
  const needA: Amps =
    (all.find((each) => each.feed.fuse.id === feed.fuse.id)?.figures.maximumA ?? 0) / CONTINUOUS_RATIO;
  const tapped = new Set(all.flatMap((each) => each.feed.slot?.id ?? []));
  const roomA = (slot: Slot) => slotHeadroomA(slot, takenFromSlotA(all, slot.id));
  const fit = Object.values(build.slots)
    .filter(
      (slot) =>
        !tapped.has(slot.id) &&
        slot.feeds === '' &&
        slot.reservedFor === '' &&
        (slot.kind === 'prewire' || (slot.kind === 'slot' && takesHolder(slot) && !takesFeedsFuse(slot))) &&
        slotWhen(slot, build.electrics.systemVoltageV) === feed.fuse.wanted &&
        roomA(slot) >= needA,
    )
    .sort((a, b) => roomA(b) - roomA(a));
  const spare = (['slot', 'prewire'] as const).flatMap((kind) => fit.find((slot) => kindOf(slot) === kind) ?? []);
  const isFromBattery = feed.source?.kind === 'stud';
  const others: (Slot | null)[] = [...spare, ...(isFromBattery || feed.fuse.wanted !== 'always' ? [] : [null])];
  let refusal = 'No other source is live when this feed is wanted and has room for it.';
  const ways = others.flatMap((slot): Way[] => {
    const planned = planMoveSource(build, feed, slot?.id ?? null, newId);
    if (!planned.ok) refusal = planned.reason.message;
    return planned.ok ? [{ name: nameOf(build, slot), notes: NOTES[kindOf(slot)], operations: planned.value }] : [];
  });
  if (ways.length === 0) return { ok: false, reason: refusal };
  const now: Way = { name: nameOf(build, feed.slot), notes: NOTES[kindOf(feed.slot)], operations: [] };
  return compared(build, feeds, [now, ...ways], prices);
}
