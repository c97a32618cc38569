/** Findings about what is seen: M23 blocked, M24 side angles, M32 glare. */
import { partUnder } from '../../body/index.ts';
import { type Lamp, type LampModel, lights, type Position } from '../../document/index.ts';
import { mirroredPlace, nudge, tagList, twinOf } from '../../place/index.ts';
import { bearingWords, glareOf, type Hidden, hiddenCount, hiddenFrom, sideWords } from '../../sight/index.ts';
import { mm, run, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

/** Moves tried to get a lamp out of the shade, nearest first, mm. */
const TRIES_MM = [20, 40, 60, 90, 120, 160, 200, 260, 320, 400];
/** A lamp this near the centreline stays on it. */
const CENTRED_MM = 10;
const SIGNALS: ReadonlySet<LampModel['kind']> = new Set(['signal', 'marker', 'identification', 'reversing']);

const DIRECTIONS: { words: string; axis: keyof Position; sign: 1 | -1 }[] = [
  { words: 'up', axis: 'zMm', sign: 1 },
  { words: 'down', axis: 'zMm', sign: -1 },
  { words: 'out', axis: 'yMm', sign: 1 },
  { words: 'in', axis: 'yMm', sign: -1 },
  { words: 'forward', axis: 'xMm', sign: -1 },
  { words: 'back', axis: 'xMm', sign: 1 },
];

/** The shortest move on its own face that frees a lamp, or halves what is hidden; null when none of those tried does. */
function freeingMove({ build, body }: CheckContext, lamp: Lamp, model: LampModel): WayOut | null {
  if (lamp.locked || lamp.pad) return null;
  const now = hiddenCount(body, lamp, model);
  if (now === 0) return null;
  const side = lamp.position.yMm < 0 ? -1 : 1;
  for (const wanted of [0, Math.floor(now / 2)]) {
    for (const byMm of TRIES_MM) {
      for (const { words, axis, sign } of DIRECTIONS) {
        const signed = axis === 'yMm' ? sign * side * byMm : sign * byMm;
        // On top, only a riser lifts a lamp; elsewhere the move stays on the skin of its face.
        const raised = lamp.face === 'top' && axis === 'zMm';
        if ((raised && sign < 0) || (axis === 'yMm' && Math.abs(lamp.position.yMm) < CENTRED_MM)) continue;
        const moves = raised
          ? [{ lampId: lamp.id, face: lamp.face, position: { ...lamp.position, zMm: lamp.position.zMm + byMm } }]
          : nudge(build, body, [lamp.id], { [axis]: signed });
        const move = moves[0];
        if (!move || (!raised && !partUnder(body, lamp.face, move.position))) continue;
        if (hiddenCount(body, { ...lamp, position: move.position }, model) > wanted) continue;
        const moved = Math.max(
          ...(['xMm', 'yMm', 'zMm'] as const).map((each) => Math.abs(move.position[each] - lamp.position[each])),
        );
        if (moved < 1) continue;
        const twin = raised ? twinOf(build, lamp) : undefined;
        const all = twin ? [...moves, { lampId: twin.id, ...mirroredPlace(move) }] : moves;
        const label = raised
          ? say`Raise ${lamp.tag} by ${mm(byMm)} on a riser`
          : say`Move ${lamp.tag} ${mm(byMm)} ${words}`;
        return { label, operations: [{ kind: 'moveLamps', moves: all }] };
      }
    }
  }
  return null;
}

/** The shortest way out for each lamp, kept while the lamp and its body stay as they are. */
const ways = new WeakMap<Lamp, { body: CheckContext['body']; way: WayOut | null }>();

function wayFor(context: CheckContext, lamp: Lamp, model: LampModel): WayOut[] {
  const known = ways.get(lamp);
  const way = known?.body === context.body ? known.way : freeingMove(context, lamp, model);
  ways.set(lamp, { body: context.body, way });
  return way ? [way] : [];
}

const blockersOf = (hidden: readonly Hidden[]): string => [...new Set(hidden.map((each) => each.blocker))].join(', ');

function travellingHit(context: CheckContext, lamp: Lamp, model: LampModel, hidden: readonly Hidden[]): Hit {
  const bearings = [...new Set(hidden.flatMap((each) => each.bearingsDeg))].sort((a, b) => a - b);
  const middle = bearings[Math.floor(bearings.length / 2)]!;
  return {
    message: say`${lamp.tag} is hidden by ${blockersOf(hidden)} from ${bearingWords(bearings)} (${sideWords(middle)}).`,
    lampIds: [lamp.id],
    waysOut: wayFor(context, lamp, model),
  };
}

function hiddenHits(context: CheckContext, signals: boolean): Hit[] {
  const { build, body } = context;
  const all = lights(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    return model && SIGNALS.has(model.kind) === signals ? [{ lamp, model, hidden: hiddenFrom(build, body, lamp) }] : [];
  });
  const travelling = all.flatMap(({ lamp, model, hidden }): Hit[] => {
    const here = hidden.filter((each) => each.poseName === 'travelling');
    return here.length > 0 ? [travellingHit(context, lamp, model, here)] : [];
  });
  // With a joint moved it is one matter for all the lamps that it hides.
  const byPose = new Map<string, { tags: string[]; lampIds: string[]; hidden: Hidden[] }>();
  for (const { lamp, hidden } of all) {
    for (const each of hidden.filter(({ poseName }) => poseName !== 'travelling')) {
      const known = byPose.get(each.poseName) ?? { tags: [], lampIds: [], hidden: [] };
      byPose.set(each.poseName, known);
      known.hidden.push(each);
      if (known.lampIds.includes(lamp.id)) continue;
      known.lampIds.push(lamp.id);
      known.tags.push(lamp.tag);
    }
  }
  const moved = [...byPose].map(
    ([poseName, { tags, lampIds, hidden }]): Hit => ({
      severity: 'note',
      message: say`With ${poseName}: ${tagList(tags)} hidden in part by ${blockersOf(hidden)}.`,
      lampIds,
    }),
  );
  return [...travelling, ...moved];
}

