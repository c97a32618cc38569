/** What the survey was told, held against the plan: M75 back without a trace, M76 where lamps get knocked off, V4 where the battery is. */
import { applyDrafts, type Build, derivedId, type Id, type Lamp, type OperationDraft } from '../../document/index.ts';
import { allHoles, drillingOf, housings, MOUNTS, tagList } from '../../place/index.ts';
import { leadAround, type ModuleOnLead, moduleInFeed, planModule, planModuleOut } from '../../planning/index.ts';
import { mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

/** The answers that are offered with one tap, as far as something is held against them. */
const WITHOUT_A_TRACE = 'yes, without a trace';
const REAR_CORNERS = 'rear corners';

function drilledForGood({ build }: CheckContext): Hit[] {
  const drilled = housings(build).filter((lamp) => {
    const model = build.models[lamp.modelKey];
    return model && model.kind !== 'factory' && allHoles(drillingOf(lamp, model)).length > 0;
  });
  const byModel = new Map<string, Lamp[]>();
  for (const lamp of drilled) byModel.set(lamp.modelKey, [...(byModel.get(lamp.modelKey) ?? []), lamp]);
  return [...byModel].map(([key, lamps]): Hit => {
    const model = build.models[key]!;
    const holes = lamps.reduce((sum, lamp) => sum + allHoles(drillingOf(lamp, model)).length, 0);
    const lampIds = lamps.map(({ id }) => id);
    const otherMounts = model.mounts.filter(({ kind, holes: own }) => MOUNTS[kind].reversible && own === 0);
    return {
      message: say`${tagList(lamps.map(({ tag }) => tag))}: ${holes} ${holes === 1 ? 'hole' : 'holes'} on a unit that is to go back without a trace.`,
      lampIds,
      waysOut: otherMounts.map(
        ({ kind }): WayOut => ({
          label: say`Mount with ${MOUNTS[kind].name.toLowerCase()}`,
          operations: [{ kind: 'editLamps', lampIds, changes: { mount: kind } }],
        }),
      ),
    };
  });
}

/** The module of a feed cut out and put back between plug halves. */
function withHalves(build: Build, { element, patternId, bursts }: ModuleOnLead, wireId: Id): OperationDraft[] {
  const moduleId = element.id;
  const out = planModuleOut(build, moduleId);
  const bare = applyDrafts(build, out);
  let count = 0;
  const newId = () => derivedId(moduleId, `halves ${++count}`);
  const wish = { wireId, ends: 'halves', patternId: patternId ?? 'steady', bursts } as const;
  const back = bare.ok ? planModule(bare.value, wish, newId) : bare;
  return back.ok ? [...out, ...back.value] : [];
}

function cutForGood({ build, feeds }: CheckContext): Hit[] {
  return feeds.flatMap(({ feed }): Hit[] => {
    const module = moduleInFeed(build, feed);
    const around = module && leadAround(build, module.element.id);
    if (!module || !around || around.elementIds.some((id) => build.elements[id]?.kind === 'connector')) return [];
    const operations = withHalves(build, module, around.near.id);
    return [
      {
        message: say`${feed.fuse.name}: its lead is cut and joined for good, on a unit that is to go back without a trace.`,
        feedIds: [feed.fuse.id],
        lampIds: module.lampIds,
        waysOut: operations.length > 0 ? [{ label: say`Plug halves on both ends`, operations }] : [],
      },
    ];
  });
}

function traces(context: CheckContext): Hit[] {
  if (context.build.survey.reversible?.value !== WITHOUT_A_TRACE) return [];
  return [...drilledForGood(context), ...cutForGood(context)];
}

/** From the corner as far as a gate post or a passing load reaches (common practice, no source). */
const CORNER_MM = 250;

function knockedOff({ build, body }: CheckContext): Hit[] {
  if (build.survey.knocks?.value !== REAR_CORNERS) return [];
  const [endMm, sideMm] = [body.lengthMm - CORNER_MM, body.widthMm / 2 - CORNER_MM];
  const atCorner = housings(build).filter(
    ({ position, modelKey }) =>
      build.models[modelKey]?.kind !== 'factory' && position.xMm > endMm && Math.abs(position.yMm) > sideMm,
  );
  if (atCorner.length === 0) return [];
  const movable = atCorner.filter(({ face, locked }) => face === 'rear' && !locked);
  const moves = movable.map(({ id, face, position }) => ({
    lampId: id,
    face,
    position: { ...position, yMm: Math.sign(position.yMm) * Math.floor(sideMm) },
  }));
  return [
    {
      message: say`${tagList(atCorner.map(({ tag }) => tag))}: within ${mm(CORNER_MM)} of a rear corner, where the survey says that lamps get knocked off.`,
      lampIds: atCorner.map(({ id }) => id),
      waysOut:
        moves.length === atCorner.length
          ? [
              {
                label: say`Move ${tagList(movable.map(({ tag }) => tag))} inwards`,
                operations: [{ kind: 'moveLamps', moves }],
              },
            ]
          : [],
    },
  ];
}

function batterySomewhere({ build, feeds }: CheckContext): Hit[] {
  if (build.places.battery) return [];
  const atBattery = feeds.filter(({ feed }) => feed.source?.kind === 'stud');
  if (atBattery.length === 0) return [];
  const names = atBattery.map(({ feed }) => feed.fuse.name).join(', ');
  return [
    {
      message: say`${names}: taken from the battery, and nobody has said where that sits. Lengths, sizes and losses count from the fuse panel.`,
      feedIds: atBattery.map(({ feed }) => feed.fuse.id),
      waysOut: [],
    },
  ];
}

export const SURVEY_RULES: readonly FindingRule[] = [
  {
    code: 'M75',
    stages: ['place', 'feed'],
    severity: 'caution',
    title: 'Holes or cuts where none may stay',
    reason: 'The survey says that the unit goes back without a trace: a plugged hole and a butt in a lead are traces.',
    wayOut: 'Hold it by what comes off again, and put plug halves on cut leads',
    source: "The survey's answer",
    check: traces,
  },
  {
    code: 'M76',
    stages: ['place'],
    severity: 'caution',
    title: 'Where lamps get knocked off',
    reason: 'The crew that uses the unit knows where it is hit every month; the drawing does not.',
    wayOut: 'Move it inwards or up, or guard it',
    source: "The survey's answer",
    check: knockedOff,
  },
  {
    code: 'V4',
    stages: ['survey', 'feed'],
    severity: 'caution',
    title: "The battery's place is not known",
    reason:
      'A battery under the bonnet or behind the seat is metres away from the fuse panel: wire is cut too short, or too thin.',
    wayOut: 'Say where it sits, in Survey under Electrics or on the routes',
    source: 'The survey',
    check: batterySomewhere,
  },
];
