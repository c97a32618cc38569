/** Findings about brackets and what stands on them: a share of M31, V6 and V7. */
import { type Lamp, type OperationDraft, standingOn } from '../../document/index.ts';
import { formatKg, hangingKg, padBolt, tagList } from '../../place/index.ts';
import { fine, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';
import { held, onSkin } from './held.ts';

/** M31: more on a bracket than it is made to hold, or a bolt that is longer than any that is kept. */
export function overloadedBrackets(context: CheckContext): Hit[] {
  const { build } = context;
  return held(context).flatMap(({ lamp, model }): Hit[] => {
    const onIt = standingOn(build, lamp.id);
    const kg = hangingKg(build, lamp);
    const long = onIt.flatMap((each): Hit[] => {
      const bolt = padBolt(build, each);
      if (!bolt || bolt.lengthMm !== null) return [];
      return [
        {
          message: say`${each.tag} on ${lamp.tag}: an ${bolt.thread} of ${fine(bolt.neededMm)} would be needed, and none so long is kept.`,
          lampIds: [each.id, lamp.id],
        },
      ];
    });
    if (!model.holds || kg <= model.holds.massKg) return long;
    return [
      ...long,
      {
        message: say`${tagList(onIt.map(({ tag }) => tag))} weigh ${formatKg(kg)} kg together; ${lamp.tag}, ${model.name}, holds ${formatKg(model.holds.massKg)} kg.`,
        lampIds: [lamp.id, ...onIt.map(({ id }) => id)],
        worked: {
          formula: say`${onIt.map(({ modelKey }) => formatKg(build.models[modelKey]?.massKg ?? 0)).join(' + ')} = ${formatKg(kg)} kg > ${formatKg(model.holds.massKg)} kg`,
          terms: [
            { value: say`${formatKg(kg)} kg`, what: say`all that stands on it`, source: 'Shelf' },
            { value: say`${formatKg(model.holds.massKg)} kg`, what: say`${model.name}`, source: 'Shelf' },
          ],
        },
      },
    ];
  });
}

const within = (value: number, most: number): number => Math.max(-most, Math.min(most, value));

/** V6: aimed further than its own foot turns or tilts. */
const aimedTooFar = (context: CheckContext): Hit[] =>
  held(context).flatMap(({ lamp, model }): Hit[] => {
    const { aim } = lamp;
    if (!aim) return [];
    // What stands upright is bolted on at any heading; only its tilt is its own.
    const isUpright = lamp.face === 'top';
    const own = model.aim ?? { turnDeg: 0, tiltDeg: 0 };
    const most = isUpright ? { ...own, turnDeg: 180 } : own;
    if (Math.abs(aim.turnDeg) <= most.turnDeg && Math.abs(aim.tiltDeg) <= most.tiltDeg) return [];
    const reached = { turnDeg: within(aim.turnDeg, most.turnDeg), tiltDeg: within(aim.tiltDeg, most.tiltDeg) };
    const operation: OperationDraft = { kind: 'editLamps', lampIds: [lamp.id], changes: { aim: reached } };
    return [
      {
        message: model.aim
          ? isUpright
            ? say`${lamp.tag} is tilted ${Math.abs(aim.tiltDeg)}°; its foot tilts ${most.tiltDeg}° either way.`
            : say`${lamp.tag} is turned ${Math.abs(aim.turnDeg)}° and tilted ${Math.abs(aim.tiltDeg)}°; its foot turns ${most.turnDeg}° and tilts ${most.tiltDeg}° either way.`
          : say`${lamp.tag} is aimed, and ${model.name} is fixed: it looks straight away from its face.`,
        lampIds: [lamp.id],
        waysOut: [{ label: model.aim ? say`Aim it as far as it goes` : say`Straight`, operations: [operation] }],
      },
    ];
  });

/** What needs a skin under it: a lamp that came with its own bracket, clamp or stem reaches to what holds it. */
const isHeldBeside = ({ mount }: Lamp): boolean => mount === 'bracket' || mount === 'clamp' || mount === 'pipe';

/** V7: nothing under a lamp that is drilled, stuck or set onto a skin. */
const onNothing = (context: CheckContext): Hit[] =>
  onSkin(context)
    .filter(({ lamp, part }) => part === null && !isHeldBeside(lamp))
    .map(({ lamp }) => ({
      message: say`${lamp.tag} sits on nothing: no part of the unit is under it there.`,
      lampIds: [lamp.id],
    }));

export const BRACKET_RULES: readonly FindingRule[] = [
  {
    code: 'V6',
    stages: ['place', 'build'],
    severity: 'caution',
    title: 'Aimed further than it turns',
    reason: 'At the unit it will end where its foot stops, and light something else.',
    wayOut: 'Aim it as far as it goes, or put it on a bracket that looks that way',
    source: 'The shelf: how far a model turns and tilts',
    check: aimedTooFar,
  },
  {
    code: 'V7',
    stages: ['place'],
    severity: 'caution',
    title: 'Nothing under it',
    reason: 'A hole needs a skin, a magnet needs steel: in the air a lamp has neither.',
    wayOut: 'Move it onto a part, or put it on a bracket',
    source: 'The parts of the body',
    check: onNothing,
  },
];
