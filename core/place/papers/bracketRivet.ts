import type { Body } from '../../body/index.ts';
import type { Lamp, LampModel } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { carrierOf } from '../lampMemo.ts';
import { rivetFor } from '../mounting/fasteners.ts';
import { mountOf } from '../mounting/mounts.ts';
import { skinUnder } from './holeList.ts';

/** The rivets of a bracket, by what they grip: its metal and the skin under it; null for one held otherwise. */
export function bracketRivet(
  body: Body,
  lamp: Lamp,
  model: LampModel,
): { diameterMm: Millimetres; lengthMm: Millimetres } | null {
  if (!model.holds || lamp.mount !== 'rivet') return null;
  const { thicknessMm } = skinUnder(carrierOf(body, lamp, model));
  return rivetFor(mountOf(lamp, model).holeMm, model.holds.thicknessMm + thicknessMm);
}
