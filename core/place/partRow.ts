/** Rows of equal lamps on one part: on its own skin, as wide as it is at that line, all of them level. */
import { type Body, type BodyPart, extent, outlineIn, skinAt, skinOf, viewOfFace } from '../body/index.ts';
import type { Build, Face, Id, LampModel, LightColour, OperationDraft, Position } from '../document/index.ts';
import { ok, type Result, refused } from '../result.ts';
import { type Millimetres, mm, say, type Words } from '../units/index.ts';
import { depthAxis } from './arrange.ts';
import { LEVEL_MM } from './levelRows.ts';
import { placeRow } from './rows.ts';

/** The skin is looked at every so many millimetres; more coarsely where only a part is looked for. */
const STEP_MM = 5;
const COARSE_STEP_MM = 40;
const LINES = 19;
/** A line that is nearly as wide as any is wide enough for a row. */
const NEARLY_RATIO = 0.8;
/** Narrower than this no row is put. */
const NARROWEST_MM = 150;

/** Why a row does not go where it was asked for. */
export interface RowProblem {
  kind: 'noSkin' | 'tooTight';
  message: Words;
}

/** Evenly between the outer two; by a pitch from the middle; three close in the middle and two outside. */
export type Arrangement =
  | { kind: 'even'; count: number; insetMm: Millimetres }
  | { kind: 'pitch'; count: number; pitchMm: Millimetres }
  | { kind: 'middle-three'; pitchMm: Millimetres; insetMm: Millimetres };

/** The coordinate along which a row on a face runs, and the one across it that a fitter chooses. */
export const rowAxes = (face: Face): { along: keyof Position; across: keyof Position } => {
  const along = face === 'left' || face === 'right' ? 'xMm' : 'yMm';
  const depth = depthAxis(face);
  const across = (['xMm', 'yMm', 'zMm'] as const).find((axis) => axis !== along && axis !== depth)!;
  return { along, across };
};

const pointOn = (face: Face, alongMm: Millimetres, acrossMm: Millimetres): Position => {
  const { along, across } = rowAxes(face);
  return { xMm: 0, yMm: 0, zMm: 0, [along]: alongMm, [across]: acrossMm };
};

/** How far a part reaches along one coordinate, as it is drawn in the view that looks at a face. */
function reachOf(part: BodyPart, face: Face, axis: keyof Position): readonly [Millimetres, Millimetres] {
  const view = viewOfFace[face];
  const first = view === 'front' || view === 'rear' ? 'yMm' : 'xMm';
  return extent(outlineIn(part, view), axis === first ? 0 : 1);
}

/**
 * The stretch of a part's skin along a line across it that is level within 30 mm, from its middle outwards; null where the
 * part has no skin there.
 */
export function usableAt(
  part: BodyPart,
  face: Face,
  acrossMm: Millimetres,
  stepMm = STEP_MM,
): [Millimetres, Millimetres] | null {
  const [low, high] = reachOf(part, face, rowAxes(face).along);
  const middle = (low + high) / 2;
  const depthAt = (alongMm: Millimetres) => skinOf(part, face, pointOn(face, alongMm, acrossMm));
  const own = depthAt(middle);
  if (own === null) return null;
  const isLevel = (alongMm: Millimetres) => {
    const depth = depthAt(alongMm);
    return depth !== null && Math.abs(depth - own) <= LEVEL_MM;
  };
  const reach = (sign: 1 | -1) => {
    let at = middle;
    while (isLevel(at + sign * stepMm)) at += sign * stepMm;
    return at;
  };
  return [reach(-1), reach(1)];
}

/** Where the lamps of an arrangement come between two ends, from the lower to the higher. */
export function arrangedPlaces(arrangement: Arrangement, [low, high]: readonly [Millimetres, Millimetres]): number[] {
  const middle = (low + high) / 2;
  switch (arrangement.kind) {
    case 'even': {
      const { count, insetMm } = arrangement;
      if (count === 1) return [middle];
      const [from, to] = [low + insetMm, high - insetMm];
      return Array.from({ length: count }, (_, index) => from + ((to - from) * index) / (count - 1));
    }
    case 'pitch': {
      const { count, pitchMm } = arrangement;
      return Array.from({ length: count }, (_, index) => middle + (index - (count - 1) / 2) * pitchMm);
    }
    case 'middle-three': {
      const { pitchMm, insetMm } = arrangement;
      return [low + insetMm, middle - pitchMm, middle, middle + pitchMm, high - insetMm];
    }
  }
}

/** Can somebody who stands before a face see a part's line there, at either end or between? */
function isInSight(body: Body, part: BodyPart, face: Face, acrossMm: Millimetres): boolean {
  const usable = usableAt(part, face, acrossMm, COARSE_STEP_MM);
  if (!usable) return false;
  const [low, high] = usable;
  return [0.1, 0.3, 0.5, 0.7, 0.9].some((ratio) => {
    const point = pointOn(face, low + (high - low) * ratio, acrossMm);
    return skinAt(body, face, point)?.part.id === part.id;
  });
}

