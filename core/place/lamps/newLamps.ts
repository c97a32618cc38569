import { type Body, ontoSkin } from '../../body/index.ts';
import {
  type Build,
  type Face,
  furtherJobs,
  type Id,
  jobTag,
  type Lamp,
  type LampModel,
  type LightColour,
  type OperationDraft,
  type PadTaken,
  type Position,
} from '../../document/index.ts';
import { mirroredPlace, roundedPosition } from '../arrange.ts';
import { mirroredAim } from '../mounting/aim.ts';
import { padsOf } from '../mounting/pads.ts';
import { mirroredPad } from '../mounting/padTwin.ts';
import { HELD_LETTER, tagsFor } from '../tags.ts';
import { isHousing, jobModels, withFurtherJobs } from './jobs.ts';

export interface NewLamp {
  model: LampModel;
  face: Face;
  position: Position;
  colour?: LightColour;
  /** Also place its mirror image as a linked pair. */
  paired: boolean;
}

/** A lamp let go so near the centreline is meant to be on it, mm. */
const NEAR_CENTRE_MM = 60;

/**
 * Where a lamp goes that is let go over a face: a pair, unless it is near the centreline or its twin would stand in it;
 * then one, on the centreline and on the skin there.
 */
export function dropPlace(body: Body, model: LampModel, face: Face, position: Position): Omit<NewLamp, 'model'> {
  const isAcross = face !== 'left' && face !== 'right';
  const centred = isAcross && Math.abs(position.yMm) < Math.max(NEAR_CENTRE_MM, model.face.widthMm / 2);
  if (!centred) return { face, position, paired: true };
  return { face, position: roundedPosition(ontoSkin(body, face, { ...position, yMm: 0 })), paired: false };
}

/** One lamp of a model as it is placed: its usual mount, on its own, free to be moved. */
export const placedLamp = (
  model: LampModel,
  place: Pick<Lamp, 'id' | 'tag' | 'pairId' | 'face' | 'position'>,
): Lamp => ({
  modelKey: model.key,
  // What gives no light has no colour; nothing asks for it.
  colour: model.colours[0] ?? 'white',
  mount: model.mounts[0]!.kind,
  groupId: null,
  locked: false,
  ...place,
});

/** The operation that places a lamp, or a mirrored pair, with tags chosen. `newId` hands in identities. */
export function placeLampOperation(
  build: Build,
  given: NewLamp,
  newId: () => Id,
): Extract<OperationDraft, { kind: 'placeLamps' }> {
  const { model, face, position } = given;
  const paired = given.paired && position.yMm !== 0;
  const places = paired ? [{ face, position }, mirroredPlace({ face, position })] : [{ face, position }];
  const tags = tagsFor(build, places, model);
  const pairId = paired ? newId() : null;
  const lamps = places.map((place, index): Lamp => {
    const lamp = placedLamp(model, { id: newId(), tag: tags[index]!, pairId, ...place });
    return { ...lamp, colour: given.colour ?? lamp.colour };
  });
  return { kind: 'placeLamps', lamps: withFurtherJobs(lamps, model, newId), models: [model, ...jobModels(model)] };
}

/** What mirrors a place on a bracket: the one on the bracket's twin while it is free, or none. */
function twinPad(build: Build, pad: PadTaken | undefined): { pad: PadTaken } | null {
  const holder = build.lamps[pad?.onId ?? ''];
  const known = holder && pad && padsOf(build, holder)[pad.index];
  const other = holder && known ? mirroredPad(build, holder, known) : null;
  return other && !other.by ? { pad: other.stand.pad } : null;
}

/** The operation(s) that give lamps a mirrored twin: lamps already paired or on the centreline are left alone. */
export function mirrorOperations(build: Build, lampIds: readonly Id[], newId: () => Id): OperationDraft[] {
  const operations: OperationDraft[] = [];
  const lamps: Lamp[] = [];
  const twins = new Map<Id, Lamp>();
  const alone = [...new Set(lampIds)].filter((id) => build.lamps[id] && isHousing(build.lamps[id]));
  // Jobs of one housing follow it, and are mirrored with it.
  for (const id of alone.flatMap((each) => [each, ...furtherJobs(build, each).map((job) => job.id)])) {
    const lamp = build.lamps[id];
    const housing = twins.get(lamp?.housingId ?? '');
    if (!lamp || !(isHousing(lamp) ? lamp.pairId === null && lamp.position.yMm !== 0 : housing)) continue;
    const pairId = newId();
    const place = mirroredPlace(lamp);
    const wanted = housing ? jobTag(housing.tag, lamp) : `${lamp.tag.startsWith('L') ? 'R' : 'L'}${lamp.tag.slice(1)}`;
    const draft = { ...build, lamps: { ...build.lamps, ...Object.fromEntries(lamps.map((each) => [each.id, each])) } };
    const taken = Object.values(draft.lamps).some((other) => other.tag === wanted);
    operations.push({ kind: 'editLamps', lampIds: [id], changes: { pairId } });
    const { pad, aim, ...plain } = lamp;
    const twin: Lamp = {
      ...plain,
      ...place,
      ...twinPad(build, pad),
      ...(aim && { aim: mirroredAim(aim) }),
      locked: false,
      id: newId(),
      tag:
        taken || lamp.tag.startsWith(HELD_LETTER) ? tagsFor(draft, [place], build.models[lamp.modelKey])[0]! : wanted,
      pairId,
      ...(housing && { housingId: housing.id }),
    };
    twins.set(id, twin);
    lamps.push(twin);
  }
  if (lamps.length > 0) operations.push({ kind: 'placeLamps', lamps, models: [] });
  return operations;
}
