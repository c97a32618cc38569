/**
 * The steps of a job, made from lamps, feeds and the trim that the survey found, in an order that can be worked. Minutes
 * are common practice, no source; what a crew really needs is learned from what it writes down.
 */

import { templateById } from '../body/index.ts';
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build, Face, Lamp } from '../document/index.ts';
import { isRun, sourceInText } from '../graph/index.ts';
import { cutList } from '../harness/index.ts';
import { allHoles, compareTags, drillingOf, formatMm, housings, tagList } from '../place/index.ts';
import { gaugeName } from '../units/index.ts';
import { wrightUnit } from './learning.ts';
import { lampMeasures, wireMeasures } from './measures.ts';
import { moduleSteps, modulesIn } from './moduleSteps.ts';
import { arranged, withOrder } from './orderRules.ts';
import { kindOfKey, type Skill, type Step, type StepGiven, type StepKind } from './step.ts';

const FACE_NAMES: Record<Face, string> = {
  front: 'front',
  rear: 'rear',
  left: 'left side',
  right: 'right side',
  top: 'roof',
};
const FACE_ORDER: readonly Face[] = ['front', 'left', 'top', 'right', 'rear'];

/** Minutes by kind of work: about 20 to 25 for a fused circuit once the way is known. */
const MINUTES = {
  tap: 22,
  pilot: 2,
  hole: 4,
  bracket: 12,
  joint: 3,
  plug: 1,
  metre: 4,
  program: 4,
  insulate: 1,
  fastener: 1,
};

/** The second side of a pair takes what the second unit does on a 90 % curve (the rate is common practice, no source). */
const SECOND_OF_PAIR = wrightUnit(1, 2, 0.9);

/** From here on a second pair of hands holds it, or feeds it in (common practice, no source). */
const TWO_TO_LIFT = { massKg: 6, widthMm: 900 };
const TWO_TO_PULL_MM = 7000;

interface Way {
  skill: Skill | null;
  where: string;
  tools: string[];
}

const WAYS: Record<StepKind, Way> = {
  isolate: { skill: 'wiring', where: 'battery and fuse panel', tools: ['10 mm spanner', 'meter'] },
  bench: { skill: 'wiring', where: 'bench', tools: ['bench supply', 'meter'] },
  loose: { skill: null, where: 'all round the unit', tools: ['masking tape', 'bench lead', 'tape measure'] },
  trimOff: { skill: null, where: '', tools: ['trim wedge', 'tray for fasteners'] },
  pilot: { skill: 'metal', where: '', tools: ['tape measure', 'centre punch', 'drilling template'] },
  drill: { skill: 'metal', where: '', tools: ['deburring tool', 'zinc paint', 'grommets'] },
  run: { skill: null, where: 'along its way', tools: ['fish line', 'loose ties', 'wire labels'] },
  mount: { skill: 'metal', where: '', tools: ['torque driver', 'gasket or sealant'] },
  cut: { skill: 'wiring', where: '', tools: ['crimp tool', 'meter'] },
  join: { skill: 'wiring', where: '', tools: ['crimp tool', 'heat gun', 'lead list'] },
  pull: { skill: 'wiring', where: 'every joint', tools: ['pull gauge or firm hand'] },
  program: { skill: 'wiring', where: '', tools: ['bench lead', 'programming list'] },
  insulate: { skill: 'wiring', where: '', tools: ['end caps', 'heat gun'] },
  prove: { skill: 'wiring', where: 'controls and every lamp', tools: ['meter', 'fuses'] },
  ties: { skill: null, where: 'along the routes', tools: ['ties', 'flush cutter'] },
  trimOn: { skill: null, where: '', tools: ['trim wedge'] },
  close: { skill: null, where: 'covers and passes', tools: ['sealant'] },
  fuse: { skill: 'wiring', where: 'battery and fuse panel', tools: ['10 mm spanner'] },
};

type Unordered = Omit<Step, 'after'>;

const step = (given: StepGiven, lamps: readonly Lamp[] = []): Unordered => {
  const kind = kindOfKey(given.key);
  return {
    kind,
    caution: null,
    lampIds: lamps.map((lamp) => lamp.id),
    feedIds: [],
    face: null,
    people: 1,
    measures: [],
    ...WAYS[kind],
    ...given,
  };
};

