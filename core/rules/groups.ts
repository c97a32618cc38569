/** Findings of one kind said once: of four lamps that want a grommet each, and with one way out for all of them. */
import type { Id, OperationDraft, Stage, Standing } from '../document/index.ts';
import { inWords, kindOfWords, say, type Words } from '../units/index.ts';
import type { Finding, Severity, WayOut } from './finding.ts';

export interface GroupWay {
  /** Names it among all ways of the unit. */
  key: string;
  label: Words;
  operations: OperationDraft[];
}

export interface FindingGroup {
  /** Id of its first finding. */
  id: Id;
  code: string;
  severity: Severity;
  stages: readonly Stage[];
  standing: Standing | null;
  findings: Finding[];
  waysOut: GroupWay[];
}

/** What two findings have in common that are told together. */
const kindOf = ({ code, severity, message, standing }: Finding): string =>
  [code, severity, kindOfWords(message), standing ? `${standing.by} ${standing.reason}` : ''].join(' | ');

/** Operations of several ways in order, each once. */
const joined = (ways: readonly WayOut[]): OperationDraft[] => {
  const seen = new Set<string>();
  return ways
    .flatMap((way) => way.operations)
    .filter((operation) => {
      const text = JSON.stringify(operation);
      if (seen.has(text) && operation.kind !== 'addExtraParts') return false;
      seen.add(text);
      return true;
    });
};

/** Ways out that all findings of a group have, each for all of them at once. */
function groupWays(id: Id, findings: readonly Finding[]): GroupWay[] {
  const [first, ...others] = findings;
  return first!.waysOut.flatMap((way, index): GroupWay[] => {
    const kind = kindOfWords(way.label);
    const ways = [
      way,
      ...others.flatMap((each) => each.waysOut.find((other) => kindOfWords(other.label) === kind) ?? []),
    ];
    if (ways.length < findings.length) return [];
    const adds = way.operations.some((operation) => operation.kind === 'addExtraParts');
    const alike = ways.every((each) => inWords(each.label) === inWords(way.label));
    const label =
      ways.length === 1 || (alike && !adds)
        ? way.label
        : alike
          ? say`${way.label}, ${ways.length} times`
          : say`${way.label}, and the other${ways.length === 2 ? '' : ` ${ways.length - 1}`} likewise`;
    return [{ key: `${id} ${index}`, label, operations: joined(ways) }];
  });
}

/** Findings in groups of one kind, in the order in which they came. */
export function groupFindings(findings: readonly Finding[]): FindingGroup[] {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const kind = kindOf(finding);
    groups.set(kind, [...(groups.get(kind) ?? []), finding]);
  }
  return [...groups.values()].map((found): FindingGroup => {
    const { id, code, severity, stages, standing } = found[0]!;
    return { id, code, severity, stages, standing, findings: found, waysOut: groupWays(id, found) };
  });
}
