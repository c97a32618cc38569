/**
 * What a lamp can be seen from: its field of view, one cell per direction, each free, behind its own face, or blocked
 * by a named part. Directions are bearings around the unit and heights above the horizon.
 */

import { type Body, type Direction, type Pose, posed, posedPlace } from '../body/index.ts';
import type { Aim, Build, Face, Id, Lamp, LampModel, Position } from '../document/index.ts';
import { housingOf, lookBearing } from '../place/index.ts';
import type { Degrees } from '../units/index.ts';
import { castRay, type Obstacle, type RayCaster, rayCaster } from './rayCaster.ts';

/** Width of a cell, degrees: 72 bearings by 36 heights, 2592 directions. */
export const CELL_DEG = 5;
export const BEARINGS = 360 / CELL_DEG;
export const HEIGHTS = 180 / CELL_DEG;
export const DIRECTIONS = BEARINGS * HEIGHTS;

export const FREE = -1;
/** Pointing into the surface that the lamp sits on. */
export const BEHIND = -2;

const RADIAN = Math.PI / 180;

/** Bearing 0 is straight ahead, 90 to the right, 180 behind; height above the horizon. Degrees, unit vector. */
export function directionOf(bearingDeg: Degrees, heightDeg: Degrees): Direction {
  const flat = Math.cos(heightDeg * RADIAN);
  return [-flat * Math.cos(bearingDeg * RADIAN), -flat * Math.sin(bearingDeg * RADIAN), Math.sin(heightDeg * RADIAN)];
}

/** Middle of a cell's height band, degrees: -87.5, -82.5 ... 87.5. */
export const heightOfRow = (row: number): number => -90 + CELL_DEG * (row + 0.5);
export const cellOf = (bearingIndex: number, row: number): number => row * BEARINGS + bearingIndex;

const CELL_DIRECTIONS: readonly Direction[] = Array.from({ length: DIRECTIONS }, (_, cell) =>
  directionOf((cell % BEARINGS) * CELL_DEG, heightOfRow(Math.floor(cell / BEARINGS))),
);

const along = ([x, y, z]: Direction, by: number, from: Position): Position => ({
  xMm: from.xMm + x * by,
  yMm: from.yMm + y * by,
  zMm: from.zMm + z * by,
});

/** Which way an aimed lamp looks: so far round, clockwise from above, and so far up. */
export const aimed = (face: Face, aim: Aim): Direction => directionOf(lookBearing({ face, aim })!, aim.tiltDeg);

/** A housing proud of its skin is lit from its middle; a flush one from just off the skin. */
const MIN_STAND_MM = 3;

/** Where light leaves a lamp and which way it faces, with the joints of the body moved. */
export function lightSource(
  body: Body,
  pose: Pose,
  lamp: Lamp,
  model: LampModel,
): { from: Position; normal: Direction } {
  const { face, aim } = lamp;
  const { position, normal: out } = posedPlace(body, pose, lamp);
  const depthMm = face === 'top' ? model.face.heightMm : model.face.depthMm;
  const from = along(out, Math.max(MIN_STAND_MM, depthMm / 2), position);
  // Turned on its foot it stands where it stood.
  return { from, normal: aim ? posedPlace(body, pose, { ...lamp, looks: aimed(face, aim) }).normal : out };
}

/** Lamps farther off than this hide nothing worth telling. */
const NEIGHBOUR_REACH_MM = 700;

/** The lamps near enough to stand in another's way. */
export function lampsNear(lamps: Build['lamps'], { id, position }: Lamp): Lamp[] {
  return Object.values(lamps).filter(
    (other) =>
      Math.abs(other.position.xMm - position.xMm) < NEIGHBOUR_REACH_MM &&
      Math.abs(other.position.yMm - position.yMm) < NEIGHBOUR_REACH_MM &&
      Math.abs(other.position.zMm - position.zMm) < NEIGHBOUR_REACH_MM &&
      other.id !== id,
  );
}

