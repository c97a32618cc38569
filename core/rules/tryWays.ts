/** What each way out would bring, found by trying it, and the fewest of them that leave nothing open. */
import { applyDrafts, type Build, type OperationDraft } from '../document/index.ts';
import { assess } from './assess.ts';
import { type Finding, isOpen } from './finding.ts';
import type { FindingGroup, GroupWay } from './groups.ts';

export interface TriedWay {
  /** Why it cannot be taken; null when it can. */
  refusal: string | null;
  /** Open findings that it settles, by id. */
  settles: string[];
  /** Open findings that it would bring. */
  brings: Finding[];
}

export interface Fewest {
  /** Keys of the ways, in the order in which they are taken. */
  keys: string[];
  /** Open findings that no way of them settles. */
  leaves: Finding[];
}

export interface TriedWays {
  tried: Record<string, TriedWay>;
  fewest: Fewest;
}

const openOf = (findings: readonly Finding[]): Finding[] => findings.filter(isOpen);
const idsOf = (findings: readonly Finding[]): Set<string> => new Set(findings.map((finding) => finding.id));

/** Tries operations out on a build of which `before` is found. */
export function tryWay(build: Build, operations: readonly OperationDraft[], before: readonly Finding[]): TriedWay {
  const tried = applyDrafts(build, operations);
  if (!tried.ok) return { refusal: tried.reason.message, settles: [], brings: [] };
  const after = openOf(assess(tried.value).findings);
  const [was, is] = [idsOf(openOf(before)), idsOf(after)];
  return {
    refusal: null,
    settles: [...was].filter((id) => !is.has(id)),
    brings: after.filter((finding) => !was.has(finding.id)),
  };
}

/** Is a way worth offering? It can be taken, some of what it is for goes, and no stop comes. */
export const isWayThatHolds = ({ refusal, settles, brings }: TriedWay, findingIds: readonly string[]): boolean =>
  refusal === null &&
  findingIds.some((id) => settles.includes(id)) &&
  !brings.some(({ severity }) => severity === 'stop');

/** Beyond so many sets that were looked at, the best found so far is taken: it has always been the best. */
const MAX_LOOKS = 20_000;

/**
 * The fewest sets that together hold all that any of them holds, by their positions. Exact up to MAX_LOOKS: always
 * goes on with what fewest sets hold, and turns back where it cannot get below the best.
 */
export function fewestCover(sets: readonly ReadonlySet<string>[]): number[] {
  const holders = new Map<string, number[]>();
  sets.forEach((set, at) => {
    for (const item of set) holders.set(item, [...(holders.get(item) ?? []), at]);
  });
  let best: number[] | null = null;
  let looks = 0;
  const look = (chosen: number[], left: ReadonlySet<string>): void => {
    if (left.size === 0) {
      best = chosen;
      return;
    }
    if (looks++ > MAX_LOOKS || (best && chosen.length + 1 >= best.length)) return;
    const hardest = [...left].reduce((a, b) => (holders.get(b)!.length < holders.get(a)!.length ? b : a));
    const coverOf = (at: number) => [...sets[at]!].filter((item) => left.has(item)).length;
    for (const at of [...holders.get(hardest)!].sort((a, b) => coverOf(b) - coverOf(a) || a - b))
      look([...chosen, at], new Set([...left].filter((item) => !sets[at]!.has(item))));
  };
  look([], new Set(holders.keys()));
  return best ?? [];
}

interface Candidate {
  way: GroupWay;
  tried: TriedWay;
}

/** Ways one after another, each judged on what the ones before have left: where ways act on each other. */
function oneByOne(build: Build, candidates: readonly Candidate[], before: readonly Finding[]): Fewest {
  const keys: string[] = [];
  let current = build;
  let findings = openOf(before);
  let left = [...candidates];
  while (findings.length > 0) {
    const judged = left
      .map(({ way }) => ({ way, tried: tryWay(current, way.operations, findings) }))
      .filter(({ tried }) => tried.settles.length > tried.brings.length)
      .sort(
        (a, b) => b.tried.settles.length - b.tried.brings.length - (a.tried.settles.length - a.tried.brings.length),
      );
    const [next] = judged;
    if (!next) break;
    const applied = applyDrafts(current, next.way.operations);
    if (!applied.ok) break;
    current = applied.value;
    findings = openOf(assess(current).findings);
    left = judged.slice(1).map(({ way, tried }) => ({ way, tried }));
    keys.push(next.way.key);
  }
  return { keys, leaves: findings };
}

function fewestOf(build: Build, candidates: readonly Candidate[], before: readonly Finding[]): Fewest {
  const good = candidates.filter(({ tried }) => tried.settles.length > 0 && tried.brings.length === 0);
  const chosen = fewestCover(good.map(({ tried }) => new Set(tried.settles))).map((at) => good[at]!);
  // Each was tried alone: whether they get on together is seen by taking them together.
  const together = applyDrafts(
    build,
    chosen.flatMap(({ way }) => way.operations),
  );
  const leaves = together.ok ? openOf(assess(together.value).findings) : null;
  const answer = leaves && { keys: chosen.map(({ way }) => way.key), leaves };
  if (answer?.leaves.length === 0) return answer;
  const other = oneByOne(build, candidates, before);
  const isNoWorse = answer && answer.leaves.length <= other.leaves.length && answer.keys.length <= other.keys.length;
  return isNoWorse ? answer : other;
}

/** Tries every way out of every group. Each try is a whole assessment: meant for a worker. */
export function tryWays(build: Build, findings: readonly Finding[], groups: readonly FindingGroup[]): TriedWays {
  const candidates = groups
    .filter((group) => group.severity !== 'note' && group.standing === null)
    .flatMap((group) => group.waysOut)
    .map((way): Candidate => ({ way, tried: tryWay(build, way.operations, findings) }));
  return {
    tried: Object.fromEntries(candidates.map(({ way, tried }) => [way.key, tried])),
    fewest: fewestOf(build, candidates, findings),
  };
}
