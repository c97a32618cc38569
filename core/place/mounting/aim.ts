/** Which way a lamp looks, as a fitter says it. */
import type { Aim, Face, Lamp } from '../../document/index.ts';
import type { Degrees, Millimetres } from '../../units/index.ts';

/** Straight out of a face, as a bearing round the unit; what stands on top and is aimed is aimed from straight ahead. */
const STRAIGHT_DEG: Record<Face, Degrees> = { front: 0, top: 0, right: 90, rear: 180, left: 270 };

/** A bearing as a turn either way, over -180 and up to 180. `asTurn(270) // => -90` */
export function asTurn(bearingDeg: Degrees): Degrees {
  const round = ((bearingDeg % 360) + 360) % 360;
  return round > 180 ? round - 360 : round;
}

/** Straight out of a face, as the turn that aims an upright lamp that way. */
export const straightTurn = (face: Face): Degrees => asTurn(STRAIGHT_DEG[face]);

/** The bearing towards which a lamp looks, 0 ahead and 90 to the right; null for one on top that nobody has aimed. */
export const lookBearing = ({ face, aim }: Pick<Lamp, 'face' | 'aim'>): Degrees | null =>
  face === 'top' && !aim ? null : (STRAIGHT_DEG[face] + (aim?.turnDeg ?? 0) + 360) % 360;

/** The side of the unit towards which a lamp looks, whichever it sits on; top for one that nobody has aimed there. */
export function lookFace(lamp: Pick<Lamp, 'face' | 'aim'>): Face {
  const bearing = lookBearing(lamp);
  if (bearing === null) return 'top';
  return (['front', 'right', 'rear', 'left'] as const)[Math.round(bearing / 90) % 4]!;
}

/** Where a turn clockwise from above takes the look of a face: to the front or the back, away from the middle or to it. */
export function turnedTo(face: Face, yMm: Millimetres, turnDeg: Degrees): string {
  if (face === 'left') return turnDeg > 0 ? 'forward' : 'back';
  if (face === 'right') return turnDeg > 0 ? 'back' : 'forward';
  const isToRight = face === 'front' ? turnDeg > 0 : turnDeg < 0;
  if (yMm === 0) return isToRight ? 'to the right' : 'to the left';
  return isToRight === yMm < 0 ? 'out' : 'in';
}

/** The turn clockwise that takes the look of a face out, or forward on a side: 1 or -1. */
export const outwards = (face: Face, yMm: Millimetres): 1 | -1 => {
  const word = turnedTo(face, yMm, 1);
  return word === 'out' || word === 'forward' || word === 'to the right' ? 1 : -1;
};

/** Sides as one says where something upright looks, clockwise. */
const TOWARDS = ['ahead', 'to the right', 'behind', 'to the left'] as const;

/** The nearest side, and what is missing to it: "behind, 10° on clockwise". */
function uprightWords(turnDeg: Degrees): string {
  const quarter = Math.round(turnDeg / 90);
  const onDeg = turnDeg - quarter * 90;
  const side = TOWARDS[(quarter + 4) % 4]!;
  if (onDeg === 0) return side;
  return `${side}, ${Math.abs(onDeg)}° on ${onDeg > 0 ? 'clockwise' : 'anticlockwise'}`;
}

/** "15° out, 10° down"; what stands upright by the side that it looks to, or not aimed. Straight out is "straight". */
export function aimWords({ aim, face, position }: Pick<Lamp, 'aim' | 'face' | 'position'>): string {
  if (!aim) return face === 'top' ? 'not aimed' : 'straight';
  const { turnDeg, tiltDeg } = aim;
  const tilt = tiltDeg === 0 ? [] : [`${Math.abs(tiltDeg)}° ${tiltDeg > 0 ? 'up' : 'down'}`];
  if (face === 'top') return [uprightWords(turnDeg), ...tilt].join(', ');
  const turn = turnDeg === 0 ? [] : [`${Math.abs(turnDeg)}° ${turnedTo(face, position.yMm, turnDeg)}`];
  return [...turn, ...tilt].join(', ') || 'straight';
}

/** The aim of a lamp's twin: as high, turned the other way. */
export const mirroredAim = ({ turnDeg, tiltDeg }: Aim): Aim => ({ turnDeg: turnDeg === 0 ? 0 : -turnDeg, tiltDeg });
