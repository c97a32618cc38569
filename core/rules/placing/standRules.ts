/** Findings about what lamps stand on: M68, M69. */
import { type BodyPart, contains, extent, outlineIn, type View, viewOfFace } from '../../body/index.ts';
import type { Lamp, LampModel, MountKind } from '../../document/index.ts';
import {
  baseOf,
  carrierOf,
  depthAxis,
  housingOf,
  LEVEL_MM,
  lampMemo,
  levelRows,
  lookFace,
  nudge,
  tagList,
  viewPoint,
} from '../../place/index.ts';
import { type Millimetres, mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';
import { held, heldLights, movesOnPart, onSkin } from './held.ts';

/** Less than this a gasket takes up (common practice, no source). */
const OVERHANG_MM = 3;

/** What lies on the skin itself; a bracket, a clamp or a stem holds its lamp beside or over the part. */
const ON_THE_SKIN: ReadonlySet<MountKind> = new Set(['stud', 'screw', 'grommet', 'flush', 'rivet', 'magnet']);
/** Lamps that are looked at from behind alone. */
const REARWARD: ReadonlySet<LampModel['kind']> = new Set(['reversing', 'plate']);

/** Half of a base along the two axes of the view that looks at its face. */
function halvesOf(lamp: Lamp, model: LampModel, view: View): [Millimetres, Millimetres] {
  const { widthMm, heightMm } = baseOf(lamp, model);
  return view === 'plan' ? [heightMm / 2, widthMm / 2] : [widthMm / 2, heightMm / 2];
}

/** Do the edges of a base, taken in by so much, lie on a part? Looked at in the middle of each and at its corners. */
function liesOn(part: BodyPart, lamp: Lamp, model: LampModel, inMm: Millimetres): boolean {
  const view = viewOfFace[lamp.face];
  const outline = outlineIn(part, view);
  const [a, b] = viewPoint(view, lamp.position);
  const [halfA, halfB] = halvesOf(lamp, model, view).map((half) => Math.max(0, half - inMm)) as [number, number];
  // A round base has no corners.
  const corners = model.face.shape === 'round' ? [] : [-1, 1].flatMap((sa) => [-1, 1].map((sb) => [sa, sb] as const));
  const middles = [
    [-1, 0],
    [1, 0],
    [0, -1],
    [0, 1],
  ] as const;
  return [...corners, ...middles].every(([sa, sb]) => contains(outline, a + sa * halfA, b + sb * halfB));
}

/** How far a base hangs over the edge of its part, to the millimetre; 0 when it lies on it. */
function overhangMm(part: BodyPart, lamp: Lamp, model: LampModel): Millimetres {
  const most = Math.ceil(Math.max(...halvesOf(lamp, model, viewOfFace[lamp.face])));
  if (liesOn(part, lamp, model, 0)) return 0;
  let [low, high] = [0, most];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (liesOn(part, lamp, model, middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** A bracket is smaller than what its one bolt holds, and is meant to be. */
function isBracket(part: BodyPart, lamp: Lamp, model: LampModel): boolean {
  const [halfA, halfB] = halvesOf(lamp, model, viewOfFace[lamp.face]);
  const outline = outlineIn(part, viewOfFace[lamp.face]);
  const long = (axis: 0 | 1) => {
    const [from, to] = extent(outline, axis);
    return to - from;
  };
  return lamp.mount === 'stud' && (long(0) < 2 * halfA || long(1) < 2 * halfB);
}

/** What a lamp stands on and how far it hangs over it; kept until the lamp, its model or the body changes. */
const standing = lampMemo((body, lamp, model) => {
  const part = ON_THE_SKIN.has(lamp.mount) ? carrierOf(body, lamp, model) : null;
  return part && !isBracket(part, lamp, model) ? { part, byMm: overhangMm(part, lamp, model) } : null;
});

function overhangs(context: CheckContext): Hit[] {
  return onSkin(context).flatMap((each): Hit[] => {
    const { lamp, model } = each;
    const stands = standing(context.body, lamp, model);
    if (!stands || stands.byMm <= OVERHANG_MM) return [];
    const { part, byMm } = stands;
    return [
      {
        message: say`${lamp.tag} hangs ${mm(byMm)} over the edge of ${part.name}.`,
        lampIds: [lamp.id],
        waysOut: movesOnPart(context, each, byMm)
          .filter(({ there }) => liesOn(part, there, model, OVERHANG_MM))
          .map(({ way, operation }) => ({
            label: say`Move ${lamp.tag} ${mm(byMm)} ${way}, onto ${part.name}`,
            operations: [operation],
          })),
      },
    ];
  });
}

/** Lamps across the unit that reach further out than it does. */
function tooWide(context: CheckContext): Hit[] {
  const { build, body } = context;
  return held(context).flatMap(({ lamp, model }): Hit[] => {
    if (lamp.face === 'left' || lamp.face === 'right') return [];
    const [right, left] = housingOf(lamp, model).y;
    const beyondMm = Math.round(Math.max(left, -right) - body.widthMm / 2);
    if (beyondMm <= OVERHANG_MM) return [];
    const moves = nudge(build, body, [lamp.id], { yMm: -Math.sign(lamp.position.yMm) * beyondMm });
    return [
      {
        message: say`${lamp.tag} stands ${mm(beyondMm)} out beyond the unit's width of ${mm(body.widthMm)}.`,
        lampIds: [lamp.id],
        waysOut:
          lamp.locked || lamp.position.yMm === 0
            ? []
            : [{ label: say`Move ${lamp.tag} in by ${mm(beyondMm)}`, operations: [{ kind: 'moveLamps', moves }] }],
      },
    ];
  });
}

const wrongWay = (context: CheckContext): Hit[] =>
  held(context)
    .filter(({ lamp, model }) => REARWARD.has(model.kind) && lookFace(lamp) === 'front')
    .map(({ lamp, model }) => ({
      message: say`${lamp.tag} looks ahead, and a ${model.kind} lamp is for behind.`,
      lampIds: [lamp.id],
    }));

/** How a row is seen to be level: from above along the unit, from before a face by its height. */
const levelOf = ({ face, position }: Lamp): Millimetres => (face === 'top' ? position.xMm : position.zMm);

/** M68: a row of which some stand on something else, nearer or further than the others. */
function spreadRows(context: CheckContext): Hit[] {
  const all = heldLights(context);
  const rows = levelRows(
    all.map(({ lamp }) => lamp),
    levelOf,
  );
  return rows.flatMap((row): Hit[] => {
    const axis = depthAxis(row[0]!.face);
    const depths = row.map(({ position }) => position[axis]);
    const apartMm = Math.round(Math.max(...depths) - Math.min(...depths));
    if (apartMm <= LEVEL_MM) return [];
    const parts = new Set(all.flatMap(({ lamp, part }) => (part && row.includes(lamp) ? part.name : [])));
    return [
      {
        message: say`${tagList(row.map(({ tag }) => tag))} are a row on ${[...parts].join(' and ')}, and stand ${mm(apartMm)} before and behind each other.`,
        lampIds: row.map(({ id }) => id),
      },
    ];
  });
}

export const STAND_RULES: readonly FindingRule[] = [
  {
    code: 'M68',
    stages: ['place'],
    severity: 'caution',
    title: 'A row over several parts or levels',
    reason: 'From the side one lamp hides the next, and no straight edge reaches from hole to hole.',
    wayOut: 'Put the row on one part, or bracket the ones that stand back',
    source: 'Common practice, no source: level within 30 mm',
    check: spreadRows,
  },
  {
    code: 'M69',
    stages: ['place'],
    severity: 'caution',
    title: 'A lamp that hangs over, stands out, or looks the wrong way',
    reason: 'What stands out is knocked off, water gets behind what hangs over, and nobody sees what looks away.',
    wayOut: 'Move it onto its part',
    source: 'Common practice, no source',
    check: (context) => [...overhangs(context), ...tooWide(context), ...wrongWay(context)],
  },
];
