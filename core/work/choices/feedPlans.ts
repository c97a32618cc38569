/**
 * Complete ways to feed every lamp that has no feed: which share one, from which source, by which control, in which wire.
 * Each is worked out on a copy with all its findings, so that what is chosen between is what one would get.
 */
import { ratedCurrentA } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type Lamp, type OperationDraft } from '../../document/index.ts';
import { placeOf, SIGNAL_WORDS, signalOfSlot, sourceInBox, unfedLamps } from '../../graph/index.ts';
import { legsMm, usualColour } from '../../harness/index.ts';
import { compareTags, tagList } from '../../place/index.ts';
import { planFeed } from '../../planning/index.ts';
import { assess, type Finding, isOpen } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { type Amps, conductor } from '../../units/index.ts';
import { lampsByPurpose, type Purpose, signalLead } from '../purposes.ts';
import { crewSource, type Supply } from './crewSource.ts';

/** Copper, grams a millimetre of length and square millimetre of area. */
const COPPER_G = 8.96e-3;
/** From here on lamps go through a relay: few switches carry it for long (common practice, no source). */
const RELAY_FROM_A = 8;
const RELAY_A = 30;
export type Grouping = 'together' | 'byEnd' | 'byPair';

interface Group {
  purpose: Purpose;
  name: string;
  lamps: Lamp[];
}

const END_NAMES = { front: 'front', rear: 'rear', left: 'sides', right: 'sides', top: 'roof' } as const;

/** Lamps that share a feed. Left and right of a pair always do: half a pair is no lamp to switch. */
function groupsOf(build: Build, lamps: readonly Lamp[], grouping: Grouping): Group[] {
  const sorted = [...lamps].sort((a, b) => compareTags(a.tag, b.tag));
  const groups = lampsByPurpose(build, sorted, ({ id, face, pairId }, { signal }) => {
    if (signal !== null || grouping === 'together') return '';
    return grouping === 'byEnd' ? END_NAMES[face] : (pairId ?? id);
  });
  return groups.map((group) => ({
    ...group,
    name:
      grouping === 'together' || group.purpose.signal !== null
        ? group.purpose.name
        : grouping === 'byEnd'
          ? `${group.purpose.name}, ${END_NAMES[group.lamps[0]!.face]}`
          : `${group.purpose.name} ${tagList(group.lamps.map(({ tag }) => tag))}`.slice(0, 40),
  }));
}

export interface FeedPlan {
  key: string;
  grouping: Grouping;
  supply: Supply;
  /** By the tags of its lamps: what makes the source of each feed, and the feed itself. */
  parts: { tags: string; source: OperationDraft[]; feed: OperationDraft[] }[];
  feeds: {
    name: string;
    tags: string;
    source: string;
    /** Is it a lead that is hot with a signal of the driver? */
    isLead: boolean;
    ratingA: Amps;
    lossRatio: number;
  }[];
  /** Lamps that are left without a feed, and why. */
  left: { tags: string; why: string }[];
  wireM: number;
  copperG: number;
  joints: number;
  minutes: number;
  /** Of what it may lose, the part that the worst lamp loses. */
  worstLossRatio: number;
  /** Lamps that go dark when the fuse with most of them opens. */
  darkWithOneFuse: number;
  /** Stops and cautions that it brings. */
  brings: Finding[];
}

/** Feeds of a plan to be taken, in its order, with the sources that they need; left out, all of them. */
export function partsTaken(parts: FeedPlan['parts'], tags?: ReadonlySet<string>): OperationDraft[] {
  const sources = parts.flatMap(({ source }) => source);
  const operations: OperationDraft[] = [];
  for (const { tags: of, feed } of parts) {
    if (tags && !tags.has(of)) continue;
    const tapped = new Set(
      feed.flatMap((each) =>
        each.kind === 'assignFeed' ? each.elements.flatMap((part) => (part.kind === 'tap' ? [part.slotId] : [])) : [],
      ),
    );
    // A pin may have become a source with a feed of the plan that is left out.
    for (const source of sources)
      if (!operations.includes(source) && source.kind === 'addSlots' && source.slots.some(({ id }) => tapped.has(id)))
        operations.push(source);
    operations.push(...feed);
  }
  return operations;
}

