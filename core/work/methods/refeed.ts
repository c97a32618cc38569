/** Lamps of a feed fed anew: what comes off, and what the new wiring has of the old. */
import type { Build, Id, OperationDraft } from '../../document/index.ts';
import { deriveFeeds, type Feed } from '../../graph/index.ts';
import type { FeedWish } from '../../planning/index.ts';

/** What of some feeds no other needs, taken off. */
export function takenOff(build: Build, feeds: readonly Feed[]): OperationDraft {
  const chosen = new Set(feeds.map((feed) => feed.fuse.id));
  const others = deriveFeeds(build).filter((feed) => !chosen.has(feed.fuse.id));
  const only = (idsOf: (feed: Feed) => Id[]) => {
    const shared = new Set(others.flatMap(idsOf));
    return [...new Set(feeds.flatMap(idsOf))].filter((id) => !shared.has(id));
  };
  const wireIdsOf = (feed: Feed) => [...feed.wires, ...feed.groundWires].map((wire) => wire.id);
  return { kind: 'removeFeed', elementIds: only((feed) => feed.elementIds), wireIds: only(wireIdsOf) };
}

/** What new wiring has of the feed that it comes from. */
export function likeFeed(build: Build, feed: Feed, control: Id): Omit<FeedWish, 'name' | 'slotId' | 'lampIds'> {
  const shown = Object.values(build.functions).find((each) => each.controlId === control);
  const wire = feed.wires[0];
  return {
    control: { id: control },
    relayRatingA: relayOf(build, feed),
    family: feed.fuse.family,
    wanted: feed.fuse.wanted,
    table: wire?.table ?? 'metric',
    colour: wire?.colour ?? 'red',
    patternId: Object.values(shown?.shows ?? {})[0]?.patternId ?? 'steady',
  };
}

function relayOf(build: Build, feed: Feed): number | null {
  for (const id of feed.elementIds) {
    const element = build.elements[id];
    if (element?.kind === 'relay') return element.ratingA;
  }
  return null;
}

/** Is it switched by hand, through a switch or a relay of its own that new wiring could have too? */
export const isPlain = ({ contacts, ownFuse, fuse }: Feed): boolean =>
  !ownFuse && !fuse.loomId && contacts.every(({ element }) => element.kind === 'switch' || element.kind === 'relay');