const tagsOf = (lamps: readonly Lamp[]) => tagList(lamps.map((lamp) => lamp.tag));

/** Lamps by the face they sit on, in walking order. */
const byFace = (lamps: readonly Lamp[]): [Face, Lamp[]][] =>
  FACE_ORDER.map((face): [Face, Lamp[]] => [
    face,
    lamps.filter((lamp) => lamp.face === face).sort((a, b) => compareTags(a.tag, b.tag)),
  ]).filter(([, list]) => list.length > 0);

const holesIn = (build: Build, lamp: Lamp) => {
  const model = build.models[lamp.modelKey];
  return model ? allHoles(drillingOf(lamp, model)) : [];
};

/** Lamps whose twin is done in an earlier step, or earlier in the same. */
function secondsOf(lamps: readonly Lamp[]): ReadonlySet<string> {
  const begun = new Set<string>();
  const seconds = new Set<string>();
  for (const [, list] of byFace(lamps))
    for (const { id, pairId } of list) {
      if (pairId !== null && begun.has(pairId)) seconds.add(id);
      if (pairId !== null) begun.add(pairId);
    }
  return seconds;
}

/** Steps at the faces: pilot and final holes, and mounting. */
function faceSteps(build: Build, lamps: readonly Lamp[]): { holes: Unordered[]; mounts: Unordered[] } {
  const seconds = secondsOf(lamps);
  const sum = (list: readonly Lamp[], minutesOf: (lamp: Lamp) => number) =>
    Math.round(list.reduce((all, lamp) => all + minutesOf(lamp) * (seconds.has(lamp.id) ? SECOND_OF_PAIR : 1), 0));
  const holes: Unordered[] = [];
  const mounts: Unordered[] = [];
  for (const [face, list] of byFace(lamps)) {
    const where = FACE_NAMES[face];
    const drilled = list.filter((lamp) => holesIn(build, lamp).length > 0);
    if (drilled.length > 0) {
      const sizes = [...new Set(drilled.flatMap((lamp) => holesIn(build, lamp).map((hole) => hole.diameterMm)))].sort(
        (a, b) => a - b,
      );
      const bits = sizes.map((size) => `to ${formatMm(size)} mm`);
      holes.push(
        step(
          {
            key: `pilot:${face}`,
            title: `Mark and pilot, ${where}`,
            detail: `${tagsOf(drilled)}: template on, punched and piloted. Tape every mark again before the bit turns.`,
            caution: 'Eye protection on. Know what is behind the panel before drilling.',
            face,
            where,
            tools: [...WAYS.pilot.tools, 'pilot bit 3 mm'],
            measures: lampMeasures(drilled),
            minutes: sum(drilled, (lamp) => holesIn(build, lamp).length * MINUTES.pilot),
          },
          drilled,
        ),
        step(
          {
            key: `drill:${face}`,
            title: `Final holes, ${where}`,
            detail: `${tagsOf(drilled)}: ${bits.join(', ')}, and stop. Deburr, paint the edge, grommet.`,
            caution: 'Eye protection on. Light pressure on thin skin.',
            face,
            where,
            tools: [...sizes.map((size) => `bit ${formatMm(size)} mm`), ...WAYS.drill.tools],
            minutes: sum(drilled, (lamp) => holesIn(build, lamp).length * MINUTES.hole),
          },
          drilled,
        ),
      );
    }
    const heavy = list.some((lamp) => {
      const model = build.models[lamp.modelKey];
      return model && (model.massKg >= TWO_TO_LIFT.massKg || model.face.widthMm >= TWO_TO_LIFT.widthMm);
    });
    mounts.push(
      step(
        {
          key: `mount:${face}`,
          title: `Mount, ${where}`,
          detail: `${tagsOf(list)}: gasket or sealant behind each, bolts snug, not crushed.`,
          face,
          where,
          people: heavy ? 2 : 1,
          caution: heavy ? 'Two to lift. Support raised beds and booms on their props first.' : null,
          measures: lampMeasures(list.filter((lamp) => !drilled.includes(lamp))),
          minutes: sum(list, () => MINUTES.bracket),
        },
        list,
      ),
    );
  }
  return { holes, mounts };
}

