/** Holes of a lamp's base, measured on the base itself: they take the place of what was assumed. */
import { inWords, mm, plain, say, type Words } from '../../units/index.ts';
import type { Build } from '../schema/buildSchema.ts';
import type { BaseHole, LampModel } from '../schema/lampModel.ts';

/** Feet and ears may stand out so far beyond the face. */
const MOST_BESIDE_MM = 60;

/** What cannot be so about measured holes, in a fitter's words; null when nothing. */
export function holesProblem({ face }: LampModel, places: readonly BaseHole[]): Words | null {
  if (!places.some(({ use }) => use === 'fixing'))
    return plain('Something has to hold the lamp: give at least one fixing.');
  const halfA = face.widthMm / 2 + MOST_BESIDE_MM;
  const halfB = Math.max(face.heightMm, face.depthMm) / 2 + MOST_BESIDE_MM;
  if (places.some(({ aMm, bMm }) => Math.abs(aMm) > halfA || Math.abs(bMm) > halfB))
    return say`A hole lies beside the lamp, which is ${mm(face.widthMm)} wide: measure from the middle of its base.`;
  for (const [index, one] of places.entries())
    for (const other of places.slice(index + 1))
      if (Math.hypot(one.aMm - other.aMm, one.bMm - other.bMm) < (one.diameterMm + other.diameterMm) / 2)
        return plain('Two of the holes run into one another: look at their places and diameters again.');
  return null;
}

/** The diameter that most of some fixings have. */
function commonestMm(fixings: readonly BaseHole[]): number {
  const count = (sizeMm: number) => fixings.filter(({ diameterMm }) => diameterMm === sizeMm).length;
  return fixings.reduce(
    (best, { diameterMm }) => (count(diameterMm) > count(best) ? diameterMm : best),
    fixings[0]!.diameterMm,
  );
}

/** Puts measured holes into a model; how many fixings there are and how large follows from them. */
export function withMeasuredBase(
  model: LampModel,
  kind: LampModel['mounts'][number]['kind'],
  places: readonly BaseHole[],
): LampModel {
  const fixings = places.filter(({ use }) => use === 'fixing');
  const holeMm = commonestMm(fixings);
  const mounts = model.mounts.map((mount) =>
    mount.kind === kind ? { ...mount, holes: fixings.length, holeMm, places: [...places] } : mount,
  );
  return { ...model, mounts };
}

export function measureBase(
  draft: Build,
  {
    modelKey,
    mount,
    places,
  }: { modelKey: string; mount: LampModel['mounts'][number]['kind']; places: readonly BaseHole[] },
): string | null {
  const model = draft.models[modelKey];
  if (!model) return `No lamp of number ${modelKey} is on the unit any more.`;
  if (!model.mounts.some(({ kind }) => kind === mount)) return `${model.name} is not held that way.`;
  const problem = holesProblem(model, places);
  if (problem) return inWords(problem);
  draft.models[modelKey]!.mounts = withMeasuredBase(model, mount, places).mounts;
  return null;
}
