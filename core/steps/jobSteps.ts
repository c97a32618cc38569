/**
 * The steps of a job, made from lamps, feeds and the trim that the survey found, in an order that can be worked. Minutes
 * are common practice, no source; what a crew really needs is learned from what it writes down.
 */

import { bodyOf, raisesParts } from '../body/index.ts';
import type { AssessedFeed } from '../circuit/index.ts';
import { type Build, givesLight, type Lamp, type Loom, type Slot, type Wire } from '../document/index.ts';
import { type Feed, isRun, seatOf, sourceInBox } from '../graph/index.ts';
import { cutList, loomEnds, methodOf, shortMm, terminalFor } from '../harness/index.ts';
import { holeList, housings, oldHoleRows } from '../place/index.ts';
import { gaugeName, run, say, type Words } from '../units/index.ts';
import { faceSteps } from './faceSteps.ts';
import { endsOf, MINUTES, step, tagsOf, type Unordered } from './makeStep.ts';
import { wireMeasures } from './measures.ts';
import { cutLeadSteps, moduleSteps, modulesIn } from './moduleSteps.ts';
import { arranged, withOrder } from './orderRules.ts';
import type { Step } from './step.ts';
import { switchSteps } from './switchSteps.ts';

/** From here on a second pair of hands feeds it in (common practice, no source). */
const TWO_TO_PULL_MM = 7000;

/** How a wire goes into a slot whose fuse is the feed's own. */
function intoCavity(build: Build, { fuse }: Feed, slot: Slot): string {
  const source = sourceInBox(build, slot);
  const terminal = terminalFor(build, slot);
  if (!terminal) return `To the lead of ${source}, fuse of ${fuse.ratingA} A still out of it.`;
  const seal = terminal.isSealed ? ', its seal on the wire first' : '';
  return `Into ${source}: ${terminal.name} crimped on${seal}; ${terminal.way}. ${terminal.seated}. Fuse of ${fuse.ratingA} A still out of it.`;
}

const loomOf = (build: Build, { fuse }: Feed): Loom | null => (fuse.loomId && build.looms[fuse.loomId]?.loom) || null;

/** A loom is laid whole, switch end first; what does not reach is made longer, what is over is looped. */
function laying(build: Build, feed: Feed, loom: Loom): Words {
  const short = loomEnds(build, feed.fuse.loomId!).filter((end) => shortMm(end) > 0);
  const longer =
    short.length > 0
      ? `Make longer before it is laid: ${short.map(({ joins }) => joins).join(', ')}.`
      : 'Every end reaches.';
  return say`${loom.name}, out of its bag along its way before anything is drilled: switch end first, then ${endsOf(feed)}. ${longer} Loose ties until the end; what is over is looped where it stays dry.`;
}

const capping = ({ caps }: Feed): string[] =>
  caps.map(({ name, plannedA }) =>
    plannedA > 0
      ? `${name}: capped and shrunk by itself, tied back, flagged with its slot and ${plannedA} A.`
      : `${name}: capped before anything is switched on, tied back.`,
  );

/** Solder wicks up the strands: beside the joint the wire is stiff, and breaks where it is shaken (common practice, no source). */
const SOLDERING =
  'Soldered joints: twisted, heated until the solder runs in, still until it is dull; shrink over it, and a tie on both sides so that it does not bend.';

function jointMinutes(build: Build, wire: Wire): number {
  if (wire.loomLengthMm !== null) return MINUTES.plug;
  return methodOf(build, wire) === 'solder' ? MINUTES.solder : MINUTES.joint;
}