/** What one plan makes of a build. */
function judged(
  build: Build,
  plan: Pick<FeedPlan, 'key' | 'grouping' | 'supply' | 'parts' | 'left'>,
  before: Before,
): FeedPlan | null {
  const tried = applyDrafts(build, partsTaken(plan.parts));
  if (!tried.ok) return null;
  const { feeds, findings } = assess(tried.value);
  const made = feeds.filter(({ feed }) => !before.fuseIds.has(feed.fuse.id));
  const wires = Object.values(tried.value.wires).filter((wire) => !build.wires[wire.id]);
  const minutes = jobSteps(tried.value, feeds).reduce((sum, step) => sum + step.minutes * step.people, 0);
  return {
    ...plan,
    feeds: made.map(({ feed, figures }) => ({
      name: feed.fuse.name,
      tags: tagList(feed.lamps.map(({ tag }) => tag)),
      source: feed.slot ? sourceInBox(tried.value, feed.slot) : 'the battery',
      isLead: feed.slot !== null && signalOfSlot(feed.slot, build.electrics.systemVoltageV) !== null,
      ratingA: feed.fuse.ratingA,
      lossRatio: figures.dropV / figures.dropBudgetV,
    })),
    wireM: wires.reduce((sum, wire) => sum + wire.lengthMm, 0) / 1000,
    copperG: wires.reduce(
      (sum, { table, gauge, lengthMm }) => sum + conductor(table, gauge).areaMm2 * lengthMm * COPPER_G,
      0,
    ),
    joints: new Set(wires.flatMap(({ from, to }) => [from, to].map((end) => `${end.elementId}.${end.terminal}`))).size,
    minutes: minutes - before.minutes,
    worstLossRatio: Math.max(0, ...made.map(({ figures }) => figures.dropV / figures.dropBudgetV)),
    darkWithOneFuse: Math.max(0, ...made.map(({ feed }) => feed.lamps.length)),
    brings: findings.filter((finding) => isOpen(finding) && !before.findingIds.has(finding.id)),
  };
}

interface Before {
  fuseIds: ReadonlySet<Id>;
  findingIds: ReadonlySet<Id>;
  minutes: number;
}

function planned(build: Build, grouping: Grouping, supply: Supply, table: 'awg' | 'metric', newId: () => Id) {
  const parts: FeedPlan['parts'] = [];
  const left: FeedPlan['left'] = [];
  let current = build;
  const take = (drafts: readonly OperationDraft[]): boolean => {
    const tried = applyDrafts(current, drafts);
    if (tried.ok) current = tried.value;
    return tried.ok;
  };
  for (const { purpose, name, lamps } of groupsOf(build, unfedLamps(build), grouping)) {
    const tags = tagList(lamps.map(({ tag }) => tag));
    const needA = ratedCurrentA(build, lamps, 'maximumA');
    const { feeds } = assess(current);
    const lead = purpose.signal && signalLead(current, feeds, purpose.signal, needA);
    const source = purpose.signal
      ? lead && { slotId: lead.slot.id, operations: lead.operations }
      : crewSource(current, feeds, needA, supply);
    if (!source) {
      left.push({ tags, why: `no lead with room was metered that is hot with ${SIGNAL_WORDS[purpose.signal!]}` });
      continue;
    }
    if (!take(source.operations)) continue;
    const feed = planFeed(
      current,
      {
        name,
        slotId: source.slotId,
        lampIds: lamps.map(({ id }) => id),
        control: { name, kind: 'switch', signal: null, ratingA: 10 },
        relayRatingA: needA > RELAY_FROM_A ? RELAY_A : null,
        wanted: 'always',
        table,
        colour: usualColour(purpose.signal),
        patternId: purpose.patternId,
      },
      newId,
    );
    if (!feed.ok) left.push({ tags, why: feed.reason.message });
    else if (!take(feed.value)) left.push({ tags, why: 'it does not go with the rest of the plan' });
    else parts.push({ tags, source: source.operations, feed: feed.value });
  }
  return { parts, left };
}

