/** First lengths of wire, before a way is laid for it: along the axes, with what detours and ends usually add. */

import type { Position } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';

/** Spare wire at each end for stripping and a second try (common practice, no source). */
export const END_ALLOWANCE_MM = 150;
/** A run along a body is longer than the straight legs: clips, corners, drops behind panels (common practice, no source). */
const ROUTE_FACTOR = 1.1;
/** Panel to a dash switch and back. */
export const PANEL_TO_SWITCH_MM = 1200;
export const TAP_LEAD_MM = 250;
export const GROUND_LEAD_MM = 400;

/** Length along the axes, as wire is laid, mm. */
export const legsMm = (a: Position, b: Position): Millimetres =>
  Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm);

/** To whole centimetres: what people cut to. */
export const cutMm = (lengthMm: Millimetres): Millimetres => Math.ceil(lengthMm / 10 - 1e-9) * 10;

/** The way between two places as wire is laid, its ends left out, mm. */
export const wayMm = (a: Position, b: Position): Millimetres => Math.round((legsMm(a, b) * ROUTE_FACTOR) / 10) * 10;

/** A first length between two places, ends included, mm. */
export const runMm = (a: Position, b: Position): Millimetres =>
  Math.round((legsMm(a, b) * ROUTE_FACTOR + 2 * END_ALLOWANCE_MM) / 10) * 10;