function glare({ build, body }: CheckContext): Hit[] {
  return lights(build).flatMap((lamp): Hit[] => {
    const model = build.models[lamp.modelKey];
    const found = model && glareOf(body, lamp, model);
    if (!model || !found) return [];
    const straight = found.by === 'straight';
    const other = model.colours.includes('amber') && lamp.colour === 'white';
    return [
      {
        severity: straight ? 'caution' : 'note',
        message: straight
          ? say`${lamp.tag} shines straight at the driver's eye, ${run(found.distanceMm)} away.`
          : say`${lamp.tag} shines at the driver by way of the ${found.through.toLowerCase()}, ${run(found.distanceMm)} away.`,
        lampIds: [lamp.id],
        waysOut: other
          ? [
              {
                label: say`Make it amber`,
                operations: [{ kind: 'editLamps', lampIds: [lamp.id], changes: { colour: 'amber' } }],
              },
            ]
          : [],
      },
    ];
  });
}

export const SIGHT_RULES: readonly FindingRule[] = [
  {
    code: 'M23',
    stages: ['place'],
    severity: 'caution',
    title: 'Beam or signal blocked',
    reason: 'A warning that is not seen does not warn.',
    wayOut: 'Move or raise the lamp, or add one that covers the shade',
    source: 'Rays from the lamp against the solids of the body, in every position of its joints',
    check: (context) => hiddenHits(context, false),
  },
  {
    code: 'M24',
    stages: ['place'],
    severity: 'caution',
    title: 'Signal not visible from the needed side angles',
    reason: 'A signal that is not seen from the side does not count.',
    wayOut: 'Move the lamp out of the shade',
    source: 'SAE J588 and FMVSS 108 style visibility angles, from memory, 2026-11',
    check: (context) => hiddenHits(context, true),
  },
  {
    code: 'M32',
    stages: ['place'],
    severity: 'caution',
    title: 'Glare to the driver',
    reason: 'Light in the eye blinds at night; the dull side of a two-sided lamp faces the cab.',
    wayOut: 'Move the lamp, turn its dull side to the cab, or choose another colour',
    source: 'Common practice, no source',
    check: glare,
  },
];
