/** A feed hung on another source: all behind its fuse stays, what stands between fuse and source is made anew. */
import {
  applyDrafts,
  type Build,
  type Element,
  type Id,
  type OperationDraft,
  type Wire,
} from '../../document/index.ts';
import { type Feed, placeOfSource, seatOf, takesFeedsFuse } from '../../graph/index.ts';
import { elementPlaces, runMm, TAP_LEAD_MM } from '../../harness/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import { sourceElement } from '../planFeed.ts';
import { planRefit } from '../sizes/planRefit.ts';

export interface SourceRefusal {
  kind: 'notItsOwn' | 'refused';
  message: string;
}

/**
 * Takes a feed off its source and hangs it on another slot, or on the battery (null), its fuse with it: the fuse sits
 * beside the source, so that the wire behind it is as long as the way from there. Refused where the fuse is the unit's own
 * or shared, or where it sits in a cavity or would have to.
 */
export function planMoveSource(
  build: Build,
  feed: Feed,
  slotId: Id | null,
  newId: () => Id,
): Result<OperationDraft[], SourceRefusal> {
  const { fuse, source, upstream } = feed;
  const slot = slotId ? build.slots[slotId] : null;
  const lead = Object.values(build.wires).find(
    ({ from, to }) => from.elementId === source?.id && to.elementId === fuse.id && to.terminal === 'in',
  );
  const isShared = Object.values(build.wires).filter(({ from }) => from.elementId === source?.id).length > 1;
  if (feed.ownFuse || upstream.length > 0 || !source || !lead || isShared)
    return refused({ kind: 'notItsOwn', message: `${fuse.name} has no fuse of its own beside its source.` });
  if (seatOf(build, fuse) || fuse.loomId || (slot && takesFeedsFuse(slot)))
    return refused({ kind: 'notItsOwn', message: `${fuse.name} sits in a slot or in a loom, or would have to.` });
  const made: Element = sourceElement(slot ?? null, fuse.ratingA, newId());
  const onward = Object.values(build.wires).filter(({ from }) => from.elementId === fuse.id && from.terminal === 'out');
  const places = elementPlaces(build);
  const start = placeOfSource(build, slotId);
  const lengths = onward.flatMap(({ id, to }) => {
    const place = places.get(to.elementId);
    return place ? [{ wireId: id, lengthMm: Math.max(TAP_LEAD_MM, runMm(start, place)) }] : [];
  });
  const fresh: Wire = { ...lead, id: newId(), from: { elementId: made.id, terminal: 'out' }, lengthMm: TAP_LEAD_MM };
  const operations: OperationDraft[] = [
    { kind: 'removeFeed', elementIds: [source.id], wireIds: [lead.id] },
    { kind: 'assignFeed', controls: [], elements: [made], wires: [fresh], functions: [] },
    ...(lengths.length > 0 ? [{ kind: 'setWireLengths', lengths } as const] : []),
  ];
  const tried = applyDrafts(build, operations);
  if (!tried.ok) return refused({ kind: 'refused', message: tried.reason.message });
  return ok([...operations, ...planRefit(tried.value, fuse.id)]);
}
