/** Where lamps find ground, and on which side of them their switch stands. */
import type { Build, Id, OperationDraft } from '../../document/index.ts';
import type { Feed } from '../../graph/index.ts';
import { planGroundBus, planGroundReturn, planOwnGround, planSwitchSide, switchSideOf } from '../../planning/index.ts';
import { type Comparison, compared, type Prices, type Way } from './compare.ts';

const NAMES = { local: 'Metal at each', return: 'One return', bus: 'Star to a bus' };
const NOTES = {
  local: [
    'Least wire. Each needs bare metal that hangs together with the battery: none on plastic, none across a hinge.',
  ],
  return: ['One ground point to keep clean. A bad one dims all of them at once.'],
  bus: ['One ground point, a wire each: lamps do not pull each other down. Most wire.'],
};
type Kind = keyof typeof NAMES;

/** How the lamps of a feed come to ground now. */
export function groundKind(build: Build, feed: Feed): Kind {
  const at = feed.groundWires.flatMap(({ from, to }) => [from.elementId, to.elementId]);
  if (at.some((id) => build.elements[id]?.kind === 'block')) return 'bus';
  // One wire that collects lamps has a joint at each where the wire comes, goes on, and the lamp's own ends.
  const isCollecting = (id: Id) =>
    build.elements[id]?.kind === 'splice' && at.filter((other) => other === id).length > 2;
  return at.some(isCollecting) ? 'return' : 'local';
}

/** Grounds of some feeds on metal where each lamp sits, collected by one wire, or a wire each to a bus. */
export function compareGrounds(build: Build, feeds: readonly Feed[], prices: Prices, newId: () => Id): Comparison {
  const [first] = feeds;
  if (!first) return { ok: false, reason: 'Choose a feed or more.' };
  if (feeds.some(({ groundContacts }) => groundContacts.length > 0))
    return { ok: false, reason: 'A switch on the ground side needs its return: move the switch first.' };
  const lampIds = feeds.flatMap(({ lamps }) => lamps.map(({ id }) => id));
  const operations: Record<Kind, () => OperationDraft[]> = {
    local: () => planOwnGround(build, lampIds, newId),
    return: () => (lampIds.length > 1 ? planGroundReturn(build, lampIds, newId) : []),
    bus: () => planGroundBus(build, lampIds, newId),
  };
  const now = groundKind(build, first);
  const ways = (Object.keys(NAMES) as Kind[])
    .filter((kind) => kind !== now)
    .map((kind): Way => ({ name: NAMES[kind], notes: NOTES[kind], operations: operations[kind]() }));
  const standing: Way = { name: NAMES[now], notes: NOTES[now], operations: [] };
  return compared(build, feeds, [standing, ...ways.filter((way) => way.operations.length > 0)], prices);
}

const SIDE_NAMES = { feed: 'On the feed side', ground: 'On the ground side' };
const SIDE_NOTES = {
  feed: ['Off is off: behind the switch nothing is live.'],
  ground: ['One switch can enable many; lamps stay live while they are off, and what else finds ground lights them.'],
};

/** The switch of a feed between source and lamps, or between lamps and metal. */
export function compareSides(build: Build, feeds: readonly Feed[], prices: Prices, newId: () => Id): Comparison {
  const [feed, ...more] = feeds;
  if (!feed || more.length > 0) return { ok: false, reason: 'Choose one feed.' };
  const side = switchSideOf(feed);
  if (!side) return { ok: false, reason: `${feed.fuse.name} has no plain switch that could change sides.` };
  const planned = planSwitchSide(build, feed, newId);
  if (!planned.ok) return { ok: false, reason: planned.reason.message };
  const other = side === 'feed' ? 'ground' : 'feed';
  return compared(
    build,
    feeds,
    [
      { name: SIDE_NAMES[side], notes: SIDE_NOTES[side], operations: [] },
      { name: SIDE_NAMES[other], notes: SIDE_NOTES[other], operations: planned.value },
    ],
    prices,
  );
}
