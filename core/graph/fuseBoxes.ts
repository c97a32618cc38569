/** Fuse boxes of a unit and what sits in their slots: which box, which metal is there, which fuse goes in. */
import type { Build, Cavity, ElementOf, FuseBox, FuseFamily, FuseSize, Id, Position, Slot } from '../document/index.ts';
import { sourceInText, sourceName } from './slots.ts';

/** Under this key the fuse panel stands among the boxes. */
export const PANEL = 'panel';

export interface KeyedBox extends FuseBox {
  key: typeof PANEL | Id;
}

/** All fuse boxes: the fuse panel first, then the others by name. */
export const fuseBoxes = (build: Build): KeyedBox[] => [
  { key: PANEL, ...build.fusePanel, name: build.fusePanel.name || 'Fuse panel' },
  ...Object.values(build.fuseBoxes)
    .map(({ id, ...box }) => ({ key: id, ...box }))
    .sort((a, b) => a.name.localeCompare(b.name)),
];

/** The box that a slot is in; the fuse panel where nobody said. */
export const boxOf = (build: Build, { boxId }: Pick<Slot, 'boxId'>): FuseBox =>
  (boxId && build.fuseBoxes[boxId]) || build.fusePanel;

/** Slots as one finds them in a box, row by row; of the fuse panel also what sits in no box at all. */
export const slotsOfBox = (build: Build, key: KeyedBox['key']): Slot[] =>
  Object.values(build.slots)
    .filter(({ boxId }) => (boxId && build.fuseBoxes[boxId] ? boxId : PANEL) === key)
    .sort((a, b) => a.row - b.row || a.column - b.column);

/** All slots, box by box. */
export const slotsInOrder = (build: Build): Slot[] => fuseBoxes(build).flatMap(({ key }) => slotsOfBox(build, key));

export const cavityOf = (slot: Slot): Cavity => slot.cavity ?? 'whole';

/** What a slot takes; only slots of fuse boxes take anything. */
export const sizeOf = (slot: Slot): FuseSize => slot.size ?? 'blade';

/** The family that goes into a slot. */
export const FAMILY_OF_SIZE: Record<FuseSize, FuseFamily> = {
  bladeSmall: 'smallBlade',
  blade: 'blade',
  bladeLarge: 'largeBlade',
  cartridge: 'cartridge',
  bolted: 'midi',
};

export const SIZE_WORDS: Record<FuseSize, string> = {
  bladeSmall: 'small blade',
  blade: 'usual blade',
  bladeLarge: 'large blade',
  cartridge: 'cartridge',
  bolted: 'bolted fuse',
};

/** Holders that take a feed from a slot by a second fuse are made for small blades and the usual ones (common practice, no source). */
const HELD_SIZES: readonly FuseSize[] = ['bladeSmall', 'blade'];

/**
 * Does the feed's own fuse go into the slot, and its wire into the cavity behind it? So it does where nothing is on the
 * slot and the load side waits for a terminal, and in sizes of which no tap holders are made.
 */
export const takesFeedsFuse = (slot: Slot): boolean =>
  slot.kind === 'slot' &&
  slot.ratingA === null &&
  (cavityOf(slot) === 'noLoadSide' || !HELD_SIZES.includes(sizeOf(slot)));

/** Do holders go into a slot that take its feed from a second fuse? */
export const takesHolder = (slot: Slot): boolean =>
  slot.kind === 'slot' && cavityOf(slot) !== 'hollow' && HELD_SIZES.includes(sizeOf(slot));

/** The slot that a fuse of the crew's sits in; null where it has a holder of its own. */
export function seatOf(build: Build, fuse: ElementOf<'fuse'>): Slot | null {
  for (const { origin, from, to } of Object.values(build.wires)) {
    if (origin !== 'part' || to.elementId !== fuse.id || to.terminal !== 'in') continue;
    const tap = build.elements[from.elementId];
    if (tap?.kind === 'tap') return build.slots[tap.slotId] ?? null;
  }
  return null;
}

const named = (build: Build, slot: Slot, words: string): string =>
  slot.boxId && build.fuseBoxes[slot.boxId] ? `${words} of the ${build.fuseBoxes[slot.boxId]!.name}` : words;

/** A source as the crew finds it within a sentence: slot 12, slot C of the Battery box. */
export const sourceInBox = (build: Build, slot: Slot): string => named(build, slot, sourceInText(slot));

/** The same at the start of a sentence. */
export const sourceNameInBox = (build: Build, slot: Slot): string => named(build, slot, sourceName(slot));

/** Where a slot's box is. */
export const placeOfSlot = (build: Build, slot: Slot): Position => boxOf(build, slot).position;
