/** Rows of equal lamps between two edges, and whole layouts taken over from another unit. */

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
import { ok, type Result, refused } from '../result.ts';
import type { Millimetres } from '../units/index.ts';
import { depthAxis, isDepth, type Move, roundedPosition, withTwins } from './arrange.ts';
import { isHousing, jobModels, withFurtherJobs } from './lamps/jobs.ts';
import { tagsFor } from './tags.ts';

export interface RowWish {
  model: LampModel;
  colour?: LightColour;
  face: Face;
  count: number;
  axis: keyof Position;
  /** Ends between which the row is spread; the outer lamps sit `insetMm` inside them. */
  fromMm: Millimetres;
  toMm: Millimetres;
  insetMm: Millimetres;
  /** The coordinate across the row that is not the depth, e.g. the height on the front. */
  across: { axis: keyof Position; atMm: Millimetres };
}

export interface PlaceProblem {
  kind: 'tooMany' | 'noSkin' | 'tooTight';
  message: string;
}

/** Places along a row, evenly, outer ones inset; one alone sits in the middle. */
export function rowPlaces({
  count,
  fromMm,
  toMm,
  insetMm,
}: Pick<RowWish, 'count' | 'fromMm' | 'toMm' | 'insetMm'>): number[] {
  const low = Math.min(fromMm, toMm) + insetMm;
  const high = Math.max(fromMm, toMm) - insetMm;
  if (count === 1) return [(low + high) / 2];
  return Array.from({ length: count }, (_, index) => low + ((high - low) * index) / (count - 1));
}

const MIRROR_TOLERANCE_MM = 1;

/**
 * The operation that places a row of equal lamps on the skin of a face, each at its own depth (a curved roof edge gives
 * the outer ones another). Lamps that mirror each other over the centreline are linked as pairs. Refused when a place
 * has no skin under it or neighbours would touch.
 */
export function rowOperation(
  build: Build,
  body: Body,
  wish: RowWish,
  newId: () => Id,
): Result<OperationDraft, PlaceProblem> {
  const places = rowPlaces(wish);
  const gapMm = places.length > 1 ? places[1]! - places[0]! : Number.POSITIVE_INFINITY;
  const { widthMm, heightMm, depthMm } = wish.model.face;
  const alongMm =
    wish.axis === 'yMm' ? widthMm : wish.axis === 'zMm' ? heightMm : wish.face === 'top' ? depthMm : widthMm;
  if (gapMm < alongMm)
    return refused({
      kind: 'tooTight',
      message: `${wish.count} lamps of ${alongMm} mm do not fit: gaps would be ${Math.round(gapMm)} mm.`,
    });
  const positions: Position[] = [];
  for (const at of places) {
    const wanted: Position = { xMm: 0, yMm: 0, zMm: 0, [wish.axis]: at, [wish.across.axis]: wish.across.atMm };
    const skin = skinAt(body, wish.face, wanted);
    if (!skin) return refused({ kind: 'noSkin', message: `There is nothing to mount on at ${Math.round(at)} mm.` });
    positions.push(roundedPosition({ ...wanted, [depthAxis(wish.face)]: skin.atMm }));
  }
  const tags = tagsFor(
    build,
    positions.map((position) => ({ face: wish.face, position })),
  );
  const lamps = positions.map(
    (position, index): Lamp => ({
      id: newId(),
      tag: tags[index]!,
      modelKey: wish.model.key,
      face: wish.face,
      position,
      colour: wish.colour ?? wish.model.colours[0]!,
      mount: wish.model.mounts[0]!.kind,
      pairId: null,
      groupId: null,
      locked: false,
    }),
  );
  return ok({
    kind: 'placeLamps',
    lamps: withFurtherJobs(linkMirrored(lamps, newId), wish.model, newId),
    models: [wish.model, ...jobModels(wish.model)],
  });
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

const housingsFirst = (a: Lamp, b: Lamp): number => Number(!isHousing(a)) - Number(!isHousing(b));

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
  for (const lamp of [...Object.values(source.build.lamps)].sort(housingsFirst)) {
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
    const skin = skinAt(target.body, lamp.face, wanted);
    const position = skin && roundedPosition({ ...wanted, [depthAxis(lamp.face)]: skin.atMm });
    if (!position || !partUnder(target.body, lamp.face, position)) {
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
        )[0]!
      : lamp.tag;
    taken.add(tag);
    models.set(model.key, model);
    const copy: Lamp = {
      ...lamp,
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
