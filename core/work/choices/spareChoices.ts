/**
 * A circuit made ready before its lamp is there: fused, run, its end capped. Where it could come from, each way tried on a
 * copy: an empty cavity of a fuse box, a slot that is wired and spare, a tap of one in use, the battery.
 */
import { type AssessedFeed, CONTINUOUS_RATIO, FAMILIES, takenFromSlotA } from '../../circuit/index.ts';
import {
  applyDrafts,
  type Build,
  type Id,
  type OperationDraft,
  type Position,
  type Slot,
  type WireColour,
} from '../../document/index.ts';
import {
  boxOf,
  FAMILY_OF_SIZE,
  seatOf,
  sizeOf,
  slotHeadroomA,
  slotWhen,
  sourceNameInBox,
  takesFeedsFuse,
  takesHolder,
  whenWords,
} from '../../graph/index.ts';
import { terminalFor } from '../../harness/index.ts';
import { planFeed } from '../../planning/index.ts';
import { assess, type Finding, isOpen } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { type Amps, gaugeName, type Millimetres, type Volts } from '../../units/index.ts';
import { partsList } from '../parts/partsList.ts';

export interface SpareWish {
  name: string;
  plannedA: Amps;
  /** Where its capped end is to lie. */
  position: Position;
  wanted: 'always' | 'ignition';
  table: 'awg' | 'metric';
  colour: WireColour;
}

/** In the order in which crews weigh them: what overloads nothing and needs least comes first (common practice, no source). */
export const SPARE_KINDS = ['cavity', 'spareSlot', 'usedSlot', 'battery'] as const;
export type SpareKind = (typeof SPARE_KINDS)[number];

export interface SpareChoice {
  kind: SpareKind;
  slot: Slot | null;
  /** Slot 10 of the Cab box; the battery. */
  name: string;
  /** Where its box is, as the crew finds it; empty for the battery. */
  place: string;
  when: string;
  /** What the source can give beside what hangs there and this; null for the battery. */
  leftA: Amps | null;
  fuseA: Amps;
  gauge: string;
  /** The terminal that goes into the cavity; empty where none does. */
  terminal: string;
  lengthMm: Millimetres;
  lossV: Volts;
  budgetV: Volts;
  /** At the circuit itself; what every job begins and ends with comes on top. */
  minutes: number;
  /** Kinds of part that it adds, wire left out. */
  parts: { name: string; quantity: number }[];
  /** Stops and cautions that it brings. */
  brings: Finding[];
  operations: OperationDraft[];
}

const kindOf = (slot: Slot): SpareKind =>
  takesFeedsFuse(slot) ? 'cavity' : slot.ratingA === null && slot.feeds === '' ? 'spareSlot' : 'usedSlot';

const leastFuseA = (slot: Slot): Amps => FAMILIES[FAMILY_OF_SIZE[sizeOf(slot)]].ratingsA[0]!;

/** Slots with room for it at four fifths of their limit, live when wanted; the roomiest of each kind. */
function candidates(build: Build, feeds: readonly AssessedFeed[], wish: SpareWish): (Slot | null)[] {
  const tapped = new Set(
    Object.values(build.elements).flatMap((element) => (element.kind === 'tap' ? [element.slotId] : [])),
  );
  const roomA = (slot: Slot) => slotHeadroomA(slot, takenFromSlotA(feeds, slot.id));
  const fit = Object.values(build.slots)
    .filter(
      (slot) =>
        slot.kind === 'slot' &&
        !tapped.has(slot.id) &&
        (takesFeedsFuse(slot) || takesHolder(slot)) &&
        slotWhen(slot, build.electrics.systemVoltageV) === wish.wanted &&
        roomA(slot) >= wish.plannedA / CONTINUOUS_RATIO,
    )
    // A bolted fuse begins where blades end: it is for what no blade carries.
    .sort((a, b) => leastFuseA(a) - leastFuseA(b) || roomA(b) - roomA(a));
  const best = SPARE_KINDS.flatMap((kind) => fit.filter((slot) => kindOf(slot) === kind).slice(0, MOST_OF_A_KIND));
  // The battery is always hot: what is to go dead with the key does not come from it without a switch.
  return wish.wanted === 'always' ? [...best, null] : best;
}

/** More of one kind are no choice, they are a list. */
const MOST_OF_A_KIND = 2;

/** Of the steps that are this feed's alone: what every job begins and ends with comes on top. */
const minutesOf = (build: Build, feeds: readonly AssessedFeed[], fuseId: Id): number =>
  jobSteps(build, feeds)
    .filter(({ feedIds }) => feedIds.includes(fuseId))
    .reduce((sum, step) => sum + step.minutes * step.people, 0);

/** Ways to make such a circuit ready, the first the one that crews would weigh first. Empty when no source has room. */
export function spareChoices(build: Build, wish: SpareWish, newId: () => Id): SpareChoice[] {
  const { feeds, findings } = assess(build);
  const before = {
    fuses: new Set(feeds.map(({ feed }) => feed.fuse.id)),
    findings: new Set(findings.map(({ id }) => id)),
    parts: new Map(partsList(build, feeds).map(({ key, quantity }) => [key, quantity])),
  };
  return candidates(build, feeds, wish).flatMap((slot): SpareChoice[] => {
    const { name, position, plannedA, wanted, table, colour } = wish;
    const planned = planFeed(
      build,
      {
        name,
        slotId: slot?.id ?? null,
        lampIds: [],
        spare: { name: `End of ${name}`, position, plannedA },
        control: null,
        relayRatingA: null,
        wanted,
        table,
        colour,
        patternId: 'steady',
      },
      newId,
    );
    const tried = planned.ok ? applyDrafts(build, planned.value) : planned;
    if (!planned.ok || !tried.ok) return [];
    const after = assess(tried.value);
    const made = after.feeds.find(({ feed }) => !before.fuses.has(feed.fuse.id));
    if (!made) return [];
    const { feed, figures } = made;
    const wire = feed.wires.at(-1)!;
    const isSeated = seatOf(tried.value, feed.fuse) !== null;
    return [
      {
        kind: slot ? kindOf(slot) : 'battery',
        slot,
        name: slot ? sourceNameInBox(build, slot) : 'Battery',
        place: slot ? boxOf(build, slot).place : '',
        when: slot ? whenWords(slot, build.electrics.systemVoltageV) : 'always hot',
        leftA: slot && slotHeadroomA(slot, takenFromSlotA(after.feeds, slot.id)),
        fuseA: feed.fuse.ratingA,
        gauge: gaugeName(wire.table, wire.gauge),
        terminal: (slot && isSeated && terminalFor(build, slot)?.name) || '',
        lengthMm: figures.cutLengthMm,
        lossV: figures.dropV,
        budgetV: figures.dropBudgetV,
        minutes: minutesOf(tried.value, after.feeds, feed.fuse.id),
        parts: partsList(tried.value, after.feeds)
          .filter(({ group }) => group === 'feed' || group === 'joints')
          .flatMap(({ key, name: part, quantity }) => {
            const more = quantity - (before.parts.get(key) ?? 0);
            return more > 0 ? [{ name: part, quantity: more }] : [];
          }),
        brings: after.findings.filter((finding) => isOpen(finding) && !before.findings.has(finding.id)),
        operations: planned.value,
      },
    ];
  });
}