function feedSteps(build: Build, feeds: readonly AssessedFeed[]): { runs: Unordered[]; joins: Unordered[] } {
  const lines = cutList(build);
  const leads = moduleSteps(build, feeds).map(({ given, lamps }) => step(given, lamps));
  // A lead of the unit's own is neither run nor joined to a source.
  const wired = feeds.filter(({ feed }) => feed.wires.some(isRun));
  const runs = wired.map(({ feed, figures }) => {
    const wire = feed.wires.find(isRun);
    const gauge = wire ? gaugeName(wire.table, wire.gauge) : '';
    const wireIds = new Set([...feed.wires, ...feed.groundWires].map((each) => each.id));
    const isLong = figures.longestRunMm >= TWO_TO_PULL_MM;
    return step(
      {
        key: `run:${feed.fuse.id}`,
        title: `Run wire, ${feed.fuse.name}`,
        detail: `${gauge} ${wire?.colour ?? ''}, ${(figures.cutLengthMm / 1000).toFixed(1)} m in all to ${tagsOf(feed.lamps)}. Loose ties until the end, a service loop at each lamp.`,
        feedIds: [feed.fuse.id],
        people: isLong ? 2 : 1,
        measures: wireMeasures(build, lines, wireIds),
        minutes: Math.max(2, Math.round((figures.cutLengthMm / 1000) * MINUTES.metre)),
      },
      feed.lamps,
    );
  });
  const joins = wired.map(({ feed }) => {
    const source = feed.slot ? sourceInText(feed.slot) : 'the battery stud';
    return step(
      {
        key: `join:${feed.fuse.id}`,
        title: `Join lead by lead, ${feed.fuse.name}`,
        detail: `From ${source}, fuse still out. Work from the lead list, not from colours; shrink each joint, tape off what is not used.`,
        caution: 'Supplied lead colours mislead: a red lead may be ground. The fuse stays out.',
        feedIds: [feed.fuse.id],
        where: source,
        minutes:
          MINUTES.tap +
          feed.wires
            .filter(isRun)
            .reduce((sum, wire) => sum + (wire.loomLengthMm === null ? MINUTES.joint : MINUTES.plug), 0),
      },
      feed.lamps,
    );
  });
  return { runs, joins: [...leads, ...joins] };
}

/** Fuses that are in a pocket while somebody works: those of new feeds, and the unit's own ahead of leads that are cut. */
function fusesOut(build: Build, feeds: readonly AssessedFeed[]): string[] {
  const cut = modulesIn(build, feeds).map(({ assessed }) => assessed.feed);
  const own = cut.map(({ fuse }) => `the unit's own ${fuse.ratingA} A ahead of ${fuse.name.toLowerCase()} out`);
  return [...(feeds.length > cut.length ? ['every fuse of the new feeds in your pocket'] : []), ...new Set(own)];
}

/** Does anything of the unit's kind raise, that somebody could work under? */
const hasRaised = (build: Build): boolean => templateById(build.body.bodyId)?.group !== 'cycle';

/** Before anything is drilled: every lamp lit, then looked at in its place. */
const looseSteps = (lamps: readonly Lamp[]): Unordered[] => [
  step(
    {
      key: 'bench',
      title: 'Bench-test every lamp',
      detail: `${lamps.length} ${lamps.length === 1 ? 'lamp' : 'lamps'}: each lit once on the bench supply; aim and captive bolts set now.`,
      minutes: lamps.length * 2,
    },
    lamps,
  ),
  step(
    {
      key: 'loose',
      title: 'Tape the layout on and test it loose',
      detail: 'Lamps held with tape in their places, lit from a bench lead. Stand back and look from all sides.',
      people: lamps.length > 2 ? 2 : 1,
      minutes: 15 + lamps.length,
    },
    lamps,
  ),
];

