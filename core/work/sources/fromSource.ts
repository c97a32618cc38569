/** Lamps put onto a source that was chosen from the list: what makes the source, the feed itself, and what one would get. */
import type { AssessedFeed } from '../../circuit/index.ts';
import { applyDrafts, type Build, type Id, type Loom, type OperationDraft } from '../../document/index.ts';
import { type FeedWish, planFeed, planFuseBlock, planLoom, planPinSource } from '../../planning/index.ts';
import { ok, type Result } from '../../result.ts';
import { assess, type Finding, findingsAt, isOpen } from '../../rules/index.ts';
import { NEW_BLOCK, pinOfSource, supplyBlocks } from './sources.ts';

export interface SourceWish extends Omit<FeedWish, 'slotId' | 'blockId' | 'capId' | 'spare' | 'control'> {
  control: NonNullable<FeedWish['control']>;
  /** A ready loom instead of wire off the reel. */
  loom: Loom | null;
}

/** A fuse block that is made for a feed: room for five more, carried by forty amps (common practice, no source). */
const BLOCK = { name: 'Fuse block', ways: 6, mainA: 40 };

/** In order: what makes a source of the pin or the block; the feed itself with its sizes. Refused as planFeed and planLoom refuse. */
export function planFromSource(
  build: Build,
  source: string,
  wish: SourceWish,
  newId: () => Id,
): Result<{ before: OperationDraft[]; feed: OperationDraft[] }, { message: string }> {
  const block = source === NEW_BLOCK ? planFuseBlock({ ...BLOCK, table: wish.table }, newId) : null;
  const pin = pinOfSource(build, source);
  const tapped = pin && planPinSource(build, pin.plugId, pin.pin.pin);
  const before = [...(block?.operations ?? []), ...(tapped?.operations ?? [])];
  const standing = applyDrafts(build, before);
  if (!standing.ok) return standing;
  const { loom, ...feedWish } = wish;
  const from = {
    ...feedWish,
    slotId: tapped?.slot.id ?? build.slots[source]?.id ?? null,
    blockId: block?.blockId ?? supplyBlocks(build).find(({ id }) => id === source)?.id ?? null,
    capId: build.elements[source]?.kind === 'cap' ? source : null,
  };
  const planned = loom ? planLoom(standing.value, { ...from, loom }, newId) : planFeed(standing.value, from, newId);
  return planned.ok ? ok({ before, feed: planned.value }) : planned;
}

/** What lamps on a source come to, tried on a copy. */
export interface TriedSource {
  assessed: AssessedFeed;
  /** Stops and cautions of the wiring that it brings. */
  brings: Finding[];
}

/** Meant for a worker: the copy is assessed whole. Refused in words that a fitter reads where it cannot be done. */
export function trySource(
  build: Build,
  source: string,
  wish: SourceWish,
  newId: () => Id,
): Result<TriedSource, { message: string }> {
  const planned = planFromSource(build, source, wish, newId);
  if (!planned.ok) return planned;
  const tried = applyDrafts(build, [...planned.value.before, ...planned.value.feed]);
  if (!tried.ok) return tried;
  const known = new Set(assess(build).findings.map(({ id }) => id));
  const { feeds, findings } = assess(tried.value);
  const assessed = feeds.find(({ feed }) => feed.lamps.some(({ id }) => wish.lampIds.includes(id)));
  if (!assessed) return { ok: false, reason: { message: 'Nothing would light there. Choose another source.' } };
  return ok({
    assessed,
    brings: findingsAt(findings, 'feed').filter((finding) => isOpen(finding) && !known.has(finding.id)),
  });
}
