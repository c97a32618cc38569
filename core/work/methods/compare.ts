/**
 * Ways to do the same wiring, each worked out whole. Crews disagree about them; what follows from each is told in marks,
 * hours, metres, holes, loss, what goes dark when one thing fails, and functions that are lost.
 */

import { bodyOf } from '../../body/index.ts';
import { type AssessedFeed, keptFigures } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type OperationDraft } from '../../document/index.ts';
import { deriveFeeds, type Feed, returnWay, wireEnds, wiresRun } from '../../graph/index.ts';
import { bundlesOf, jointList, planLengths, throughNode, wireRoutes } from '../../harness/index.ts';
import { planRefit } from '../../planning/index.ts';
import { assess, type Finding, isOpen } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords, type Millimetres, type Words } from '../../units/index.ts';
import { boughtQuantity, partsList } from '../parts/partsList.ts';

export interface WiringFigures {
  partsMarks: number;
  /** Kinds of part that nobody has put a price to: they are in no sum. */
  unpriced: string[];
  minutes: number;
  wireMm: Millimetres;
  joints: number;
  fuses: number;
  /** Ways through walls that wires go through. */
  waysThrough: number;
  /** Of the thickest bundle; null while no routes are laid. */
  thickestMm: Millimetres | null;
  /** Of the lamps that are asked about: how many there are, and how many go dark with one fuse, with one wire. */
  lamps: number;
  darkWithFuse: number;
  darkWithWire: number;
  /** Of what it may lose, the part that the worst of them loses. */
  worstLossRatio: number;
  stops: number;
  cautions: number;
}

/** One way of doing it, before it is worked out. */
export interface Way {
  name: string;
  /** What no figure says: how it holds, how it is undone. */
  notes?: string[];
  operations: OperationDraft[];
}

export interface WiringMethod extends Required<Way> {
  figures: WiringFigures;
  /** Functions that can no more be switched by themselves. */
  lost: string[];
  /** Stops and cautions that the build has not now. */
  brings: Words[];
}

export type Prices = ReadonlyMap<string, number>;

/** The first is how it is now: nothing turns the build into it. */
export type Comparison = { ok: true; methods: WiringMethod[] } | { ok: false; reason: string };

/** Of some lamps, those that have a source ahead of them and metal behind. */
function whole(build: Build, lampIds: ReadonlySet<Id>): Set<Id> {
  const ends = wireEnds(build);
  const fed = new Set(deriveFeeds(build).flatMap(({ source, lamps }) => (source ? lamps.map(({ id }) => id) : [])));
  return new Set(
    Object.values(build.elements).flatMap((element) => {
      if (element.kind !== 'lampLoad' || !lampIds.has(element.lampId) || !fed.has(element.lampId)) return [];
      const back = returnWay(build, ends, { elementId: element.id, terminal: 'minus' });
      return back.elementIds.some((id) => build.elements[id]?.kind === 'ground') ? [element.lampId] : [];
    }),
  );
}

/** How many of some lamps go dark when the one wire parts that most of them hang on. */
export function darkWithOneWire(build: Build, lampIds: ReadonlySet<Id>): number {
  const feeds = deriveFeeds(build).filter(({ lamps }) => lamps.some(({ id }) => lampIds.has(id)));
  const ids = new Set(feeds.flatMap(({ elementIds }) => elementIds));
  const wires = Object.fromEntries(
    Object.entries(build.wires).filter(([, { from, to }]) => ids.has(from.elementId) && ids.has(to.elementId)),
  );
  const elements = Object.fromEntries(Object.entries(build.elements).filter(([id]) => ids.has(id)));
  const part: Build = { ...build, elements, wires };
  const lit = whole(part, lampIds).size;
  const without = (id: Id): number => {
    const { [id]: _, ...others } = wires;
    return lit - whole({ ...part, wires: others }, lampIds).size;
  };
  return Math.max(0, ...Object.keys(wires).map(without));
}

interface WorkedOut {
  figures: WiringFigures;
  feeds: AssessedFeed[];
  findings: Finding[];
}