export const asObstacles = (lamps: readonly Lamp[], models: Build['models']): Obstacle[] =>
  lamps.flatMap((lamp) => {
    const model = models[lamp.modelKey];
    return model ? [{ name: lamp.tag, ...housingOf(lamp, model) }] : [];
  });

/** Goods on the load spaces of a body, as boxes. */
export const loadOf = (body: Body): Obstacle[] =>
  body.zones
    .filter((zone) => zone.kind === 'load')
    .map(({ name, x, y, z }) => ({ name: `load in the ${name}`, x, y, z }));

export interface LampField {
  lampId: Id;
  /** DIRECTIONS cells: FREE, BEHIND, or an index into `blockers`. */
  cells: Int16Array;
  blockers: string[];
}

/** Is the direction in front of a face with this normal? Level with the face counts. */
export const isAhead = (normal: Direction, direction: Direction): boolean =>
  normal[0] * direction[0] + normal[1] * direction[1] + normal[2] * direction[2] > -0.02;

/** Lamps on top throw all round and a little down, past the edge of the surface they stand on, unless they are aimed. */
const isBehindFace = ({ face, aim }: Lamp, normal: Direction, direction: Direction): boolean =>
  (face !== 'top' || aim !== undefined) && !isAhead(normal, direction);

/** The whole field of one lamp. `caster` holds the body in the same pose and everything else in the way. */
export function fieldFrom(caster: RayCaster, lamp: Lamp, source: { from: Position; normal: Direction }): LampField {
  const cells = new Int16Array(DIRECTIONS);
  const names = new Map<string, number>();
  for (let cell = 0; cell < DIRECTIONS; cell++) {
    const direction = CELL_DIRECTIONS[cell]!;
    if (isBehindFace(lamp, source.normal, direction)) {
      cells[cell] = BEHIND;
      continue;
    }
    const hit = castRay(caster, source.from, direction);
    if (hit < 0) {
      cells[cell] = FREE;
      continue;
    }
    const { name } = caster.solids[hit]!;
    let known = names.get(name);
    if (known === undefined) {
      known = names.size;
      names.set(name, known);
    }
    cells[cell] = known;
  }
  return { lampId: lamp.id, cells, blockers: [...names.keys()] };
}

export interface FieldOptions {
  pose?: Pose;
  loaded?: boolean;
}

/** Fields of lamps of a build, blocked by the body as posed, its load if wanted, and by neighbouring lamps. */
export function lampFields(
  build: Pick<Build, 'lamps' | 'models'>,
  body: Body,
  lampIds: readonly Id[],
  { pose = {}, loaded = false }: FieldOptions = {},
): LampField[] {
  const standing = posed(body, pose);
  const load = loaded ? loadOf(body) : [];
  const bare = rayCaster(standing, load);
  return lampIds.flatMap((id) => {
    const lamp = build.lamps[id];
    const model = lamp && build.models[lamp.modelKey];
    if (!lamp || !model) return [];
    const neighbours = asObstacles(lampsNear(build.lamps, lamp), build.models);
    const caster = neighbours.length > 0 ? withObstacles(bare, neighbours) : bare;
    return [fieldFrom(caster, lamp, lightSource(body, pose, lamp, model))];
  });
}

/** The same caster with more in the way; its own solids are shared. */
function withObstacles(caster: RayCaster, obstacles: readonly Obstacle[]): RayCaster {
  const extra = rayCaster({ parts: [] }, obstacles);
  return { ...caster, solids: [...caster.solids, ...extra.solids] };
}

/** The two bands of cells next to the horizon: what people on the road look along. */
const LEVEL_ROWS = [HEIGHTS / 2 - 1, HEIGHTS / 2];

/** At eye level from a bearing: 'behind' its face, 'free', or the name of what hides it. What carries the lamp does not count. */
export function levelState(field: LampField, bearingIndex: number, carrier: string): string {
  const states = LEVEL_ROWS.map((row) => field.cells[cellOf(bearingIndex, row)]!);
  if (states.every((state) => state === BEHIND)) return 'behind';
  const blocker = states.find((state) => state >= 0 && field.blockers[state] !== carrier);
  return blocker === undefined ? 'free' : field.blockers[blocker]!;
}
