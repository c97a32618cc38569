/** Light that reaches the driver: straight through the glass, or by way of a mirror. */

import { type Body, type BodyPart, contains, type Direction, type View } from '../body/index.ts';
import type { Lamp, LampModel, Position } from '../document/index.ts';
import { lampMemo } from '../place/index.ts';
import type { Degrees, Millimetres } from '../units/index.ts';
import { lightSource } from './field.ts';
import { isFreeLine } from './seen.ts';

export interface Glare {
  by: 'straight' | 'mirror';
  /** The mirror's name when it is by mirror. */
  through: string;
  distanceMm: Millimetres;
}

/** Light beyond this angle from the lamp's axis is weak enough. Common practice, no source. */
const DAZZLE_ANGLE_DEG = 75;
/** Beacons and bars throw level: above and below this they are weak. Common practice, no source. */
const LEVEL_BAND_DEG = 12;
const NEAR_MM = 9000;
/** What a mirror shows: this far to either side of straight back, and up and down. */
const MIRROR_SIDE_DEG = 14;
const MIRROR_HEIGHT_DEG = 10;

const DEGREE = 180 / Math.PI;
const minus = (a: Position, b: Position): [number, number, number] => [a.xMm - b.xMm, a.yMm - b.yMm, a.zMm - b.zMm];
const lengthOf = ([x, y, z]: readonly [number, number, number]): number => Math.hypot(x, y, z);
const angleDeg = (a: readonly [number, number, number], b: Direction): Degrees =>
  Math.acos(Math.max(-1, Math.min(1, (a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / (lengthOf(a) * lengthOf(b))))) *
  DEGREE;

/** Does the lamp throw strong light along this direction? */
function throws(lamp: Lamp, model: LampModel, normal: Direction, along: readonly [number, number, number]): boolean {
  const allRound = lamp.face === 'top' && (model.kind === 'bar' || model.kind === 'beacon' || model.kind === 'magnet');
  if (allRound) return Math.abs(Math.asin(along[2] / lengthOf(along)) * DEGREE) <= LEVEL_BAND_DEG;
  return angleDeg(along, normal) <= DAZZLE_ANGLE_DEG;
}

const inGlass = (part: BodyPart, view: View, a: number, b: number): boolean =>
  (part.details[view] ?? []).some((detail) => detail.look === 'glass' && contains(detail.points, a, b));

const isIn = (part: BodyPart, { xMm, yMm, zMm }: Position): boolean =>
  contains(part.side, xMm, zMm) && contains(part.front, yMm, zMm) && contains(part.plan, xMm, yMm);

const STEP_MM = 15;

/** Does a line from inside a cab leave it through glass? The cab's own windows are drawn on its views. */
function leavesThroughGlass(cab: BodyPart, eye: Position, to: Position): boolean {
  const [dx, dy, dz] = minus(to, eye);
  const length = Math.hypot(dx, dy, dz);
  let out: Position = eye;
  for (let t = 0; t <= length; t += STEP_MM) {
    out = {
      xMm: eye.xMm + (dx / length) * t,
      yMm: eye.yMm + (dy / length) * t,
      zMm: eye.zMm + (dz / length) * t,
    };
    if (!isIn(cab, out)) break;
  }
  const { xMm, yMm, zMm } = out;
  if (dx < 0 && inGlass(cab, 'front', yMm, zMm) && xMm < eye.xMm) return true;
  if (dx > 0 && inGlass(cab, 'rear', yMm, zMm) && xMm > eye.xMm) return true;
  const side = Math.abs(dy) > Math.abs(dx) * 0.15;
  return side && inGlass(cab, dy > 0 ? 'left' : 'right', xMm, zMm);
}

/** How a lamp dazzles the driver, if it does. Null for units without a driver. */
export const glareOf = lampMemo((body: Body, lamp: Lamp, model: LampModel): Glare | null => {
  const eye = body.driversEye;
  if (!eye) return null;
  const { from, normal } = lightSource(body, {}, lamp, model);
  const cab = body.parts.find((part) => part.solid && isIn(part, eye)) ?? null;
  const toEye = minus(eye, from);
  const distanceMm = lengthOf(toEye);
  if (distanceMm <= NEAR_MM && throws(lamp, model, normal, toEye)) {
    if ((!cab || leavesThroughGlass(cab, eye, from)) && isFreeLine(body, eye, from))
      return { by: 'straight', through: '', distanceMm };
  }
  for (const mirror of body.mirrors) {
    const toMirror = minus(mirror.position, from);
    const away = lengthOf(toMirror);
    if (away > NEAR_MM || toMirror[0] > -200 || !throws(lamp, model, normal, toMirror)) continue;
    const sideDeg = Math.atan2(Math.abs(toMirror[1]), -toMirror[0]) * DEGREE;
    const heightDeg = Math.abs(Math.asin(toMirror[2] / away) * DEGREE);
    if (sideDeg > MIRROR_SIDE_DEG || heightDeg > MIRROR_HEIGHT_DEG) continue;
    const glass = { ...mirror.position, xMm: mirror.position.xMm + 5 };
    if (isFreeLine(body, glass, from)) return { by: 'mirror', through: mirror.name, distanceMm: away };
  }
  return null;
});