/** Parts that can carry a row on a face: wide enough somewhere, and to be seen from there. The widest come first. */
export function partsForRow(body: Body, face: Face): BodyPart[] {
  const { along } = rowAxes(face);
  const wide = (part: BodyPart) => {
    const [from, to] = reachOf(part, face, along);
    return to - from;
  };
  return body.parts
    .filter((part) => {
      if (!part.solid || part.material === 'glass' || part.material === 'rubber') return false;
      const acrossMm = wide(part) >= NARROWEST_MM ? usualAcrossMm(part, face) : null;
      return acrossMm !== null && isInSight(body, part, face, acrossMm);
    })
    .sort((a, b) => wide(b) - wide(a));
}

/** So much of a part is above a row: half of a usual base, and skin beside its holes (common practice, no source). */
const ROOM_ABOVE_MM = 60;

/**
 * The line that suits a row: of a side or a roof its middle, of a front or a rear the highest that is nearly as wide as any
 * and leaves room above; of what is too low for that its middle.
 */
export function usualAcrossMm(part: BodyPart, face: Face): Millimetres | null {
  const [low, high] = reachOf(part, face, rowAxes(face).across);
  const lines = Array.from({ length: LINES }, (_, index) => high - ((high - low) * (index + 1)) / (LINES + 1));
  const widths = lines.map((at) => {
    const usable = usableAt(part, face, at, COARSE_STEP_MM);
    return usable ? usable[1] - usable[0] : 0;
  });
  const widest = Math.max(...widths);
  if (widest < NARROWEST_MM) return null;
  const isUpright = face === 'front' || face === 'rear';
  const roomMm = Math.min(ROOM_ABOVE_MM, (high - low) / 2);
  const isWide = widths.map((width) => width >= widest * NEARLY_RATIO);
  const withRoom = lines.findIndex((line, index) => isWide[index] && high - line >= roomMm - 1e-6);
  const highest = withRoom >= 0 ? withRoom : isWide.indexOf(true);
  const at = isUpright ? highest : Math.floor(lines.length / 2);
  return widths[at]! >= NARROWEST_MM ? Math.round(lines[at]!) : null;
}

export interface PartRow {
  model: LampModel;
  colour?: LightColour;
  part: BodyPart;
  face: Face;
  acrossMm: Millimetres;
  arrangement: Arrangement;
}

/** The places of a row on its part, each on the part's own skin; refused when not all of them lie on it, level. */
export function partRowPlaces({ model, part, face, acrossMm, arrangement }: PartRow): Result<Position[], RowProblem> {
  const usable = usableAt(part, face, acrossMm);
  if (!usable)
    return refused({
      kind: 'noSkin',
      message: say`${part.name} has nothing to mount on at ${mm(Math.round(acrossMm))}.`,
    });
  const places = arrangedPlaces(arrangement, usable);
  const lampMm = model.face.widthMm;
  const wideMm = Math.round(usable[1] - usable[0]);
  const off = places.filter((at) => at - lampMm / 2 < usable[0] - 1 || at + lampMm / 2 > usable[1] + 1);
  if (off.length > 0) {
    const fitsMm = Math.floor((wideMm - lampMm) / Math.max(1, places.length - 1));
    const instead =
      fitsMm >= lampMm
        ? say`With ${mm(fitsMm)} from middle to middle all ${places.length} fit.`
        : say`No more than ${Math.max(1, Math.floor(wideMm / lampMm))} fit.`;
    return refused({
      kind: 'noSkin',
      message: say`${part.name} is ${mm(wideMm)} wide there: ${off.length} of ${places.length} would not lie on it. ${instead}`,
    });
  }
  const sorted = [...places].sort((a, b) => a - b);
  const leastMm = Math.min(...sorted.slice(1).map((at, index) => at - sorted[index]!));
  if (leastMm < lampMm)
    return refused({
      kind: 'tooTight',
      message: say`Lamps of ${mm(lampMm)} would meet: two are ${mm(Math.round(leastMm))} from middle to middle.`,
    });
  return ok(
    places.map((at) => ({
      ...pointOn(face, at, acrossMm),
      [depthAxis(face)]: skinOf(part, face, pointOn(face, at, acrossMm))!,
    })),
  );
}

/** The operation that places a row on a part; lamps that mirror each other over the centreline are linked as pairs. */
export function partRowOperation(build: Build, row: PartRow, newId: () => Id): Result<OperationDraft, RowProblem> {
  const places = partRowPlaces(row);
  return places.ok ? ok(placeRow(build, { ...row, positions: places.value }, newId)) : places;
}
