/**
 * Lamps that stand on a bracket instead of on the skin: where its places are, what stands there, what it all weighs, and
 * the bolt that goes through both.
 */
import { viewOfFace } from '../../body/index.ts';
import {
  type Build,
  type Face,
  type Lamp,
  type LampModel,
  type Pad,
  type PadTaken,
  type Position,
  standingOn,
} from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { besideOnFace, viewPoint } from '../lampGeometry.ts';
import { boltThrough, type StackBolt } from './fasteners.ts';
import { mountOf } from './mounts.ts';

/** What touches the skin: the bracket that a lamp stands on, or the lamp itself. */
export const footOf = ({ lamps }: Pick<Build, 'lamps'>, lamp: Lamp): Lamp => lamps[lamp.pad?.onId ?? ''] ?? lamp;

/** A place on a bracket in space, and the face of what stands there. */
export function padPlace(holder: Pick<Lamp, 'face' | 'position'>, pad: Pad): { face: Face; position: Position } {
  return { face: pad.faces === 'up' ? 'top' : holder.face, position: besideOnFace(holder, pad) };
}

/** A place of a bracket, with what stands there; null where it is free. */
export interface KnownPad {
  pad: Pad;
  taken: PadTaken;
  by: Lamp | null;
}

/** The places of a bracket in their order; none of what holds nothing. */
export function padsOf(build: Pick<Build, 'lamps' | 'models'>, holder: Lamp): KnownPad[] {
  const standing = standingOn(build, holder.id);
  return (build.models[holder.modelKey]?.holds?.pads ?? []).map((pad, index) => ({
    pad,
    taken: { onId: holder.id, index },
    by: standing.find((lamp) => lamp.pad!.index === index) ?? null,
  }));
}

/** A lamp let go within so much of a free place is meant to stand on it, mm on its face. */
const PAD_REACH_MM = 120;

/** The free place of a bracket that a lamp let go over a face is meant for; null where none is near. */
export function freePadNear(
  build: Pick<Build, 'lamps' | 'models'>,
  face: Face,
  position: Position,
): { holder: Lamp; known: KnownPad } | null {
  const view = viewOfFace[face];
  const [a, b] = viewPoint(view, position);
  let best: { holder: Lamp; known: KnownPad; awayMm: Millimetres } | null = null;
  for (const holder of Object.values(build.lamps))
    for (const known of padsOf(build, holder)) {
      if (known.by) continue;
      const [atA, atB] = viewPoint(view, padPlace(holder, known.pad).position);
      const awayMm = Math.hypot(atA - a, atB - b);
      if (awayMm <= PAD_REACH_MM && (best === null || awayMm < best.awayMm)) best = { holder, known, awayMm };
    }
  return best;
}

/** What is sold apart to hold a lamp; a lens or a connector is not. */
const HOLDS_IT = /bracket|plate|mount/i;

/** Does a lamp want a part that is sold apart from it? On a bracket it needs none of its own. */
export const wantsApart = ({ pad }: Pick<Lamp, 'pad'>, part: { name: string }): boolean =>
  pad === undefined || !HOLDS_IT.test(part.name);

/** Hundredths of a kilogram: as one weighs what two hands hold. */
export const formatKg = (kg: number): string => String(Math.round(kg * 100) / 100);

/** All that hangs on a bracket together, kg. */
export const hangingKg = (build: Pick<Build, 'lamps' | 'models'>, holder: Lamp): number =>
  standingOn(build, holder.id).reduce((sum, lamp) => sum + (build.models[lamp.modelKey]?.massKg ?? 0), 0);

/** What a lamp's own foot lets through; any bolt where it says nothing of bolts. */
function boltHoleMm(lamp: Lamp, model: LampModel): Millimetres {
  const { kind, holeMm } = mountOf(lamp, model);
  return (kind === 'stud' || kind === 'bracket') && holeMm > 0 ? holeMm : Number.POSITIVE_INFINITY;
}

/** The bolt that holds a lamp on its bracket, by the smaller of their two holes; null where no bolt does, or where nobody has measured the lamp's foot. */
export function padBolt(build: Pick<Build, 'lamps' | 'models'>, lamp: Lamp): StackBolt | null {
  const holder = build.lamps[lamp.pad?.onId ?? ''];
  const holds = build.models[holder?.modelKey ?? '']?.holds;
  const pad = holds?.pads[lamp.pad?.index ?? -1];
  const model = build.models[lamp.modelKey];
  if (!holds || !pad || !model?.footMm) return null;
  return boltThrough(Math.min(pad.holeMm, boltHoleMm(lamp, model)), holds.thicknessMm + model.footMm);
}
