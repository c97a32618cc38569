import { minutesOf } from '../../core/shop/index.ts';

/** What the clock on the wall of this machine says, as minutes of the shop's clock. */
export function wallClockMinutes(at = new Date()): number {
  return minutesOf(new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16));
}
