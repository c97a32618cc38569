/** From where a lamp is seen: the directions its job needs, what blocks them, and in which position of which joint. */

import { type Body, type Direction, type Pose, posed, posesOf } from '../body/index.ts';
import type { Build, Lamp, LampKind, LampModel, Position } from '../document/index.ts';
import { lampMemo } from '../place/index.ts';
import type { Degrees } from '../units/index.ts';
import { asObstacles, directionOf, lampsNear, lightSource, loadOf } from './field.ts';
import { castRay, type Obstacle, type RayCaster, rayCaster } from './rayCaster.ts';

/** Directions that a lamp must be seen from, relative to its face (all round: to the horizon). Degrees. */
export interface NeededField {
  allRound: boolean;
  /** A bearing counts as hidden when this share of the light's points and heights is blocked. */
  hiddenShare: number;
  /** To either side of the face's normal. */
  sideDeg: Degrees;
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

/** One ray that a lamp's job needs, and the solid of the body that it meets; null when it is free. */
interface NeededRay {
  bearingDeg: Degrees;
  from: Position;
  direction: Direction;
  bodyBlocker: string | null;
}

function raysIn(scene: Scene, body: Body, lamp: Lamp, model: LampModel, needed: NeededField): NeededRay[] {
  const { from, normal } = lightSource(body, scene.pose, lamp, model);
  const points = pointsOf(lamp, model, from);
  return neededBearings(needed, normal).flatMap((bearingDeg) =>
    needed.heightsDeg.flatMap((heightDeg) => {
      const direction = directionOf(bearingDeg, heightDeg);
      return points.map((point): NeededRay => {
        const hit = castRay(scene.caster, point, direction);
        return {
          bearingDeg,
          from: point,
          direction,
          bodyBlocker: hit < 0 ? null : scene.caster.solids[hit]!.name,
        };
      });
    }),
  );
}

/** Rays against the body alone, kept while the lamp, its model and the body stay: neighbours come and go more often. */
const keptRays = lampMemo((body, lamp, model): { poseName: string; rays: NeededRay[] }[] => {
  const needed = neededFor(lamp, model);
  return needed
    ? scenesOf(body).map((scene) => ({ poseName: scene.name, rays: raysIn(scene, body, lamp, model, needed) }))
    : [];
});

/** Bearings that are hidden for good, by what hides them. `near` stands in the way besides the body. */
function hiddenBearings(
  rays: readonly NeededRay[],
  needed: NeededField,
  near: RayCaster | null,
): Map<string, Set<number>> {
  const byBearing = new Map<number, { all: number; blockers: string[] }>();
  for (const { bearingDeg, from, direction, bodyBlocker } of rays) {
    const known = byBearing.get(bearingDeg) ?? { all: 0, blockers: [] };
    byBearing.set(bearingDeg, known);
    known.all++;
    if (bodyBlocker !== null) known.blockers.push(bodyBlocker);
    else if (near) {
      const hit = castRay(near, from, direction);
      if (hit >= 0) known.blockers.push(near.solids[hit]!.name);
    }
  }
  const byBlocker = new Map<string, Set<number>>();
  for (const [bearingDeg, { all, blockers }] of byBearing) {
    if (blockers.length === 0 || blockers.length < all * needed.hiddenShare) continue;
    for (const name of blockers) {
      const bearings = byBlocker.get(name) ?? new Set();
      byBlocker.set(name, bearings.add(bearingDeg));
    }
  }
  return byBlocker;
}

/** Answers kept until the lamp, its model, the body or a near neighbour changes. */
const answers = new WeakMap<Lamp, { body: Body; model: LampModel; around: Lamp[]; hidden: Hidden[] }>();

/**
 * What hides a lamp from where it must be seen, for every pose of the body. A pose other than travelling is told only
 * for bearings that are free while travelling. Empty when its kind needs nothing or all is free.
 */
export function hiddenFrom(build: Pick<Build, 'lamps' | 'models'>, body: Body, lamp: Lamp): Hidden[] {
  const model = build.models[lamp.modelKey];
  const needed = model && neededFor(lamp, model);
  if (!model || !needed) return [];
  const around = lampsNear(build.lamps, lamp);
  const known = answers.get(lamp);
  const alike = known?.around.length === around.length && known.around.every((other, index) => other === around[index]);
  if (known && alike && known.body === body && known.model === model) return known.hidden;
  const hidden = combined(body, lamp, model, needed, asObstacles(around, build.models));
  answers.set(lamp, { body, model, around, hidden });
  return hidden;
}

/** The body's shade and the neighbours' together, pose by pose. */
function combined(
  body: Body,
  lamp: Lamp,
  model: LampModel,
  needed: NeededField,
  obstacles: readonly Obstacle[],
): Hidden[] {
  const near = obstacles.length > 0 ? rayCaster({ parts: [] }, obstacles) : null;
  const already = new Set<number>();
  return keptRays(body, lamp, model).flatMap(({ poseName, rays }, scene): Hidden[] =>
    [...hiddenBearings(rays, needed, near)].flatMap(([blocker, bearings]) => {
      const sorted = [...bearings].sort((a, b) => a - b);
      if (scene === 0) for (const bearing of sorted) already.add(bearing);
      const fresh = scene === 0 ? sorted : sorted.filter((bearing) => !already.has(bearing));
      return fresh.length > 0 ? [{ poseName, blocker, bearingsDeg: fresh }] : [];
    }),
  );
}

/** How many bearings the travelling body hides, for a lamp moved elsewhere. What ways out are judged by. */
export function hiddenCount(body: Body, lamp: Lamp, model: LampModel): number {
  const needed = neededFor(lamp, model);
  const [scene] = scenesOf(body);
  if (!needed || !scene) return 0;
  const hidden = hiddenBearings(raysIn(scene, body, lamp, model, needed), needed, null);
  return new Set([...hidden.values()].flatMap((bearings) => [...bearings])).size;
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

/** The side of the unit that a bearing is seen from, as a crew says it who walks round it. */
export function sideWords(bearingDeg: Degrees): string {
  const names = ['front', 'front right', 'right side', 'rear right', 'rear', 'rear left', 'left side', 'front left'];
  return names[Math.round(bearingDeg / 45) % 8]!;
}
