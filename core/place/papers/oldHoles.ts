/** What becomes of the holes that a unit came with: used again, opened up, under a base, or closed. */
import { viewOfFace } from '../../body/index.ts';
import type { Build, Id, Lamp, OldHole } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { viewPoint } from '../lampGeometry.ts';
import { housings } from '../lamps/jobs.ts';
import { closingFor } from '../mounting/fasteners.ts';
import { baseOf } from '../mounting/mounts.ts';
import { BRIDGE_MM, type PlacedHole, placedHoles } from '../mounting/placedHoles.ts';

export type OldHoleFate =
  /** A fixing or a lead goes through it as it is: nothing is drilled there. */
  | { kind: 'reused'; by: Lamp; index: number }
  /** A larger hole takes it in. */
  | { kind: 'opened'; by: Lamp }
  /** A new hole runs into it or leaves too little skin beside it. */
  | { kind: 'clash'; by: Lamp; betweenMm: Millimetres }
  /** Out of sight under a base, where water still finds it. */
  | { kind: 'covered'; by: Lamp }
  | { kind: 'close' };

/** A hole is met where it lies within so much of the new one, and fits it within so much of its size (common practice, no source). */
const MET_MM = 1;
const FITS_MM = 0.5;
/** A gasket wants so much under it all round (common practice, no source). */
const GASKET_MM = 5;

interface Meeting {
  hole: PlacedHole;
  index: number;
  apartMm: Millimetres;
}

const seenAt = ({ face, position }: OldHole) => viewPoint(viewOfFace[face], position);

/** How an old hole lies under a lamp's base: inside its gasket, or not at all. */
function isUnderBase(old: OldHole, lamp: Lamp, build: Build): boolean {
  const model = build.models[lamp.modelKey];
  if (!model || lamp.pad || lamp.face !== old.face) return false;
  const { widthMm, heightMm } = baseOf(lamp, model);
  const [a, b] = seenAt(old);
  const [middleA, middleB] = viewPoint(viewOfFace[lamp.face], lamp.position);
  const [alongA, alongB] = lamp.face === 'top' ? [heightMm, widthMm] : [widthMm, heightMm];
  const inside = (away: Millimetres, lengthMm: Millimetres) =>
    Math.abs(away) + old.diameterMm / 2 + GASKET_MM <= lengthMm / 2;
  return inside(a - middleA, alongA) && inside(b - middleB, alongB);
}

function fateOf(old: OldHole, build: Build, lamps: readonly Lamp[], all: readonly Meeting['hole'][][]): OldHoleFate {
  const [a, b] = seenAt(old);
  const meetings = lamps.flatMap((lamp, at): Meeting[] =>
    lamp.face === old.face
      ? all[at]!.map((hole, index) => ({ hole, index, apartMm: Math.hypot(hole.a - a, hole.b - b) }))
      : [],
  );
  const used = meetings.find(
    ({ hole, apartMm }) => apartMm <= MET_MM && Math.abs(hole.diameterMm - old.diameterMm) <= FITS_MM,
  );
  if (used) return { kind: 'reused', by: used.hole.lamp, index: used.index };
  const swallowed = meetings.find(({ hole, apartMm }) => apartMm + old.diameterMm / 2 <= hole.diameterMm / 2);
  if (swallowed) return { kind: 'opened', by: swallowed.hole.lamp };
  const between = ({ hole, apartMm }: Meeting) => apartMm - (hole.diameterMm + old.diameterMm) / 2;
  const [nearest] = meetings.sort((one, other) => between(one) - between(other));
  if (nearest && between(nearest) < BRIDGE_MM)
    return { kind: 'clash', by: nearest.hole.lamp, betweenMm: between(nearest) };
  const over = lamps.find((lamp) => isUnderBase(old, lamp, build));
  return over ? { kind: 'covered', by: over } : { kind: 'close' };
}

/** Each old hole of a unit with what becomes of it. */
export function oldHoleFates(build: Build): { old: OldHole; fate: OldHoleFate }[] {
  const olds = Object.values(build.oldHoles);
  if (olds.length === 0) return [];
  const lamps = housings(build).filter(({ modelKey }) => {
    const model = build.models[modelKey];
    return model !== undefined && model.kind !== 'factory';
  });
  const holes = lamps.map((lamp) => placedHoles(lamp, build.models[lamp.modelKey]!));
  return olds.map((old) => ({ old, fate: fateOf(old, build, lamps, holes) }));
}

/** Holes of a lamp's base that are there already, by their place in its drilling. */
export function reusedHoles(build: Build): ReadonlyMap<Id, ReadonlySet<number>> {
  const found = new Map<Id, Set<number>>();
  for (const { fate } of oldHoleFates(build))
    if (fate.kind === 'reused') found.set(fate.by.id, (found.get(fate.by.id) ?? new Set()).add(fate.index));
  return found;
}

export interface OldHoleRow {
  closedWith: string;
  count: number;
  /** Of its own for each hole; sealant is on the list for all that is drilled. */
  isBought: boolean;
}

/** What closes the old holes that nothing uses, by size; a hole under a gasket takes sealant alone. */
export function oldHoleRows(build: Build): OldHoleRow[] {
  const rows = new Map<string, OldHoleRow>();
  for (const { old, fate } of oldHoleFates(build)) {
    if (fate.kind !== 'close' && fate.kind !== 'covered') continue;
    const isCovered = fate.kind === 'covered';
    const closedWith = isCovered ? 'Sealant' : closingFor(old.diameterMm);
    const row = rows.get(closedWith) ?? { closedWith, count: 0, isBought: !isCovered };
    row.count += 1;
    rows.set(closedWith, row);
  }
  return [...rows.values()];
}
