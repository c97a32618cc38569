/** Terminals that go into the cavities of fuse boxes, by what the slot takes. */
import type { Build, FuseSize, Slot } from '../document/index.ts';
import { boxOf, cavityOf, sizeOf } from '../graph/index.ts';
import type { SquareMillimetres } from '../units/index.ts';

export interface BoxTerminal {
  name: string;
  /** How it goes in, as one has it in the hand. */
  way: string;
  /** How one knows that it sits. */
  seated: string;
  leastMm2: SquareMillimetres;
  /** The thickest wire with which it still goes in and its lock closes: its crimp takes thicker ones. */
  lockMm2: SquareMillimetres;
}

const LANCE = 'lance towards the number; turned round it never locks';
const CLICK = 'Push until it clicks, tug';

/**
 * The small socket is from a job where 3.3 mm2 went into the crimp and the lock would not close; the others are common
 * practice, no source. Dimensions of the tabs after ISO 8092-1, from memory.
 */
export const BOX_TERMINALS: Record<FuseSize, BoxTerminal> = {
  bladeSmall: {
    name: 'Socket 2.8 with lance',
    way: LANCE,
    seated: CLICK,
    leastMm2: 0.5,
    lockMm2: 2.1,
  },
  blade: {
    name: 'Socket 6.3 with lance',
    way: LANCE,
    seated: CLICK,
    leastMm2: 0.5,
    lockMm2: 2.5,
  },
  bladeLarge: {
    name: 'Socket 9.5 with lance',
    way: LANCE,
    seated: CLICK,
    leastMm2: 2.5,
    lockMm2: 6,
  },
  cartridge: {
    name: 'Socket 9.5 with lance',
    way: LANCE,
    seated: CLICK,
    leastMm2: 2.5,
    lockMm2: 6,
  },
  bolted: {
    name: 'Ring M5',
    way: 'on the load bolt, spring washer and nut on top',
    seated: 'Tighten, and turn it by hand: it does not move',
    leastMm2: 4,
    lockMm2: 25,
  },
};

/** The terminal by which a feed's wire goes into a slot; null where the slot has a lead or a holder is plugged in. */
export function terminalFor(build: Build, slot: Slot): (BoxTerminal & { isSealed: boolean }) | null {
  const size = sizeOf(slot);
  if (cavityOf(slot) !== 'noLoadSide' && size !== 'bolted') return null;
  return { ...BOX_TERMINALS[size], isSealed: boxOf(build, slot).isWet === true && size !== 'bolted' };
}
