/** What holds a bracket on the skin, by its metal and the skin under it. */
import type { Body } from '../../body/index.ts';
import type { Lamp, LampModel } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { carrierOf } from '../lampMemo.ts';
import { boltThrough, rivetFor, type StackBolt } from '../mounting/fasteners.ts';
import { mountOf } from '../mounting/mounts.ts';
import { skinUnder } from './holeList.ts';

const gripMm = (body: Body, lamp: Lamp, model: LampModel): Millimetres =>
  (model.holds?.thicknessMm ?? 0) + skinUnder(carrierOf(body, lamp, model)).thicknessMm;

/** The rivets of a bracket, by what they grip; null for one held otherwise. */
export const bracketRivet = (
  body: Body,
  lamp: Lamp,
  model: LampModel,
): { diameterMm: Millimetres; lengthMm: Millimetres } | null =>
  model.holds && lamp.mount === 'rivet' ? rivetFor(mountOf(lamp, model).holeMm, gripMm(body, lamp, model)) : null;

/** The bolts through a bracket and its skin; null for one held otherwise. */
export const bracketBolt = (body: Body, lamp: Lamp, model: LampModel): StackBolt | null =>
  model.holds && lamp.mount === 'stud' ? boltThrough(mountOf(lamp, model).holeMm, gripMm(body, lamp, model)) : null;
