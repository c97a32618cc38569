/** Runs of several feeds made one, and a feed of several pairs made a run each. */
import { ratedCurrentA } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type Lamp, type OperationDraft } from '../../document/index.ts';
import type { Feed } from '../../graph/index.ts';
import { compareTags, tagList } from '../../place/index.ts';
import { planFeed } from '../../planning/index.ts';
import { assess } from '../../rules/index.ts';
import { crewSource } from '../choices/crewSource.ts';
import { type Comparison, compared, controlsOf, type Prices } from './compare.ts';
import { isPlain, likeFeed, takenOff } from './refeed.ts';

/** Feeds with a run each against one run for all of their lamps; a single feed against a run for each pair of its lamps. */
export function compareRuns(build: Build, feeds: readonly Feed[], prices: Prices, newId: () => Id): Comparison {
  const [first] = feeds;
  if (!first) return { ok: false, reason: 'Choose a feed or more.' };
  const control = controlsOf(first)[0];
  if (!control || !feeds.every(isPlain))
    return {
      ok: false,
      reason: `${first.fuse.name} has no switch or relay of its own that other runs could have too.`,
    };
  const way = feeds.length > 1 ? together(build, feeds, control, newId) : apart(build, first, control, newId);
  if ('reason' in way) return { ok: false, reason: way.reason };
  const names = feeds.length > 1 ? ['A run each', 'One run'] : ['One run', 'A run each'];
  return compared(
    build,
    feeds,
    [
      { name: names[0]!, operations: [] },
      { name: names[1]!, ...way },
    ],
    prices,
  );
}

type Planned = { operations: OperationDraft[] } | { reason: string };

function together(build: Build, feeds: readonly Feed[], control: Id, newId: () => Id): Planned {
  const first = feeds[0]!;
  const remove = takenOff(build, feeds);
  const bare = applyDrafts(build, [remove]);
  if (!bare.ok) return { reason: bare.reason.message };
  const planned = planFeed(
    bare.value,
    {
      ...likeFeed(build, first, control),
      name: first.fuse.name,
      slotId: first.slot?.id ?? null,
      lampIds: [...new Set(feeds.flatMap((feed) => feed.lamps.map((lamp) => lamp.id)))],
    },
    newId,
  );
  return planned.ok ? { operations: [remove, ...planned.value] } : { reason: planned.reason.message };
}

/** Lamps of a feed by pairs, in the order of their tags. */
function pairsOf({ lamps }: Feed): Lamp[][] {
  const pairs = new Map<string, Lamp[]>();
  for (const lamp of [...lamps].sort((a, b) => compareTags(a.tag, b.tag))) {
    const key = lamp.pairId ?? lamp.housingId ?? lamp.id;
    pairs.set(key, [...(pairs.get(key) ?? []), lamp]);
  }
  return [...pairs.values()];
}

/** The first pair keeps source and switch; every other one gets its own. */
function apart(build: Build, feed: Feed, control: Id, newId: () => Id): Planned {
  const pairs = pairsOf(feed);
  if (pairs.length < 2) return { reason: `${feed.fuse.name} has one pair of lamps: there is nothing to part.` };
  const like = likeFeed(build, feed, control);
  const { name, kind, signal, ratingA } = build.controls[control]!;
  // The driver's signal works every run of its own lamps; a switch is one of each run's.
  const isSignal = kind === 'signal';
  const parted = pairs.slice(1).flatMap((lamps) => lamps.map(({ id }) => id));
  const operations: OperationDraft[] = [
    takenOff(build, [feed]),
    ...(isSignal ? [] : withoutLamps(build, control, parted)),
  ];
  for (const [index, lamps] of pairs.entries()) {
    const current = applyDrafts(build, operations);
    if (!current.ok) return { reason: current.reason.message };
    const needA = ratedCurrentA(build, lamps, 'maximumA');
    const tags = tagList(lamps.map(({ tag }) => tag));
    const own = { name: `${name} ${tags}`.slice(0, 40), kind, signal, ratingA };
    const { feeds } = assess(current.value);
    const source =
      index === 0
        ? { slotId: feed.slot?.id ?? null, operations: [] }
        : crewSource(current.value, feeds, needA, 'own', feed.fuse.wanted);
    operations.push(...source.operations);
    const standing = applyDrafts(build, operations);
    if (!standing.ok) return { reason: standing.reason.message };
    const planned = planFeed(
      standing.value,
      {
        ...like,
        name: index === 0 ? feed.fuse.name : `${feed.fuse.name} ${tags}`.slice(0, 60),
        slotId: source.slotId,
        lampIds: lamps.map(({ id }) => id),
        control: index === 0 || isSignal ? like.control : own,
      },
      newId,
    );
    if (!planned.ok) return { reason: planned.reason.message };
    operations.push(...planned.value);
  }
  return { operations };
}

/** Lamps taken out of what a control has shown with them. */
const withoutLamps = (build: Build, control: Id, lampIds: readonly Id[]): OperationDraft[] =>
  Object.values(build.functions).flatMap(({ id, controlId, shows }): OperationDraft[] => {
    const shown = lampIds.filter((lampId) => shows[lampId]);
    return controlId === control && shown.length > 0
      ? [{ kind: 'dropFromFunction', functionId: id, lampIds: shown }]
      : [];
  });
