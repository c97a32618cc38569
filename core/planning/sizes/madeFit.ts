/** Planned changes, with what makes every feed of some lamps fit for what it carries then. */
import { applyDrafts, type Build, type Id, type OperationDraft } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { planRefit } from './planRefit.ts';

/** The changes as they are where they cannot be made. */
export function madeFit(build: Build, planned: readonly OperationDraft[], lampIds: readonly Id[]): OperationDraft[] {
  const all = [...planned];
  const first = applyDrafts(build, all);
  if (!first.ok) return all;
  const feeds = deriveFeeds(first.value).filter(({ lamps }) => lamps.some(({ id }) => lampIds.includes(id)));
  for (const { fuse } of feeds) {
    const current = applyDrafts(build, all);
    if (current.ok) all.push(...planRefit(current.value, fuse.id));
  }
  return all;
}
