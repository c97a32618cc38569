/**
 * Lamps with several jobs: a housing that is mounted once, and in it one lamp a job, each with a lead, an amperage and a
 * colour of its own. Tags of further jobs are the housing's with a letter: L1, L1b, L1c.
 */
import { type Build, type Id, type Lamp, type LampModel, lights, type Position } from '../../document/index.ts';
import { isDepth } from '../arrange.ts';

const LETTERS = 'bcdef';
/** No model's name is longer. */
const MAX_NAME = 80;

/** Is it mounted by itself, and not one more job in a housing that is? */
export const isHousing = ({ housingId }: Lamp): boolean => housingId === undefined;

export const housings = (build: Build): Lamp[] => Object.values(build.lamps).filter(isHousing);

/** What is mounted and gives light: the lamps that a fitter counts. */
export const litHousings = (build: Build): Lamp[] => lights(build).filter(isHousing);

/** Are two lamps in one housing? */
export const shareHousing = (a: Lamp, b: Lamp): boolean => (a.housingId ?? a.id) === (b.housingId ?? b.id);

/** What a lamp is in each of its further jobs: lit and fed by itself, held, bought and drilled with its housing. */
export const jobModels = (model: LampModel): LampModel[] =>
  model.jobs.map((job, index) => ({
    ...model,
    key: `${model.key}${LETTERS[index]}`,
    name: `${model.name}: ${job.name}`.slice(0, MAX_NAME),
    kind: job.kind,
    colours: [job.colour],
    heads: 1,
    averageA: job.averageA,
    maximumA: job.maximumA,
    face: { ...model.face, shape: 'rectangle', widthMm: model.face.widthMm / (model.jobs.length + 1) },
    mounts: model.mounts.map((mount) => ({ ...mount, holes: 0 })),
    leads: [{ colour: job.lead, purpose: 'feed' as const }],
    kitContents: [],
    soldApart: [],
    programming: 'none',
    patterns: [],
    magnetPullN: null,
    jobs: [],
  }));

/** What a further job is called, as the model of its housing says: stop, white; null for a housing. */
export function jobName(build: Build, lamp: Lamp): string | null {
  const housing = build.lamps[lamp.housingId ?? ''];
  return build.models[housing?.modelKey ?? '']?.jobs[LETTERS.indexOf(lamp.tag.slice(-1))]?.name ?? null;
}

/** The width of a face runs along the unit on its sides, else across it. */
const widthAxis = ({ face }: Pick<Lamp, 'face'>): keyof Position => (isDepth(face, 'yMm') ? 'xMm' : 'yMm');

/** Lamps as placed, each with its further jobs beside one another on its face; twins' jobs are twins. */
export function withFurtherJobs(lamps: readonly Lamp[], model: LampModel, newId: () => Id): Lamp[] {
  const pairs = new Map<string, Id>();
  const pairOf = (lamp: Lamp, index: number): Id | null => {
    if (lamp.pairId === null) return null;
    const key = `${lamp.pairId} ${index}`;
    const known = pairs.get(key) ?? newId();
    pairs.set(key, known);
    return known;
  };
  const stepMm = model.face.widthMm / (model.jobs.length + 1);
  return lamps.flatMap((lamp) => [
    lamp,
    ...model.jobs.map((job, index): Lamp => {
      const axis = widthAxis(lamp);
      // Strips stand from the middle outwards on the left, and mirrored on the right.
      const side = axis === 'yMm' && lamp.position.yMm < 0 ? -1 : 1;
      const offsetMm = side * (index + 1 - model.jobs.length / 2) * stepMm;
      return {
        ...lamp,
        id: newId(),
        tag: `${lamp.tag}${LETTERS[index]}`,
        modelKey: `${model.key}${LETTERS[index]}`,
        colour: job.colour,
        pairId: pairOf(lamp, index),
        groupId: null,
        housingId: lamp.id,
        position: { ...lamp.position, [axis]: lamp.position[axis] + offsetMm },
      };
    }),
  ]);
}
