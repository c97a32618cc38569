/** How long a hole or a slot takes, by what it is made with and in. Common practice, no source, like all minutes of steps. */
import { bitsFor, cutLengthMm, type HoleRow, type Skin } from '../place/index.ts';
import type { Millimetres } from '../units/index.ts';

/** The final bit, deburred and painted, by the bit that a hole ends with. */
const BIT_MINUTES: Record<string, number> = { 'twist bit': 2.5, 'step bit': 4, 'hole saw': 6 };
/** Up to here a twist bit is through at once: screws and rivets. */
const SMALL_MM = 5;
const SMALL_MINUTES = 1;

export function bitMinutes(diameterMm: Millimetres, { material, thicknessMm }: Skin): number {
  if (diameterMm <= SMALL_MM) return SMALL_MINUTES;
  return BIT_MINUTES[bitsFor(diameterMm, material, thicknessMm).at(-1)!.bit]!;
}

/** Cutting and filing a slot: by what is cut and how thick the skin is; 25 by 508 in 3 mm takes twenty minutes. */
const SLOT_MINUTES = { setUp: 5, per100MmAndMm: 0.5 };

export const slotMinutes = ({ slot, count, skin }: HoleRow): number =>
  slot ? count * (SLOT_MINUTES.setUp + (cutLengthMm(slot) / 100) * SLOT_MINUTES.per100MmAndMm * skin.thicknessMm) : 0;
