/** Equal lamps placed together, and whole layouts taken over from another unit. */

import { type Body, ontoSkin, partUnder, skinAt, type TapeEdge } from '../body/index.ts';
import {
  type Build,
  type Face,
  type Id,
  jobTag,
  type Lamp,
  type LampModel,
  type LightColour,
  movedBy,
  type OperationDraft,
  type Position,
} from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import { depthAxis, isDepth, type Move, roundedPosition, withTwins } from './arrange.ts';
import { isHousing, jobModels, withFurtherJobs } from './lamps/jobs.ts';
import { tagsFor } from './tags.ts';

const MIRROR_TOLERANCE_MM = 1;

/** The operation that places equal lamps on a face; those that mirror each other over the centreline are linked as pairs. */
export function placeRow(
  build: Build,
  {
    model,
    colour,
    face,
    positions,
  }: { model: LampModel; colour?: LightColour; face: Face; positions: readonly Position[] },
  newId: () => Id,
): Extract<OperationDraft, { kind: 'placeLamps' }> {
  const places = positions.map(roundedPosition);
  const tags = tagsFor(
    build,
    places.map((position) => ({ face, position })),
  );
  const lamps = places.map(
    (position, index): Lamp => ({
      id: newId(),
      tag: tags[index]!,
      modelKey: model.key,
      face,
      position,
      colour: colour ?? model.colours[0]!,
      mount: model.mounts[0]!.kind,
      pairId: null,
      groupId: null,
      locked: false,
    }),
  );
  return {
    kind: 'placeLamps',
    lamps: withFurtherJobs(linkMirrored(lamps, newId), model, newId),
    models: [model, ...jobModels(model)],
  };
}

/** Links lamps that mirror each other over the centreline. */
function linkMirrored(lamps: Lamp[], newId: () => Id): Lamp[] {
  const linked = lamps.map((lamp) => ({ ...lamp }));
  for (const lamp of linked) {
    if (lamp.pairId !== null || lamp.position.yMm <= MIRROR_TOLERANCE_MM) continue;
    const twin = linked.find(
      (other) =>
        other.pairId === null &&
        Math.abs(other.position.yMm + lamp.position.yMm) <= MIRROR_TOLERANCE_MM &&
        Math.abs(other.position.xMm - lamp.position.xMm) <= MIRROR_TOLERANCE_MM &&
        Math.abs(other.position.zMm - lamp.position.zMm) <= MIRROR_TOLERANCE_MM &&
        other.id !== lamp.id,
    );
    if (!twin) continue;
    const pairId = newId();
    lamp.pairId = pairId;
    twin.pairId = pairId;
    // What one moves, the other follows exactly.
    twin.position = { ...lamp.position, yMm: -lamp.position.yMm };
  }
  return linked;
}

/** Sets lamps to the height (or place along the unit) of the first one: what a straight edge does. */
export function matchTo(build: Build, body: Body, lampIds: readonly Id[], axis: keyof Position): Move[] {
  const [first, ...rest] = lampIds.flatMap((id) => build.lamps[id] ?? []);
  if (!first) return [];
  const moves = rest
    .filter((lamp) => !isDepth(lamp.face, axis) && lamp.position[axis] !== first.position[axis])
    .map((lamp): Move => {
      const wanted = { ...lamp.position, [axis]: first.position[axis] };
      return { lampId: lamp.id, face: lamp.face, position: roundedPosition(ontoSkin(body, lamp.face, wanted)) };
    });
  return withTwins(build, moves);
}

export type CopyRule = 'edges' | 'proportions';

export interface LayoutCopy {
  operation: OperationDraft | null;
  /** Tags of the source's lamps that found no skin on the target. */
  leftOut: string[];
}

const edgeNear = (edges: readonly TapeEdge[], axis: 'x' | 'y', at: number): TapeEdge | undefined =>
  edges
    .filter((edge) => edge.axis === axis)
    .reduce<TapeEdge | undefined>(
      (best, edge) => (!best || Math.abs(edge.atMm - at) < Math.abs(best.atMm - at) ? edge : best),
      undefined,
    );

/** Keeps the distance from the nearest edge that both units have; without one, the proportion. */
function mapped(
  from: Body,
  to: Body,
  axis: 'x' | 'y',
  at: number,
  rule: CopyRule,
  size: (body: Body) => number,
): number {
  const proportional = (at * size(to)) / size(from);
  if (rule === 'proportions') return proportional;
  const shared = from.edges.filter((edge) => to.edges.some((other) => other.id === edge.id && other.axis === axis));
  const edge = edgeNear(shared, axis, at);
  const there = edge && to.edges.find((other) => other.id === edge.id && other.axis === axis);
  return edge && there ? there.atMm + (at - edge.atMm) : proportional;
}