function workedOut(build: Build, lampIds: ReadonlySet<Id>, prices: Prices): WorkedOut {
  const body = bodyOf(build);
  const { feeds, findings } = assess(build, body);
  const parts = partsList(build, feeds).filter((part) => !part.missing && part.group !== 'tools');
  const runs = wireRoutes(build, body);
  const bundles = bundlesOf(build, body, runs);
  const passes = Object.values(build.routeNodes).filter((node) => node.pass !== null);
  const routes = passes.filter((node) => throughNode(build, runs, node.id).runs.length > 0);
  const steps = jobSteps(build, feeds);
  const asked = feeds.flatMap(({ feed, figures }) => {
    const count = feed.lamps.filter(({ id }) => lampIds.has(id)).length;
    return count > 0 ? [{ count, lossRatio: figures.dropV / figures.dropBudgetV }] : [];
  });
  return {
    feeds,
    findings,
    figures: {
      partsMarks: parts.reduce((sum, part) => sum + boughtQuantity(part) * (prices.get(part.key) ?? 0), 0),
      unpriced: parts.filter((part) => !prices.has(part.key)).map((part) => part.name),
      minutes: steps.reduce((sum, step) => sum + step.minutes * step.people, 0),
      wireMm: wiresRun(build).reduce((sum, wire) => sum + wire.lengthMm, 0),
      joints: jointList(build).length,
      fuses: feeds.length,
      waysThrough: routes.length,
      thickestMm: bundles.length === 0 ? null : Math.max(...bundles.map((bundle) => bundle.diameterMm)),
      lamps: lampIds.size,
      darkWithFuse: Math.max(0, ...asked.map(({ count }) => count)),
      darkWithWire: darkWithOneWire(build, lampIds),
      worstLossRatio: Math.max(0, ...asked.map(({ lossRatio }) => lossRatio)),
      stops: findings.filter((finding) => finding.severity === 'stop').length,
      cautions: findings.filter((finding) => finding.severity === 'caution').length,
    },
  };
}

/** What switches a feed, on its feed side or on its ground side. */
export const controlsOf = (feed: Feed): Id[] =>
  [...feed.contacts, ...feed.groundContacts].map((contact) => contact.control.id);
const fedControls = (feeds: readonly AssessedFeed[]): Set<Id> => new Set(feeds.flatMap(({ feed }) => controlsOf(feed)));

/** What finishes a way: new wires cut to their routes where routes are laid, and feeds made fit for what they carry then. */
function finished(build: Build, lampIds: ReadonlySet<Id>, operations: readonly OperationDraft[]): OperationDraft[] {
  const all = [...operations];
  const take = (plan: (current: Build) => readonly OperationDraft[]): void => {
    const current = applyDrafts(build, all);
    if (current.ok) all.push(...plan(current.value));
  };
  take((current) => {
    if (Object.keys(current.routeNodes).length === 0) return [];
    const isNew = (id: Id) => {
      const [was, is] = [build.wires[id], current.wires[id]!];
      return was?.from !== is.from || was.to !== is.to || was.lengthMm !== is.lengthMm;
    };
    const routes = wireRoutes(current, bodyOf(current)).filter(({ run }) => run.wireIds.some(isNew));
    const cut = planLengths(current, routes);
    return cut ? [cut] : [];
  });
  const lost = lossRatios(build, lampIds);
  // What lost too much before does so by no fault of the way: thicker wire for it is another question.
  take((current) =>
    [...lossRatios(current, lampIds)].flatMap(([fuseId, ratio]) =>
      ratio > (lost.get(fuseId) ?? 0) + 1e-6 ? planRefit(current, fuseId) : [],
    ),
  );
  return all;
}

/** By the fuses of feeds of some lamps: of what may be lost, the part that is. */
const lossRatios = (build: Build, lampIds: ReadonlySet<Id>): Map<Id, number> =>
  new Map(
    deriveFeeds(build)
      .filter(({ lamps }) => lamps.some(({ id }) => lampIds.has(id)))
      .map((feed) => {
        const { dropV, dropBudgetV } = keptFigures(build, feed);
        return [feed.fuse.id, dropV / dropBudgetV];
      }),
  );

/** How the lamps of some feeds are wired now, and other ways, each tried on a copy; the first of `ways` is how it is now. */
export function compared(build: Build, feeds: readonly Feed[], ways: readonly Way[], prices: Prices): Comparison {
  const lampIds = new Set(feeds.flatMap(({ lamps }) => lamps.map(({ id }) => id)));
  const now = workedOut(build, lampIds, prices);
  // What was told before is not brought, though another slot or plug stands in its words now.
  const known = new Set(now.findings.filter(isOpen).flatMap((finding) => [finding.id, inWords(finding.message)]));
  const before = fedControls(now.feeds);
  const methods: WiringMethod[] = [];
  for (const { name, notes = [], operations } of ways) {
    const all = operations.length === 0 ? [] : finished(build, lampIds, operations);
    const tried = applyDrafts(build, all);
    if (!tried.ok) return { ok: false, reason: tried.reason.message };
    const other = operations.length === 0 ? now : workedOut(tried.value, lampIds, prices);
    const after = fedControls(other.feeds);
    const lost = Object.values(build.functions).filter(
      (each) => each.controlId !== null && before.has(each.controlId) && !after.has(each.controlId),
    );
    const brings = other.findings
      .filter((finding) => isOpen(finding) && !known.has(finding.id) && !known.has(inWords(finding.message)))
      .map((finding) => finding.message);
    methods.push({ name, notes, operations: all, figures: other.figures, lost: lost.map((each) => each.name), brings });
  }
  return { ok: true, methods };
}
