/**
 * Two ways to do the same wiring, each worked out whole: ready looms against own wire, separate runs against one run.
 * Crews disagree about both; what follows from each is told in marks, hours, metres, ways through and functions.
 */

import { bodyOf } from '../../body/index.ts';
import type { AssessedFeed } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type OperationDraft, type Wire } from '../../document/index.ts';
import { deriveFeeds, type Feed, isRun, wiresRun } from '../../graph/index.ts';
import { bundlesOf, throughNode, wireRoutes } from '../../harness/index.ts';
import { planFeed } from '../../planning/index.ts';
import { assess, type Finding } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords, type Millimetres, type Words } from '../../units/index.ts';
import { boughtQuantity, partsList } from './partsList.ts';

/** Ready looms come in these lengths (common practice, no source). */
const LOOM_LENGTHS_MM = [2000, 3000, 4000, 5000, 6000, 8000, 10_000, 12_000];
/** Shorter wires are the lamp's own lead or lie in the panel: no loom is bought for them. */
const LOOM_FROM_MM = 1000;

export interface WiringFigures {
  partsMarks: number;
  /** Kinds of part that nobody has put a price to: they are in no sum. */
  unpriced: string[];
  minutes: number;
  wireMm: Millimetres;
  fuses: number;
  /** Ways through walls that wires go through. */
  waysThrough: number;
  /** Of the thickest bundle; null while no routes are laid. */
  thickestMm: Millimetres | null;
  stops: number;
  cautions: number;
}

export interface WiringMethod {
  name: string;
  figures: WiringFigures;
  /** Functions that can no more be switched by themselves. */
  lost: string[];
  /** Stops and cautions that the build has not now. */
  brings: Words[];
  /** What turns the build into this; empty for how it is. */
  operations: OperationDraft[];
}

export type Prices = ReadonlyMap<string, number>;

const grave = (findings: readonly Finding[]) => findings.filter((finding) => finding.severity !== 'note');

function workedOut(
  build: Build,
  prices: Prices,
): { figures: WiringFigures; feeds: AssessedFeed[]; findings: Finding[] } {
  const body = bodyOf(build);
  const { feeds, findings } = assess(build, body);
  const parts = partsList(build, feeds).filter((part) => !part.missing && part.group !== 'tools');
  const runs = wireRoutes(build, body);
  const bundles = bundlesOf(build, body, runs);
  const passes = Object.values(build.routeNodes).filter((node) => node.pass !== null);
  const routes = passes.filter((node) => throughNode(build, runs, node.id).runs.length > 0);
  const steps = jobSteps(build, feeds);
  return {
    feeds,
    findings,
    figures: {
      partsMarks: parts.reduce((sum, part) => sum + boughtQuantity(part) * (prices.get(part.key) ?? 0), 0),
      unpriced: parts.filter((part) => !prices.has(part.key)).map((part) => part.name),
      minutes: steps.reduce((sum, step) => sum + step.minutes * step.people, 0),
      wireMm: wiresRun(build).reduce((sum, wire) => sum + wire.lengthMm, 0),
      fuses: feeds.length,
      waysThrough: routes.length,
      thickestMm: bundles.length === 0 ? null : Math.max(...bundles.map((bundle) => bundle.diameterMm)),
      stops: findings.filter((finding) => finding.severity === 'stop').length,
      cautions: findings.filter((finding) => finding.severity === 'caution').length,
    },
  };
}

/** What switches a feed, on its feed side or on its ground side. */
const controlsOf = (feed: Feed): Id[] =>
  [...feed.contacts, ...feed.groundContacts].map((contact) => contact.control.id);
const fedControls = (feeds: readonly AssessedFeed[]): Set<Id> => new Set(feeds.flatMap(({ feed }) => controlsOf(feed)));

export type Comparison = { ok: true; methods: [WiringMethod, WiringMethod] } | { ok: false; reason: string };

function compared(build: Build, names: [string, string], operations: OperationDraft[], prices: Prices): Comparison {
  const tried = applyDrafts(build, operations);
  if (!tried.ok) return { ok: false, reason: tried.reason.message };
  const [now, other] = [workedOut(build, prices), workedOut(tried.value, prices)];
  const known = new Set(grave(now.findings).map((finding) => inWords(finding.message)));
  const [before, after] = [fedControls(now.feeds), fedControls(other.feeds)];
  const lost = Object.values(build.functions).filter(
    (each) => each.controlId !== null && before.has(each.controlId) && !after.has(each.controlId),
  );
  const brings = grave(other.findings)
    .map((finding) => finding.message)
    .filter((message) => !known.has(inWords(message)));
  return {
    ok: true,
    methods: [
      { name: names[0], figures: now.figures, lost: [], brings: [], operations: [] },
      { name: names[1], figures: other.figures, lost: lost.map((each) => each.name), brings, operations },
    ],
  };
}

