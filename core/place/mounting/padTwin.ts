/** Places of a bracket that mirror those of its twin. */
import type { Build, Face, Lamp, PadTaken, Position } from '../../document/index.ts';
import { mirroredPlace, twinOf } from '../arrange.ts';
import { type KnownPad, padPlace, padsOf } from './pads.ts';

/** Where something stands on a bracket, as an operation says it. */
export interface Stand {
  pad: PadTaken;
  face: Face;
  position: Position;
}

export const standOn = (holder: Lamp, { pad, taken }: KnownPad): Stand => ({ pad: taken, ...padPlace(holder, pad) });

/** Two places meet within so much, mm. */
const SAME_PLACE_MM = 1;

/** The place on the twin of a bracket that mirrors one on it, with what stands there; null where there is none. */
export function mirroredPad(
  build: Pick<Build, 'lamps' | 'models'>,
  holder: Lamp,
  known: KnownPad,
): { stand: Stand; by: Lamp | null } | null {
  const twin = twinOf(build, holder);
  if (!twin) return null;
  const { position } = mirroredPlace(padPlace(holder, known.pad));
  const match = padsOf(build, twin).find((other) => {
    const at = padPlace(twin, other.pad).position;
    return Math.hypot(at.xMm - position.xMm, at.yMm - position.yMm, at.zMm - position.zMm) < SAME_PLACE_MM;
  });
  return match ? { stand: standOn(twin, match), by: match.by } : null;
}
