/** What the clock on the wall of this machine says at a moment. */
import { minutesOf } from '../core/shop/index.ts';

const wallIso = (at: Date): string => new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString();

/** As minutes of the shop's clock. */
export const wallClockMinutes = (at: Date): number => minutesOf(wallIso(at).slice(0, 16));

/** As it is printed at the foot of a page: '2026-11-27 14:05'. */
export const wallClockText = (at: Date): string => wallIso(at).slice(0, 16).replace('T', ' ');
