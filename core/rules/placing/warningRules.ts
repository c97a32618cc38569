/** Whether the warning is there for whoever comes: M46, from every side and high enough. */
import { type Body, ontoSkin } from '../../body/index.ts';
import { type Build, derivedId, type Face, type Lamp, type Position } from '../../document/index.ts';
import { isFlashing, patternOf, roleOf } from '../../flash/index.ts';
import { lookBearing, placeLampOperation, tagList } from '../../place/index.ts';
import { bearingWords, sideWords } from '../../sight/index.ts';
import { mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

const STEP_DEG = 15;
/** A lamp on a side warns so far to either side of its own axis (common practice, no source). */
const HALF_DEG = 75;
const TUG_DEG = 45;
/** A warning below this part of a unit's height is hidden by the first car behind it (common practice, no source). */
const HIGH_RATIO = 0.5;
/** Where a further lamp is put, as a part of the unit's height. */
const BETTER_RATIO = 0.75;

const FACE_BEARING: Record<Exclude<Face, 'top'>, number> = { front: 0, right: 90, rear: 180, left: 270 };

const turned = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180);

/** Does a lamp send light towards a bearing? One on top that nobody has aimed is seen all round. */
function reaches(lamp: Lamp, bearing: number): boolean {
  const looks = lookBearing(lamp);
  return looks === null || turned(looks, bearing) <= HALF_DEG;
}

function warningLamps(build: Build): Lamp[] {
  const ids = new Set(
    Object.values(build.functions)
      .filter((each) => roleOf(build, each) === 'warning')
      .flatMap((each) =>
        Object.entries(each.shows).flatMap(([id, show]) => (isFlashing(patternOf(build, show.patternId)) ? [id] : [])),
      ),
  );
  return Object.values(build.lamps).filter((lamp) => ids.has(lamp.id));
}

const faceTowards = (bearing: number): Exclude<Face, 'top'> =>
  (Object.keys(FACE_BEARING) as Exclude<Face, 'top'>[]).reduce((best, face) =>
    turned(FACE_BEARING[face], bearing) < turned(FACE_BEARING[best], bearing) ? face : best,
  );

/** Another lamp of a kind that is there already, on a face and higher up. */
function anotherOn(build: Build, body: Body, like: Lamp, face: Exclude<Face, 'top'>): WayOut[] {
  const model = build.models[like.modelKey];
  if (!model) return [];
  const { fromMm, toMm } = body.span;
  const place: Position = {
    xMm: face === 'front' ? fromMm : face === 'rear' ? toMm : (fromMm + toMm) / 2,
    yMm: face === 'left' ? body.widthMm / 2 : face === 'right' ? -body.widthMm / 2 : body.widthMm * 0.35,
    zMm: Math.round(body.heightMm * BETTER_RATIO),
  };
  let count = 0;
  const operation = placeLampOperation(
    build,
    { model, face, position: ontoSkin(body, face, place), colour: like.colour, paired: true },
    () => derivedId(like.id, `warning ${face} ${++count}`),
  );
  return [
    { label: say`Place ${tagList(operation.lamps.map((lamp) => lamp.tag))}, ${model.name}`, operations: [operation] },
  ];
}

function coverage({ build, body }: CheckContext): Hit[] {
  const lamps = warningLamps(build);
  const first = lamps[0];
  if (!first) return [];
  const bearings = Array.from({ length: 360 / STEP_DEG }, (_, index) => index * STEP_DEG);
  // What is towed has its tug ahead.
  const needed = bearings.filter((bearing) => body.hasEngine || turned(bearing, 0) > TUG_DEG);
  const dark = needed.filter((bearing) => !lamps.some((lamp) => reaches(lamp, bearing)));
  const hits: Hit[] = [];
  const middle = dark[Math.floor(dark.length / 2)];
  if (middle !== undefined)
    hits.push({
      message: say`Nothing warns towards ${bearingWords(dark)} (${sideWords(middle)}).`,
      lampIds: lamps.map((lamp) => lamp.id),
      waysOut: anotherOn(build, body, first, faceTowards(middle)),
    });
  const highest = lamps.reduce((most, lamp) => (lamp.position.zMm > most.position.zMm ? lamp : most));
  if (highest.position.zMm < body.heightMm * HIGH_RATIO)
    hits.push({
      message: say`The warning is low down: ${highest.tag} is the highest at ${mm(Math.round(highest.position.zMm))} of ${mm(Math.round(body.heightMm))}.`,
      lampIds: [highest.id],
      waysOut: anotherOn(build, body, highest, highest.face === 'top' ? 'rear' : highest.face),
    });
  return hits;
}

export const WARNING_RULES: readonly FindingRule[] = [
  {
    code: 'M46',
    stages: ['flash'],
    severity: 'caution',
    title: 'Warning only low down, or nothing at all from some bearing',
    reason: 'Whoever comes from there, or sits behind another car, sees no warning.',
    wayOut: 'Place a lamp for that side, higher up',
    source: 'Common practice, no source; what shades a lamp is told by M23',
    check: coverage,
  },
];