function feedSteps(build: Build, feeds: readonly AssessedFeed[]): { runs: Unordered[]; joins: Unordered[] } {
  const lines = cutList(build);
  const leads = [...moduleSteps(build, feeds), ...cutLeadSteps(build, feeds)].map(({ given, lamps }) =>
    step(given, lamps),
  );
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
        title: loomOf(build, feed) ? `Lay the loom, ${feed.fuse.name}` : `Run wire, ${feed.fuse.name}`,
        detail: loomOf(build, feed)
          ? laying(build, feed, loomOf(build, feed)!)
          : say`${gauge} ${wire?.colour ?? ''}, ${run(figures.cutLengthMm)} in all to ${endsOf(feed)}. Loose ties until the end, a service loop at each ${feed.lamps.length > 0 ? 'lamp' : 'end'}.`,
        feedIds: [feed.fuse.id],
        people: isLong ? 2 : 1,
        measures: wireMeasures(build, lines, wireIds),
        minutes: Math.max(2, Math.round((figures.cutLengthMm / 1000) * MINUTES.metre)),
      },
      feed.lamps,
    );
  });
  const joins = wired.map(({ feed }) => {
    const source = feed.slot ? sourceInBox(build, feed.slot) : 'the battery stud';
    const seat = seatOf(build, feed.fuse);
    const isSoldered = feed.wires.some((wire) => isRun(wire) && methodOf(build, wire) === 'solder');
    return step(
      {
        key: `join:${feed.fuse.id}`,
        title: `Join lead by lead, ${feed.fuse.name}`,
        detail: [seat ? intoCavity(build, feed, seat) : `From ${source}, fuse still out.`, ...capping(feed)]
          .concat(isSoldered ? SOLDERING : [])
          .concat('Work from the lead list, not from colours; shrink each joint, tape off what is not used.')
          .join(' '),
        caution: 'Supplied lead colours mislead: a red lead may be ground. The fuse stays out.',
        feedIds: [feed.fuse.id],
        where: source,
        minutes:
          (seat ? MINUTES.cavity : MINUTES.tap) +
          feed.wires.filter(isRun).reduce((sum, wire) => sum + jointMinutes(build, wire), 0),
      },
      feed.lamps,
    );
  });
  return { runs, joins: [...leads, ...joins] };
}

/** Plug or patch, pressed or glued in, min (common practice, no source). */
const CLOSING_MINUTES = 2;

/** Old holes that nothing uses are closed before the covers hide them. */
function closeStep(build: Build): Unordered {
  const rows = oldHoleRows(build);
  const said = rows.map(({ count, closedWith }) => `${count} × ${closedWith.toLowerCase()}`).join(', ');
  const holes = rows.reduce((sum, { count }) => sum + count, 0);
  return step({
    key: 'close',
    title: 'Close up',
    detail: `${said && `Old holes: ${said}. `}Grommets seated and sealed, covers back, tools counted.`,
    minutes: 10 + holes * CLOSING_MINUTES,
  });
}

/** Fuses that are in a pocket while somebody works: those of new feeds, and the unit's own ahead of leads that are cut. */
function fusesOut(build: Build, feeds: readonly AssessedFeed[]): string[] {
  const cut = modulesIn(build, feeds).map(({ assessed }) => assessed.feed);
  const own = cut.map(({ fuse }) => `the unit's own ${fuse.ratingA} A ahead of ${fuse.name.toLowerCase()} out`);
  return [...(feeds.length > cut.length ? ['every fuse of the new feeds in your pocket'] : []), ...new Set(own)];
}

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
  const lit = lamps.filter(({ modelKey }) => givesLight(build.models[modelKey]!));
  const trim = Object.values(build.trim);
  const body = bodyOf(build);
  const { holes, mounts } = faceSteps(build, body, lamps);
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
      caution: raisesParts(body) ? 'Support raised beds and booms on their props before working under them.' : null,
      minutes: 10,
    }),
    ...(lit.length > 0 ? looseSteps(lit) : []),
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
    ...switchSteps(build, feeds, holeList(build, body)),
    ...joins,
  ];
  if (joins.length > 0)
    steps.push(
      step({
        key: 'pull',
        title: 'Pull-test every joint',
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
        detail: [
          'Go through the Prove page: every switch, with readings at the feed and the far lamp.',
          ...(feeds.some(({ feed }) => feed.caps.length > 0)
            ? ['At each capped end a test lamp: it lights with its own fuse in, and with no other.']
            : []),
          'Then the fuses out again.',
        ].join(' '),
        minutes: 10 + feeds.length * 8,
      },
      lit,
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
    closeStep(build),
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