/** Heights below this are kept from the ground, above it from the top. */
const LOW_RATIO = 0.45;

function mappedHeight(from: Body, to: Body, zMm: Millimetres, rule: CopyRule): number {
  if (rule === 'proportions') return (zMm * to.heightMm) / from.heightMm;
  return zMm < from.heightMm * LOW_RATIO ? zMm : to.heightMm - (from.heightMm - zMm);
}

/** What sits on the skin, what stands on that, the further jobs of either. */
const rankOf = (lamp: Lamp): number => (isHousing(lamp) ? (lamp.pad ? 1 : 0) : 2);
const carriersFirst = (a: Lamp, b: Lamp): number => rankOf(a) - rankOf(b);

/** A further job beside the copy of its housing; none where that found no skin. */
function jobCopy(
  source: Build,
  lamp: Lamp,
  housing: Lamp | undefined,
  ids: Pick<Lamp, 'id' | 'pairId'>,
): Lamp | undefined {
  const from = source.lamps[lamp.housingId!];
  if (!housing || !from) return undefined;
  return {
    ...lamp,
    ...ids,
    tag: jobTag(housing.tag, lamp),
    position: movedBy(lamp.position, from.position, housing.position),
    housingId: housing.id,
    groupId: null,
    locked: false,
  };
}

/**
 * Takes another unit's layout over. `edges` keeps taped distances from the nearest shared edge (heights: from the ground
 * when low, from the top when high); `proportions` stretches everything with the unit. Every lamp lands on the target's
 * skin; those that find none are told by tag and left out. Tags are kept where they are free.
 */
export function copyLayout(
  source: { build: Build; body: Body },
  target: { build: Build; body: Body },
  rule: CopyRule,
  newId: () => Id,
): LayoutCopy {
  const pairs = new Map<Id, Id>();
  const groups = new Map<Id, Id>();
  const renewed = (known: Map<Id, Id>, id: Id | null): Id | null => {
    if (id === null) return null;
    const fresh = known.get(id) ?? newId();
    known.set(id, fresh);
    return fresh;
  };
  const leftOut: string[] = [];
  const taken = new Set(Object.values(target.build.lamps).map((lamp) => lamp.tag));
  const lamps: Lamp[] = [];
  const models = new Map<string, LampModel>();
  const copies = new Map<Id, Lamp>();
  for (const lamp of [...Object.values(source.build.lamps)].sort(carriersFirst)) {
    const model = source.build.models[lamp.modelKey];
    if (!model) continue;
    const wanted: Position = {
      xMm: mapped(source.body, target.body, 'x', lamp.position.xMm, rule, (body) => body.lengthMm),
      yMm:
        lamp.position.yMm === 0
          ? 0
          : mapped(source.body, target.body, 'y', lamp.position.yMm, rule, (body) => body.widthMm),
      zMm: mappedHeight(source.body, target.body, lamp.position.zMm, rule),
    };
    if (lamp.housingId !== undefined) {
      const copy = jobCopy(source.build, lamp, copies.get(lamp.housingId), {
        id: newId(),
        pairId: renewed(pairs, lamp.pairId),
      });
      if (copy) lamps.push(copy);
      if (copy) models.set(model.key, model);
      continue;
    }
    const holder = source.build.lamps[lamp.pad?.onId ?? ''];
    const holderCopy = copies.get(holder?.id ?? '');
    const skin = skinAt(target.body, lamp.face, wanted);
    const onSkin = skin && roundedPosition({ ...wanted, [depthAxis(lamp.face)]: skin.atMm });
    const position = holder && holderCopy ? movedBy(lamp.position, holder.position, holderCopy.position) : onSkin;
    if (!position || (!holderCopy && !partUnder(target.body, lamp.face, position))) {
      leftOut.push(lamp.tag);
      continue;
    }
    const tag = taken.has(lamp.tag)
      ? tagsFor(
          {
            ...target.build,
            lamps: { ...target.build.lamps, ...Object.fromEntries(lamps.map((each) => [each.id, each])) },
          },
          [{ face: lamp.face, position }],
          model,
        )[0]!
      : lamp.tag;
    taken.add(tag);
    models.set(model.key, model);
    const { pad, ...plain } = lamp;
    const copy: Lamp = {
      ...plain,
      ...(pad && holderCopy && { pad: { onId: holderCopy.id, index: pad.index } }),
      id: newId(),
      tag,
      position,
      pairId: renewed(pairs, lamp.pairId),
      groupId: renewed(groups, lamp.groupId),
      locked: false,
    };
    copies.set(lamp.id, copy);
    lamps.push(copy);
  }
  return {
    operation: lamps.length > 0 ? { kind: 'placeLamps', lamps, models: [...models.values()] } : null,
    leftOut,
  };
}