const GROUPINGS: readonly Grouping[] = ['together', 'byEnd', 'byPair'];
const SUPPLIES: readonly Supply[] = ['own', 'battery'];

export interface FeedPlans {
  plans: FeedPlan[];
  /** Lamps that no plan feeds, and why. */
  left: { tags: string; why: string }[];
  /** No plan can do with less wire than this, m. */
  leastWireM: number;
}

/** Branching between lamps saves at most half of the shortest tree over them, however far is measured (Gilbert and Pollak 1968). */
const LEAST_BRANCHED_RATIO = 1 / 2;

/**
 * Wire that no plan which feeds these lamps can do without, m: every lamp is led to from a source, so all together by no less than the shortest
 * tree (Prim 1957) over lamps and sources along the unit's axes, less what branching in between may save.
 */
function leastWire(build: Build, lamps: readonly Lamp[]): number {
  const sources = [
    build.fusePanel.position,
    placeOf(build, 'battery'),
    ...Object.values(build.plugs).flatMap(({ position }) => (position ? [position] : [])),
  ];
  const toTree = new Map(
    lamps.map(({ id, position }) => [id, Math.min(...sources.map((source) => legsMm(source, position)))]),
  );
  let sumMm = 0;
  while (toTree.size > 0) {
    const [nearest, distanceMm] = [...toTree].reduce((least, each) => (each[1] < least[1] ? each : least));
    sumMm += distanceMm;
    toTree.delete(nearest);
    const { position } = build.lamps[nearest]!;
    for (const [id, known] of toTree) toTree.set(id, Math.min(known, legsMm(position, build.lamps[id]!.position)));
  }
  return (LEAST_BRANCHED_RATIO * sumMm) / 1000;
}

/**
 * All plans that differ, best first: fewest stops, then fewest lamps left, then as it is done on this unit, then least time. Meant for a worker: each is
 * assessed whole.
 */
export function feedPlans(build: Build, table: 'awg' | 'metric', newId: () => Id): FeedPlans {
  const { feeds, findings } = assess(build);
  const before: Before = {
    fuseIds: new Set(feeds.map(({ feed }) => feed.fuse.id)),
    findingIds: new Set(findings.map(({ id }) => id)),
    minutes: jobSteps(build, feeds).reduce((sum, step) => sum + step.minutes * step.people, 0),
  };
  const drafts = GROUPINGS.flatMap((grouping) =>
    SUPPLIES.map((supply) => ({ grouping, supply, draft: planned(build, grouping, supply, table, newId) })),
  );
  const plans = drafts.flatMap(({ grouping, supply, draft }) => {
    if (draft.parts.length === 0) return [];
    return judged(build, { key: `${grouping} ${supply}`, grouping, supply, ...draft }, before) ?? [];
  });
  const looks = (plan: FeedPlan) =>
    plan.feeds
      .map(({ tags, source }) => `${tags} ${source}`)
      .sort()
      .join('; ');
  const seen = new Set<string>();
  const distinct = plans.filter((plan) => !seen.has(looks(plan)) && seen.add(looks(plan)));
  const stops = ({ brings }: FeedPlan) => brings.filter(({ severity }) => severity === 'stop').length;
  // What nobody has said is no habit: then the quickest comes first.
  const { grouping, supply } = build.habits;
  const isOther = (plan: FeedPlan) =>
    Number(grouping !== undefined && (grouping === 'together') !== (plan.grouping === 'together')) +
    Number(supply !== undefined && (supply === 'battery') !== (plan.supply === 'battery'));
  distinct.sort(
    (a, b) => stops(a) - stops(b) || a.left.length - b.left.length || isOther(a) - isOther(b) || a.minutes - b.minutes,
  );
  const always = drafts[0]!.draft.left.filter(({ tags }) =>
    drafts.every(({ draft }) => draft.left.some((each) => each.tags === tags)),
  );
  const leftBySome = new Set(drafts.flatMap(({ draft }) => draft.left.flatMap(({ tags }) => tags.split(' '))));
  const fedByAll = unfedLamps(build).filter(({ tag }) => !leftBySome.has(tag));
  return { plans: distinct, left: always, leastWireM: leastWire(build, fedByAll) };
}
