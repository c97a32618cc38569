/**
 * Layout moves that a fitter makes with tape and chalk: mirror, centre, spread evenly, nudge. Each gives the moves for
 * one `moveLamps` operation; lamps of a pair carry their twin along.
 */
import { type Body, ontoSkin, skinAt } from '../body/index.ts';
import type { Build, Face, Id, Lamp, Position } from '../document/index.ts';
import { type Millimetres, toTenthsMm } from '../units/index.ts';
import { footOf } from './mounting/pads.ts';

export interface Move {
  lampId: Id;
  position: Position;
  face: Face;
}

const MIRRORED_FACE: Record<Face, Face> = { front: 'front', rear: 'rear', top: 'top', left: 'right', right: 'left' };

/** The same place on the other side of the centreline. */
export const mirroredPlace = (lamp: Pick<Lamp, 'face' | 'position'>): { face: Face; position: Position } => ({
  face: MIRRORED_FACE[lamp.face],
  position: { ...lamp.position, yMm: -lamp.position.yMm },
});

/** The lamp that mirrors this one, if it has one. */
export const twinOf = (build: Pick<Build, 'lamps'>, lamp: Lamp): Lamp | undefined =>
  lamp.pairId === null
    ? undefined
    : Object.values(build.lamps).find((other) => other.pairId === lamp.pairId && other.id !== lamp.id);

/** Adds the twins' moves; a twin that is itself in the list keeps its own move. */
export function withTwins(build: Build, moves: Move[]): Move[] {
  const moved = new Set(moves.map((move) => move.lampId));
  const twins = moves.flatMap((move) => {
    const lamp = build.lamps[move.lampId];
    const twin = lamp && twinOf(build, lamp);
    return twin && !moved.has(twin.id) ? [{ lampId: twin.id, ...mirroredPlace(move) }] : [];
  });
  return [...moves, ...twins];
}

const NORMAL_AXIS: Record<Face, keyof Position> = { front: 'xMm', rear: 'xMm', left: 'yMm', right: 'yMm', top: 'zMm' };

/** The coordinate that stands off the skin of a face. */
export const depthAxis = (face: Face): keyof Position => NORMAL_AXIS[face];

/** Is the coordinate the one that stands off the skin, which the body decides and not the fitter? */
export const isDepth = (face: Face, axis: keyof Position): boolean => NORMAL_AXIS[face] === axis;

/** What touches the skin under lamps, each once. */
const feetOf = (build: Build, lampIds: readonly Id[]): Id[] => [
  ...new Set(lampIds.map((id) => (build.lamps[id] ? footOf(build, build.lamps[id]).id : id))),
];

/** Moves lamps by whole millimetres along the sheet and sets them back on the skin; of what stands on a bracket, the bracket. */
export function nudge(build: Build, body: Body, lampIds: readonly Id[], by: Partial<Position>): Move[] {
  const moves = feetOf(build, lampIds).flatMap((lampId) => {
    const lamp = build.lamps[lampId];
    if (!lamp) return [];
    const wanted = {
      xMm: lamp.position.xMm + Math.round(by.xMm ?? 0),
      yMm: lamp.position.yMm + Math.round(by.yMm ?? 0),
      zMm: lamp.position.zMm + Math.round(by.zMm ?? 0),
    };
    return [{ lampId, face: lamp.face, position: typedPosition(ontoSkin(body, lamp.face, wanted)) }];
  });
  return withTwins(build, moves);
}

/** To the tenth, so that what was typed in sixteenths of an inch stays that sixteenth, whatever else is moved. */
const typedPosition = ({ xMm, yMm, zMm }: Position): Position => ({
  xMm: toTenthsMm(xMm),
  yMm: toTenthsMm(yMm),
  zMm: toTenthsMm(zMm),
});

/** Whole millimetres, for places that were worked out: nobody tapes finer. */
export const roundedPosition = ({ xMm, yMm, zMm }: Position): Position => ({
  xMm: Math.round(xMm),
  // Away from the centreline on both sides alike: half a millimetre must not part two that mirror each other.
  yMm: yMm < 0 ? -Math.round(-yMm) + 0 : Math.round(yMm) + 0, // + 0 turns -0 into 0, so that equal places compare equal
  zMm: Math.round(zMm),
});

/** Sets one coordinate as typed. The depth follows the skin unless it is the very one typed. */
export function moveTo(build: Build, body: Body, lampId: Id, axis: keyof Position, valueMm: Millimetres): Move[] {
  const typed = build.lamps[lampId];
  if (!typed) return [];
  // What stands on a bracket comes to the typed place with its bracket.
  const lamp = footOf(build, typed);
  const wanted = { ...lamp.position, [axis]: lamp.position[axis] + valueMm - typed.position[axis] };
  const position = isDepth(lamp.face, axis) ? wanted : ontoSkin(body, lamp.face, wanted);
  return withTwins(build, [{ lampId: lamp.id, face: lamp.face, position: typedPosition(position) }]);
}

/** Puts lamps on the centreline. */
export const centre = (build: Build, body: Body, lampIds: readonly Id[]): Move[] =>
  feetOf(build, lampIds).flatMap((lampId) => {
    const lamp = build.lamps[lampId];
    if (!lamp || lamp.face === 'left' || lamp.face === 'right') return [];
    const position = ontoSkin(body, lamp.face, { ...lamp.position, yMm: 0 });
    return [{ lampId, face: lamp.face, position: roundedPosition(position) }];
  });

/** The coordinate along which a row of lamps runs: the one that varies most, never the depth. */
export function rowAxis(lamps: readonly Lamp[]): keyof Position {
  const spread = (axis: keyof Position) => {
    const values = lamps.map((lamp) => lamp.position[axis]);
    return Math.max(...values) - Math.min(...values);
  };
  const axes = (['xMm', 'yMm', 'zMm'] as const).filter((axis) => !lamps.some((lamp) => isDepth(lamp.face, axis)));
  return axes.reduce((best, axis) => (spread(axis) > spread(best) ? axis : best), axes[0] ?? 'xMm');
}

/**
 * Equal gaps between the outer two, which stay. Fewer than three lamps give no moves.
 * Twins are not carried along when both lamps of a pair are in the row: the row itself is symmetric then.
 */
export function spreadEvenly(build: Build, body: Body, lampIds: readonly Id[]): Move[] {
  const lamps = feetOf(build, lampIds).flatMap((id) => build.lamps[id] ?? []);
  if (lamps.length < 3) return [];
  const axis = rowAxis(lamps);
  const row = [...lamps].sort((a, b) => a.position[axis] - b.position[axis]);
  const first = row[0]!.position[axis];
  const step = (row.at(-1)!.position[axis] - first) / (row.length - 1);
  const moves = row.map((lamp, index) => {
    const wanted = { ...lamp.position, [axis]: first + step * index };
    return { lampId: lamp.id, face: lamp.face, position: roundedPosition(ontoSkin(body, lamp.face, wanted)) };
  });
  return withTwins(build, moves).filter(({ lampId, position }) => {
    const now = build.lamps[lampId]!.position;
    return now.xMm !== position.xMm || now.yMm !== position.yMm || now.zMm !== position.zMm;
  });
}

/** Where a lamp dropped on a view goes: the face of that view, on the skin under the pointer. Null off the body. */
export function dropOn(body: Body, face: Face, at: Position): Position | null {
  const skin = skinAt(body, face, at);
  return skin ? roundedPosition(ontoSkin(body, face, at)) : null;
}
