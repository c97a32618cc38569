/** From where a lamp is seen: the directions its job needs, what blocks them, and in which position of which joint. */
import { type Body, type Direction, type Pose, posed, posesOf } from '../body/index.ts';
import type { Build, Lamp, LampKind, LampModel, Position } from '../build/index.ts';
import { asObstacles, directionOf, lampsNear, lightSource, loadOf } from './field.ts';
import { castRay, type RayCaster, rayCaster } from './rayCaster.ts';

/** Directions that a lamp must be seen from, relative to its face (all round: to the horizon). Degrees. */
export interface NeededField {
  allRound: boolean;
  /** A bearing counts as hidden when this share of the light's points and heights is blocked. */
  hiddenShare: number;
  /** To either side of the face's normal. */
  sideDeg: number;
  heightsDeg: readonly number[];
  source: string;
}

const SIGNAL: NeededField = {
  allRound: false,
  hiddenShare: 0.34,
  sideDeg: 45,
  heightsDeg: [-10, 0, 10],
  source: 'SAE J588 and FMVSS 108 style visibility angles, from memory: 45 degrees to each side, 10 up and down',
};
const BEAM: NeededField = {
  allRound: false,
  hiddenShare: 0.5,
  sideDeg: 25,
  heightsDeg: [-10, 0],
  source: 'Common practice, no source: the middle of the beam must be free',
};

const ALL_ROUND: NeededField = {
  allRound: true,
  hiddenShare: 0.5,
  sideDeg: 180,
  heightsDeg: [-3, 0, 3],
  source: 'Common practice, no source: seen from all round at eye level',
};

/** What each kind of lamp needs; kinds left out (brake modulators) need nothing. */
export const NEEDED: Partial<Record<LampKind, NeededField>> = {
  bar: { ...ALL_ROUND, heightsDeg: [0], hiddenShare: 0.15 },
  beacon: ALL_ROUND,
  magnet: ALL_ROUND,
  strobe: { ...BEAM, sideDeg: 40, heightsDeg: [-3, 0, 3] },
  marker: SIGNAL,
  identification: SIGNAL,
  signal: SIGNAL,
  reversing: { ...SIGNAL, sideDeg: 30 },
  plow: BEAM,
  flood: BEAM,
};

/** What a lamp needs where it is: a beacon on a side or an end warns only that way. */
export function neededFor(lamp: Pick<Lamp, 'face'>, model: LampModel): NeededField | undefined {
  const needed = NEEDED[model.kind];
  return needed?.allRound && lamp.face !== 'top' ? { ...SIGNAL, source: needed.source } : needed;
}

const STEP_DEG = 5;

export interface Hidden {
  /** 'travelling', or the joint and its position. */
  poseName: string;
  blocker: string;
  /** Bearings around the unit from which it is hidden, degrees, rising. */
  bearingsDeg: number[];
}

interface Scene {
  name: string;
  pose: Pose;
  caster: RayCaster;
}

/** Casters for every pose of a body, and for a full load, made once a body. */
const scenes = new WeakMap<Body, Scene[]>();

function scenesOf(body: Body): Scene[] {
  const known = scenes.get(body);
  if (known) return known;
  const made = posesOf(body).map(({ name, pose }): Scene => ({ name, pose, caster: rayCaster(posed(body, pose)) }));
  const load = loadOf(body);
  if (load.length > 0) made.push({ name: 'a full load', pose: {}, caster: rayCaster(body, load) });
  scenes.set(body, made);
  return made;
}

const bearingOf = ([x, y]: Direction): number => ((Math.atan2(-y, -x) * 180) / Math.PI + 360) % 360;

/** Bearings (every 5 degrees) that the lamp's job needs, for the way it faces. */
export function neededBearings(needed: NeededField, normal: Direction): number[] {
  const flat = Math.hypot(normal[0], normal[1]) > 0.3;
  if (needed.allRound || !flat) return Array.from({ length: 360 / STEP_DEG }, (_, index) => index * STEP_DEG);
  const ahead = Math.round(bearingOf(normal) / STEP_DEG) * STEP_DEG;
  const steps = Math.floor(needed.sideDeg / STEP_DEG);
  return Array.from({ length: 2 * steps + 1 }, (_, index) => (ahead + (index - steps) * STEP_DEG + 360) % 360);
}

/** A bar is judged by points along it, as its heads stand; other lamps by their middle. */
const BAR_POINTS = 8;

function pointsOf(lamp: Lamp, model: LampModel, from: Position): Position[] {
  if (model.kind !== 'bar') return [from];
  const axis = lamp.face === 'left' || lamp.face === 'right' ? 'xMm' : 'yMm';
  return Array.from({ length: BAR_POINTS }, (_, index) => ({
    ...from,
    [axis]: from[axis] + ((index + 0.5) / BAR_POINTS - 0.5) * model.face.widthMm,
  }));
}

