/** Findings about what lamps stand on: M68, M69. */
import { type BodyPart, contains, extent, outlineIn, partUnder, type View, viewOfFace } from '../../body/index.ts';
import type { Lamp, LampModel, MountKind, Position } from '../../document/index.ts';
import { baseOf, carrierOf, depthAxis, housings, lampMemo, nudge, tagList, viewPoint } from '../../place/index.ts';
import { type Millimetres, mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

/** Less than this a gasket takes up (common practice, no source). */
const OVERHANG_MM = 3;
/** A row is level within this, as who looks along it sees it (common practice, no source). */
const LEVEL_MM = 30;

/** What lies on the skin itself; a bracket, a clamp or a stem holds its lamp beside or over the part. */
const ON_THE_SKIN: ReadonlySet<MountKind> = new Set(['stud', 'screw', 'grommet', 'flush', 'rivet', 'magnet']);
/** Lamps that are looked at from behind alone. */
const REARWARD: ReadonlySet<LampModel['kind']> = new Set(['reversing', 'plate']);

interface Mounted {
  lamp: Lamp;
  model: LampModel;
}

const mounted = ({ build }: CheckContext): Mounted[] =>
  housings(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    return model && model.kind !== 'factory' ? [{ lamp, model }] : [];
  });

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

/** Moves along the face after which a lamp lies on its part. */
function movesOnto(
  { build, body }: CheckContext,
  lamp: Lamp,
  model: LampModel,
  part: BodyPart,
  byMm: number,
): WayOut[] {
  if (lamp.locked) return [];
  const axes = (['xMm', 'yMm', 'zMm'] as const).filter((axis) => axis !== depthAxis(lamp.face));
  return axes.flatMap((axis) =>
    [1, -1].flatMap((sign): WayOut[] => {
      const moves = nudge(build, body, [lamp.id], { [axis]: sign * byMm });
      const position: Position | undefined = moves.find(({ lampId }) => lampId === lamp.id)?.position;
      if (!position) return [];
      const there = { ...lamp, position };
      if (partUnder(body, lamp.face, position)?.id !== part.id || !liesOn(part, there, model, OVERHANG_MM)) return [];
      return [
        { label: say`Move ${lamp.tag} ${mm(byMm)} onto ${part.name}`, operations: [{ kind: 'moveLamps', moves }] },
      ];
    }),
  );
}

function overhangs(context: CheckContext): Hit[] {
  return mounted(context).flatMap(({ lamp, model }): Hit[] => {
    const stands = standing(context.body, lamp, model);
    if (!stands || stands.byMm <= OVERHANG_MM) return [];
    const { part, byMm } = stands;
    return [
      {
        message: say`${lamp.tag} hangs ${mm(byMm)} over the edge of ${part.name}.`,
        lampIds: [lamp.id],
        waysOut: movesOnto(context, lamp, model, part, byMm),
      },
    ];
  });
}

/** Lamps across the unit that reach further out than it does. */
function tooWide({ build, body }: CheckContext): Hit[] {
  return mounted({ build, body, feeds: [] }).flatMap(({ lamp, model }): Hit[] => {
    if (lamp.face === 'left' || lamp.face === 'right') return [];
    const beyondMm = Math.round(Math.abs(lamp.position.yMm) + model.face.widthMm / 2 - body.widthMm / 2);
    if (beyondMm <= OVERHANG_MM) return [];
    const moves = nudge(build, body, [lamp.id], { yMm: -Math.sign(lamp.position.yMm) * beyondMm });
    return [
      {
        message: say`${lamp.tag} stands ${mm(beyondMm)} out beyond the unit's width of ${mm(body.widthMm)}.`,
        lampIds: [lamp.id],
        waysOut:
          lamp.locked || moves.length === 0 || lamp.position.yMm === 0
            ? []
            : [{ label: say`Move ${lamp.tag} in by ${mm(beyondMm)}`, operations: [{ kind: 'moveLamps', moves }] }],
      },
    ];
  });
}

const wrongWay = (context: CheckContext): Hit[] =>
  mounted(context)
    .filter(({ lamp, model }) => REARWARD.has(model.kind) && lamp.face === 'front')
    .map(({ lamp, model }) => ({
      message: say`${lamp.tag} looks ahead, and a ${model.kind} lamp is for behind.`,
      lampIds: [lamp.id],
    }));

/** Three or more lamps of one model on one face, level with each other as who looks at the face sees them. */
function rowsOf(context: CheckContext): Mounted[][] {
  const found = new Map<string, Mounted[]>();
  for (const each of mounted(context)) {
    const { lamp, model } = each;
    const along = lamp.face === 'top' ? lamp.position.xMm : lamp.position.zMm;
    const key = [model.key, lamp.face, lamp.colour, Math.round(along / (2 * LEVEL_MM))].join(' ');
    found.set(key, [...(found.get(key) ?? []), each]);
  }
  return [...found.values()].filter((row) => row.length >= 3);
}

/** M68: a row of which some stand on something else, nearer or further than the others. */
function spreadRows(context: CheckContext): Hit[] {
  return rowsOf(context).flatMap((row): Hit[] => {
    const { face } = row[0]!.lamp;
    const axis = depthAxis(face);
    const depths = row.map(({ lamp }) => lamp.position[axis]);
    const apartMm = Math.round(Math.max(...depths) - Math.min(...depths));
    if (apartMm <= LEVEL_MM) return [];
    const parts = [...new Set(row.flatMap(({ lamp, model }) => carrierOf(context.body, lamp, model)?.name ?? []))];
    return [
      {
        message: say`${tagList(row.map(({ lamp }) => lamp.tag))} are a row on ${parts.join(' and ')}, and stand ${mm(apartMm)} before and behind each other.`,
        lampIds: row.map(({ lamp }) => lamp.id),
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
