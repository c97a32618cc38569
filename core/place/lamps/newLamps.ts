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
  type Position,
} from '../../document/index.ts';
import { mirroredPlace, roundedPosition } from '../arrange.ts';
import { tagsFor } from '../tags.ts';
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

/** The operation that places a lamp, or a mirrored pair, with tags chosen. `newId` hands in identities. */
export function placeLampOperation(
  build: Build,
  given: NewLamp,
  newId: () => Id,
): Extract<OperationDraft, { kind: 'placeLamps' }> {
  const { model, face, position } = given;
  const paired = given.paired && position.yMm !== 0;
  const places = paired ? [{ face, position }, mirroredPlace({ face, position })] : [{ face, position }];
  const tags = tagsFor(build, places);
  const pairId = paired ? newId() : null;
  const lamps: Lamp[] = places.map((place, index) => ({
    id: newId(),
    tag: tags[index]!,
    modelKey: model.key,
    colour: given.colour ?? model.colours[0]!,
    mount: model.mounts[0]!.kind,
    pairId,
    groupId: null,
    locked: false,
    ...place,
  }));
  return { kind: 'placeLamps', lamps: withFurtherJobs(lamps, model, newId), models: [model, ...jobModels(model)] };
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
    const twin: Lamp = {
      ...lamp,
      ...place,
      locked: false,
      id: newId(),
      tag: taken ? tagsFor(draft, [place])[0]! : wanted,
      pairId,
      ...(housing && { housingId: housing.id }),
    };
    twins.set(id, twin);
    lamps.push(twin);
  }
  if (lamps.length > 0) operations.push({ kind: 'placeLamps', lamps, models: [] });
  return operations;
}