/** Long wires of some feeds as ready looms, the next longer there is; where they are looms already, as own wire. */
export function compareLooms(build: Build, feeds: readonly Feed[], prices: Prices): Comparison {
  const wires = feeds.flatMap((feed) => feed.wires).filter((wire) => isRun(wire) && wire.lengthMm >= LOOM_FROM_MM);
  const looms = wires.filter((wire) => wire.loomLengthMm !== null);
  const change = (wire: Wire, loomLengthMm: Millimetres | null): OperationDraft => ({
    kind: 'editWires',
    wireIds: [wire.id],
    changes: loomLengthMm === null ? { loomLengthMm } : { loomLengthMm, lengthMm: loomLengthMm },
  });
  if (looms.length > 0)
    return compared(
      build,
      ['Ready looms', 'Own wire'],
      looms.map((wire) => change(wire, null)),
      prices,
    );
  if (wires.length === 0) return { ok: false, reason: 'These feeds have no wire long enough for a loom.' };
  const tooLong = wires.find((wire) => wire.lengthMm > LOOM_LENGTHS_MM.at(-1)!);
  if (tooLong) return { ok: false, reason: `No ready loom is ${(tooLong.lengthMm / 1000).toFixed(1)} m long.` };
  const fitting = (wire: Wire) => LOOM_LENGTHS_MM.find((lengthMm) => lengthMm >= wire.lengthMm)!;
  return compared(
    build,
    ['Own wire', 'Ready looms'],
    wires.map((wire) => change(wire, fitting(wire))),
    prices,
  );
}

/** Feeds with a run each against one run for all of their lamps, from the source and by the control of the first. */
export function compareRuns(build: Build, feeds: readonly Feed[], prices: Prices, newId: () => Id): Comparison {
  const [first] = feeds;
  if (!first || feeds.length < 2) return { ok: false, reason: 'Choose two feeds or more.' };
  const control = controlsOf(first)[0];
  if (!control) return { ok: false, reason: `${first.fuse.name} has no control that could switch the others too.` };
  const chosen = new Set(feeds.map((feed) => feed.fuse.id));
  const others = deriveFeeds(build).filter((feed) => !chosen.has(feed.fuse.id));
  const wireIdsOf = (feed: Feed) => [...feed.wires, ...feed.groundWires].map((wire) => wire.id);
  const only = (idsOf: (feed: Feed) => Id[]) => {
    const shared = new Set(others.flatMap(idsOf));
    return [...new Set(feeds.flatMap(idsOf))].filter((id) => !shared.has(id));
  };
  const remove: OperationDraft = {
    kind: 'removeFeed',
    elementIds: only((feed) => feed.elementIds),
    wireIds: only(wireIdsOf),
  };
  const bare = applyDrafts(build, [remove]);
  if (!bare.ok) return { ok: false, reason: bare.reason.message };
  const shown = Object.values(build.functions).find((each) => each.controlId === control);
  const wire = first.wires[0];
  const planned = planFeed(
    bare.value,
    {
      name: first.fuse.name,
      slotId: first.slot?.id ?? null,
      lampIds: [...new Set(feeds.flatMap((feed) => feed.lamps.map((lamp) => lamp.id)))],
      control: { id: control },
      relayRatingA: relayOf(build, first),
      family: first.fuse.family,
      wanted: first.fuse.wanted,
      table: wire?.table ?? 'metric',
      colour: wire?.colour ?? 'red',
      patternId: Object.values(shown?.shows ?? {})[0]?.patternId ?? 'steady',
    },
    newId,
  );
  if (!planned.ok) return { ok: false, reason: planned.reason.message };
  return compared(build, ['A run each', 'One run'], [remove, ...planned.value], prices);
}

function relayOf(build: Build, feed: Feed): number | null {
  for (const id of feed.elementIds) {
    const element = build.elements[id];
    if (element?.kind === 'relay') return element.ratingA;
  }
  return null;
}