function hiddenIn(scene: Scene, body: Body, lamp: Lamp, model: LampModel, needed: NeededField): Hidden[] {
  const { from, normal } = lightSource(body, scene.pose, lamp, model);
  const points = pointsOf(lamp, model, from);
  const rays = points.length * needed.heightsDeg.length;
  const byBlocker = new Map<string, Set<number>>();
  for (const bearingDeg of neededBearings(needed, normal)) {
    const hits = needed.heightsDeg.flatMap((heightDeg) => {
      const direction = directionOf(bearingDeg, heightDeg);
      return points.map((point) => castRay(scene.caster, point, direction)).filter((hit) => hit >= 0);
    });
    if (hits.length < rays * needed.hiddenShare || hits.length === 0) continue;
    for (const hit of hits) {
      const { name } = scene.caster.solids[hit]!;
      const bearings = byBlocker.get(name) ?? new Set();
      byBlocker.set(name, bearings.add(bearingDeg));
    }
  }
  return [...byBlocker].map(([blocker, bearings]) => ({
    poseName: scene.name,
    blocker,
    bearingsDeg: [...bearings].sort((a, b) => a - b),
  }));
}

/** Answers kept until the lamp, its model, the body or a near neighbour changes. */
const answers = new WeakMap<Lamp, { body: Body; model: LampModel; near: Lamp[]; hidden: Hidden[] }>();

/**
 * What hides a lamp from where it must be seen, for every pose of the body. A pose other than travelling is told only
 * for bearings that are free while travelling. Empty when its kind needs nothing or all is free.
 */
export function hiddenFrom(build: Pick<Build, 'lamps' | 'models'>, body: Body, lamp: Lamp): Hidden[] {
  const model = build.models[lamp.modelKey];
  const needed = model && neededFor(lamp, model);
  if (!model || !needed) return [];
  const near = lampsNear(build.lamps, lamp);
  const known = answers.get(lamp);
  const alike = known?.near.length === near.length && known.near.every((other, index) => other === near[index]);
  if (known && alike && known.body === body && known.model === model) return known.hidden;
  const extra = near.length > 0 ? rayCaster({ parts: [] }, asObstacles(near, build.models)).solids : [];
  const all = scenesOf(body).map((scene) =>
    hiddenIn(
      extra.length === 0
        ? scene
        : { ...scene, caster: { ...scene.caster, solids: [...scene.caster.solids, ...extra] } },
      body,
      lamp,
      model,
      needed,
    ),
  );
  const [travelling = [], ...moved] = all;
  const already = new Set(travelling.flatMap((each) => each.bearingsDeg));
  const hidden = [
    ...travelling,
    ...moved.flat().flatMap((each) => {
      const fresh = each.bearingsDeg.filter((bearing) => !already.has(bearing));
      return fresh.length > 0 ? [{ ...each, bearingsDeg: fresh }] : [];
    }),
  ];
  answers.set(lamp, { body, model, near, hidden });
  return hidden;
}

/** How many bearings are hidden while travelling, for a lamp moved elsewhere. What ways out are judged by. */
export function hiddenCount(body: Body, lamp: Lamp, model: LampModel): number {
  const needed = neededFor(lamp, model);
  const [scene] = scenesOf(body);
  if (!needed || !scene) return 0;
  return new Set(hiddenIn(scene, body, lamp, model, needed).flatMap((each) => each.bearingsDeg)).size;
}

/** Is there a free line between two points, for the travelling unit? Solids that hold the start do not count. */
export function isFreeLine(body: Body, from: Position, to: Position): boolean {
  const [dx, dy, dz] = [to.xMm - from.xMm, to.yMm - from.yMm, to.zMm - from.zMm];
  const lengthMm = Math.hypot(dx, dy, dz);
  if (lengthMm < 1) return true;
  const direction: Direction = [dx / lengthMm, dy / lengthMm, dz / lengthMm];
  return castRay(scenesOf(body)[0]!.caster, from, direction, lengthMm) < 0;
}

/** Runs of neighbouring bearings as words: '165 to 195 degrees'. */
export function bearingWords(bearingsDeg: readonly number[]): string {
  const sorted = [...bearingsDeg].sort((a, b) => a - b);
  const runs: [number, number][] = [];
  for (const bearing of sorted) {
    const last = runs.at(-1);
    if (last && bearing - last[1] <= STEP_DEG) last[1] = bearing;
    else runs.push([bearing, bearing]);
  }
  // A run through straight ahead is one run, not two.
  const first = runs[0];
  const end = runs.at(-1);
  if (runs.length > 1 && first?.[0] === 0 && end && end[1] === 360 - STEP_DEG) {
    first[0] = end[0];
    runs.pop();
  }
  return runs.map(([a, b]) => (a === b ? `${a}°` : `${a} to ${b}°`)).join(', ');
}

/** A bearing in words a crew uses. */
export function sideWords(bearingDeg: number): string {
  const names = ['ahead', 'ahead right', 'right', 'behind right', 'behind', 'behind left', 'left', 'ahead left'];
  return names[Math.round(bearingDeg / 45) % 8]!;
}
