/** Every source of a unit as the board of loose ends shows it: when it is live, what it may carry, and whether lamps would do there. */
import { type AssessedFeed, CONTINUOUS_RATIO, ratedCurrentA, takenFromSlotA } from '../../circuit/index.ts';
import type { Build, Lamp, Signal, Slot } from '../../document/index.ts';
import { deriveFeeds, slotHeadroomA, slotsInOrder, slotWhen, takesFeedsFuse, takesHolder } from '../../graph/index.ts';
import { pinsToTake } from '../../planning/index.ts';
import type { Amps } from '../../units/index.ts';
import { sharedPurpose } from '../purposes.ts';
import { BATTERY, cappedEnds, pinSource, slotOfSource, supplyBlocks } from './sources.ts';

/** When a source is live, as the board is ordered: `not` holds what is dead, kept for an option, or was never read. */
export const LIVE_ORDER = ['always', 'key', 'signal', 'not'] as const;
export type Live = (typeof LIVE_ORDER)[number];

export interface SourceRow {
  /** How it stands in the list of sources (see sources.ts). */
  source: string;
  kind: 'slot' | 'pin' | 'prewire' | 'upfitter' | 'ignition' | 'block' | 'cap' | 'battery';
  /** Null for what is no slot; for a pin the slot that it would be. */
  slot: Slot | null;
  /** What is written on it: 13, a pin's number and colour, the name of a block. */
  label: string;
  live: Live;
  signal: Signal | null;
  /** What it feeds already; empty where that is nothing. */
  own: string;
  /** What it may carry in all; null for the battery. */
  limitA: Amps | null;
  /** Its own load, and what the crew hung on it. */
  ownA: Amps;
  crewA: Amps;
  /** Null for the battery. */
  leftA: Amps | null;
}

const LIVE_OF: Record<ReturnType<typeof slotWhen>, Live> = {
  always: 'always',
  ignition: 'key',
  signal: 'signal',
  dead: 'not',
  reserved: 'not',
  unread: 'not',
};

function slotRow(build: Build, feeds: readonly AssessedFeed[], source: string, slot: Slot): SourceRow {
  const { systemVoltageV } = build.electrics;
  const crewA = takenFromSlotA(feeds, slot.id);
  const live = LIVE_OF[slotWhen(slot, systemVoltageV)];
  return {
    source,
    kind: slot.kind,
    slot,
    label: slot.label,
    live,
    signal: live === 'signal' ? slot.signal : null,
    own: slot.reservedFor || slot.feeds,
    limitA: slot.limitA,
    ownA: slot.ownLoadA,
    crewA,
    leftA: slotHeadroomA(slot, crewA),
  };
}

/** A block carries what its main fuse does; less the feeds behind that. */
function blockRow(
  build: Build,
  feeds: readonly AssessedFeed[],
  block: ReturnType<typeof supplyBlocks>[number],
): SourceRow {
  const into = Object.values(build.wires).find(
    ({ from, to }) => to.elementId === block.id && build.elements[from.elementId]?.kind === 'fuse',
  )!;
  const main = build.elements[into.from.elementId];
  const limitA = main?.kind === 'fuse' ? main.ratingA : 0;
  const crewA = feeds
    .filter(({ feed }) => feed.upstream.some(({ id }) => id === main?.id))
    .reduce((sum, { figures }) => sum + figures.maximumA, 0);
  const behind = deriveFeeds(build).find(({ fuse }) => fuse.id === main?.id);
  const live: Live = behind?.slot ? LIVE_OF[slotWhen(behind.slot, build.electrics.systemVoltageV)] : 'always';
  return {
    source: block.id,
    kind: 'block',
    slot: null,
    label: block.name,
    live,
    signal: null,
    own: '',
    limitA,
    ownA: 0,
    crewA,
    leftA: limitA - crewA,
  };
}

/** All sources, by when they are live and then by what is left there, roomiest first; the battery leads what is always live. */
export function sourceRows(build: Build, feeds: readonly AssessedFeed[]): SourceRow[] {
  const rows: SourceRow[] = [
    ...slotsInOrder(build).map((slot) => slotRow(build, feeds, slot.id, slot)),
    ...pinsToTake(build).map(({ plug, pin }) => {
      const source = pinSource(plug.id, pin.pin);
      return slotRow(build, feeds, source, slotOfSource(build, source)!);
    }),
    ...supplyBlocks(build).map((block) => blockRow(build, feeds, block)),
    ...cappedEnds(build).map(
      ({ id, name, plannedA }): SourceRow => ({
        source: id,
        kind: 'cap',
        slot: null,
        label: name,
        live: 'always',
        signal: null,
        own: '',
        limitA: plannedA,
        ownA: 0,
        crewA: 0,
        leftA: plannedA,
      }),
    ),
    {
      source: BATTERY,
      kind: 'battery',
      slot: null,
      label: '',
      live: 'always',
      signal: null,
      own: '',
      limitA: null,
      ownA: 0,
      crewA: 0,
      leftA: null,
    },
  ];
  const roomA = ({ leftA }: SourceRow) => leftA ?? Number.MAX_VALUE;
  return rows.sort((a, b) => LIVE_ORDER.indexOf(a.live) - LIVE_ORDER.indexOf(b.live) || roomA(b) - roomA(a));
}

/**
 * Would lamps do there? `would`; or what is against it, in the order in which it weighs: it cannot be taken (`kept`, `dead`,
 * `unread`, `tapped`: there is a holder in it, `full`), or it can and is live at another time than they should (`key`:
 * dead with the key out, `otherSignal`, `noSignal`: the driver would not work them).
 */
export type SourceAnswer =
  | 'would'
  | 'kept'
  | 'dead'
  | 'unread'
  | 'tapped'
  | 'full'
  | 'key'
  | 'otherSignal'
  | 'noSignal';

/** Answers with which lamps can be put there all the same. */
const POSSIBLE: ReadonlySet<SourceAnswer> = new Set(['would', 'key', 'noSignal']);
export const isPossible = (answer: SourceAnswer): boolean => POSSIBLE.has(answer);

export function sourceAnswer(build: Build, row: SourceRow, lamps: readonly Lamp[]): SourceAnswer {
  const { slot, leftA, live } = row;
  if (slot && live === 'not') {
    const when = slotWhen(slot, build.electrics.systemVoltageV);
    return when === 'reserved' ? 'kept' : when === 'unread' ? 'unread' : 'dead';
  }
  // One holder a slot; of a lead several joints can be made.
  if (slot?.kind === 'slot' && (row.crewA > 0 || !(takesHolder(slot) || takesFeedsFuse(slot)))) return 'tapped';
  const needA = ratedCurrentA(build, lamps, 'maximumA') / CONTINUOUS_RATIO;
  // What was planned for a capped end is made larger where the lamps take more.
  if (leftA !== null && row.kind !== 'cap' && leftA < needA - 1e-9) return 'full';
  const signal = sharedPurpose(build, lamps)?.signal ?? null;
  if (row.signal !== null) return row.signal === signal ? 'would' : 'otherSignal';
  if (signal !== null) return 'noSignal';
  // What an accessory switch of the unit's own works is on when it is switched on.
  return live === 'key' && row.kind !== 'upfitter' ? 'key' : 'would';
}