/** All steps of the build in the usual order, whatever the lead has made of it. Empty when nothing is placed yet. */
export function usualSteps(build: Build, feeds: readonly AssessedFeed[]): Step[] {
  // Lamps that came with the unit are where they are.
  const lamps = housings(build).filter((lamp) => build.models[lamp.modelKey]?.kind !== 'factory');
  const trim = Object.values(build.trim);
  const { holes, mounts } = faceSteps(build, lamps);
  const { runs, joins } = feedSteps(build, feeds);
  if (lamps.length === 0 && joins.length === 0) return [];
  const programmed = lamps.filter((lamp) => (build.models[lamp.modelKey]?.programming ?? 'none') !== 'none');
  const withLead = programmed.filter((lamp) => build.models[lamp.modelKey]?.programming === 'touch');
  const where = 'at each lamp';
  const steps: Unordered[] = [
    step({
      key: 'isolate',
      title: 'Take the power off',
      detail: ['Key out, battery negative off', ...fusesOut(build, feeds)].join('; ').concat('.'),
      caution: hasRaised(build) ? 'Support raised beds and booms on their props before working under them.' : null,
      minutes: 10,
    }),
    ...(lamps.length > 0 ? looseSteps(lamps) : []),
    ...trim.map((each) =>
      step({
        key: `trimOff:${each.id}`,
        title: `Take off trim, ${each.name}`,
        detail: `${each.count} ${each.fasteners}, into a tray with its name on. ${each.note}`.trim(),
        where: each.name,
        minutes: 3 + each.count * MINUTES.fastener,
      }),
    ),
    ...holes,
    ...runs,
    ...mounts,
    ...joins,
  ];
  if (joins.length > 0)
    steps.push(
      step({
        key: 'pull',
        title: 'Pull-test every crimp',
        detail: 'Each joint held and pulled once. One that moves is cut off and made again.',
        minutes: 3 + joins.filter(({ kind }) => kind === 'join').length * 2,
      }),
    );
  if (programmed.length > 0)
    steps.push(
      step(
        {
          key: 'program',
          title: 'Set the patterns',
          detail: `${tagsOf(programmed)}: each to its pattern by the list on the Flash page. Power from the bench lead, fuses still out.`,
          caution: 'Flashing light can trigger seizures: warn whoever is near, and look away from the lens.',
          where,
          minutes: programmed.length * MINUTES.program,
        },
        programmed,
      ),
    );
  if (withLead.length > 0)
    steps.push(
      step(
        {
          key: 'insulate',
          title: 'Insulate programming leads',
          detail: `${tagsOf(withLead)}: each lead capped and shrunk by itself, away from metal.`,
          where,
          minutes: withLead.length * MINUTES.insulate,
        },
        withLead,
      ),
    );
  steps.push(
    step(
      {
        key: 'prove',
        title: 'Fuses in, one feed at a time, and prove',
        detail:
          'Go through the Prove page: every switch, with readings at the feed and the far lamp. Then the fuses out again.',
        minutes: 10 + feeds.length * 8,
      },
      lamps,
    ),
    ...(runs.length > 0 || lamps.length > 0
      ? [
          step({
            key: 'ties',
            title: 'Tighten and trim the ties',
            detail: 'Along every way, with the service loops where they were left; joints moved through once.',
            minutes: 6 + runs.length * 2,
          }),
        ]
      : []),
    ...trim.map((each) =>
      step({
        key: `trimOn:${each.id}`,
        title: `Put trim back, ${each.name}`,
        detail: `${each.count} ${each.fasteners}. No wire under an edge, no fastener left in the tray.`,
        where: each.name,
        minutes: 2 + each.count * MINUTES.fastener,
      }),
    ),
    step({
      key: 'close',
      title: 'Close up',
      detail: 'Grommets seated and sealed, covers back, tools counted.',
      minutes: 10,
    }),
    step({
      key: 'fuse',
      title: 'Fuses in for good',
      detail: 'Every fuse of the new feeds, then battery negative; every switch tried once.',
      minutes: 6,
    }),
  );
  return withOrder(steps);
}

/** All steps of the build as the lead has ordered them. */
export const jobSteps = (build: Build, feeds: readonly AssessedFeed[]): Step[] =>
  arranged(usualSteps(build, feeds), build.stepOrder.keys);
