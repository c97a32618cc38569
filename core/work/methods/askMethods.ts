/** The questions on which crews disagree, each answered by ways side by side. */
import type { Build, Id, Loom } from '../../document/index.ts';
import { assess } from '../../rules/index.ts';
import type { Comparison, Prices } from './compare.ts';
import { compareJoints } from './ends.ts';
import { compareGrounds, compareSides } from './grounds.ts';
import { compareLooms } from './looms.ts';
import { compareRuns } from './runs.ts';
import { compareSources } from './sources.ts';

export const METHOD_QUESTIONS = ['joints', 'looms', 'runs', 'sources', 'grounds', 'sides'] as const;
export type MethodQuestion = (typeof METHOD_QUESTIONS)[number];

/** What the shop knows of parts: prices, and looms that are bought ready. */
export interface ShopKnows {
  prices: Prices;
  looms: readonly Loom[];
}

/** How some feeds, by their fuses, are wired now, and the other ways there are. Heavy: meant for a worker. */
export function askMethods(
  build: Build,
  question: MethodQuestion,
  fuseIds: readonly Id[],
  { prices, looms }: ShopKnows,
  newId: () => Id,
): Comparison {
  const all = assess(build).feeds;
  const feeds = all.map(({ feed }) => feed).filter(({ fuse }) => fuseIds.includes(fuse.id));
  switch (question) {
    case 'joints':
      return compareJoints(build, feeds, prices);
    case 'looms':
      return compareLooms(build, feeds, prices, looms, newId);
    case 'runs':
      return compareRuns(build, feeds, prices, newId);
    case 'sources':
      return compareSources(build, feeds, all, prices, newId);
    case 'grounds':
      return compareGrounds(build, feeds, prices, newId);
    case 'sides':
      return compareSides(build, feeds, prices, newId);
    default:
      return question satisfies never;
  }
}
