/** Putting lamps on the places of a bracket: from the shelf, or one that is on the unit already; mirrored where both are pairs. */
import {
  type Build,
  givesLight,
  type Id,
  type Lamp,
  type LampModel,
  type OperationDraft,
} from '../../document/index.ts';
import { twinOf } from '../arrange.ts';
import { straightTurn } from '../mounting/aim.ts';
import type { KnownPad } from '../mounting/pads.ts';
import { mirroredPad, standOn } from '../mounting/padTwin.ts';
import { tagsFor } from '../tags.ts';
import { jobModels, withFurtherJobs } from './jobs.ts';
import { placedLamp } from './newLamps.ts';

/** What throws all round looks nowhere in particular. */
const ALL_ROUND: ReadonlySet<LampModel['kind']> = new Set(['bar', 'beacon', 'magnet']);

/** A lamp that stands upright on a bracket looks where the bracket does, until somebody aims it. */
function uprightAim(model: LampModel, face: Lamp['face'], holder: Lamp): Pick<Lamp, 'aim'> {
  if (face !== 'top' || holder.face === 'top' || ALL_ROUND.has(model.kind) || !givesLight(model)) return {};
  return { aim: { turnDeg: straightTurn(holder.face), tiltDeg: 0 } };
}

/** The operation that puts a new lamp on a place of a bracket, and its pair on the bracket's twin where that is free. */
export function placeOnPadOperation(
  build: Build,
  { model, holder, known }: { model: LampModel; holder: Lamp; known: KnownPad },
  newId: () => Id,
): Extract<OperationDraft, { kind: 'placeLamps' }> {
  const other = mirroredPad(build, holder, known);
  const stands = [standOn(holder, known), ...(other && !other.by ? [other.stand] : [])];
  const tags = tagsFor(build, stands, model);
  const pairId = stands.length > 1 ? newId() : null;
  const lamps = stands.map(({ pad, ...place }, index) => ({
    ...placedLamp(model, { id: newId(), tag: tags[index]!, pairId, ...place }),
    ...uprightAim(model, place.face, build.lamps[pad.onId]!),
    pad,
  }));
  return { kind: 'placeLamps', lamps: withFurtherJobs(lamps, model, newId), models: [model, ...jobModels(model)] };
}

/** The operations that put a lamp of the unit on a place of a bracket, its twin on the bracket's twin; upright they look out. */
export function standOperations(build: Build, lamp: Lamp, holder: Lamp, known: KnownPad): OperationDraft[] {
  const twin = twinOf(build, lamp);
  const other = twin ? mirroredPad(build, holder, known) : null;
  const stands = [{ lampId: lamp.id, ...standOn(holder, known) }];
  if (twin && other && (!other.by || other.by.id === twin.id)) stands.push({ lampId: twin.id, ...other.stand });
  const model = build.models[lamp.modelKey];
  const aims = stands.flatMap(({ lampId, face, pad }): OperationDraft[] => {
    const { aim } = model ? uprightAim(model, face, build.lamps[pad.onId]!) : {};
    return aim ? [{ kind: 'editLamps', lampIds: [lampId], changes: { aim } }] : [];
  });
  return [{ kind: 'standLamps', stands }, ...aims];
}

/** The operation that takes a lamp and its twin off their brackets: they stay where they are, to be set on the skin. */
export function leaveOperation(build: Build, lamp: Lamp): Extract<OperationDraft, { kind: 'standLamps' }> {
  const both = [lamp, twinOf(build, lamp)];
  return {
    kind: 'standLamps',
    stands: both.flatMap((each) =>
      each?.pad ? [{ lampId: each.id, pad: null, position: each.position, face: each.face }] : [],
    ),
  };
}
