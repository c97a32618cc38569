/** Fuse and wire of a feed made fit for what hangs on it now. */
import { fuseForLamps, plannedA, USUAL_BUNDLE } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type OperationDraft, type Wire } from '../../document/index.ts';
import { deriveFeeds, isSized } from '../../graph/index.ts';
import { ampacityA, conductor } from '../../units/index.ts';
import { planThickerBehindTails } from './planTails.ts';
import { thickerWire, thinnestFor } from './planThicker.ts';

/**
 * A larger fuse where the load asks for one (the unit's own stays as it is), wires that it protects, and thicker ones where
 * too much would be lost, as far as that goes. Never makes anything smaller. Nothing for a feed that is gone or that no
 * fuse carries.
 */
export function planRefit(build: Build, fuseId: Id): OperationDraft[] {
  const feed = deriveFeeds(build).find((each) => each.fuse.id === fuseId);
  const needed = feed?.ownFuse
    ? feed.fuse.ratingA
    : feed && fuseForLamps(build, feed.lamps, feed.fuse.family, plannedA(feed));
  if (!feed || !needed) return [];
  const ratingA = Math.max(feed.fuse.ratingA, needed);
  const operations: OperationDraft[] =
    ratingA === feed.fuse.ratingA ? [] : [{ kind: 'editFuse', elementId: fuseId, changes: { ratingA } }];
  const weak = [...feed.wires, ...feed.groundWires].filter(
    (wire) => isSized(wire) && ampacityA(conductor(wire.table, wire.gauge), { bundled: USUAL_BUNDLE }) < ratingA,
  );
  for (const table of ['metric', 'awg'] as const) {
    const wireIds = weak.filter((wire) => wire.table === table).map((wire) => wire.id);
    const size = thinnestFor(table, ratingA);
    if (wireIds.length > 0 && size)
      operations.push({ kind: 'editWires', wireIds, changes: { gauge: size.gauge as Wire['gauge'] } });
  }
  const fitted = applyDrafts(build, operations);
  if (!fitted.ok) return operations;
  const thicker = thickerWire(fitted.value, fuseId);
  const behindTails = thicker.within ? null : planThickerBehindTails(fitted.value, fuseId);
  return [...operations, ...(behindTails ?? thicker).operations];
}
