/** The list of findings under headings: by weight, by lamp or by stage. */
import { type Build, STAGE_NAMES, STAGES } from '../../../core/document/index.ts';
import type { FindingGroup, Severity } from '../../../core/rules/index.ts';

export const ORDERS = ['weight', 'lamp', 'stage'] as const;
export type Order = (typeof ORDERS)[number];

export interface Section {
  key: string;
  title: string;
  severity: Severity;
  groups: FindingGroup[];
}

const SEVERITIES: readonly Severity[] = ['stop', 'caution', 'note'];
const SEVERITY_TITLES: Record<Severity, string> = { stop: 'Stop', caution: 'Caution', note: 'Note' };

const worstOf = (groups: readonly FindingGroup[]): Severity =>
  SEVERITIES.find((severity) => groups.some((group) => group.severity === severity)) ?? 'note';

function section(key: string, title: string, groups: FindingGroup[]): Section[] {
  return groups.length > 0 ? [{ key, title, severity: worstOf(groups), groups }] : [];
}

/** Sections of what is open; what stands comes in one of its own, last. */
export function sectionsOf(build: Build, all: readonly FindingGroup[], order: Order): Section[] {
  const groups = all.filter((group) => group.standing === null);
  const stands = section(
    'stands',
    'Stands',
    all.filter((group) => group.standing !== null),
  );
  if (order === 'weight') {
    const of = (severity: Severity) => groups.filter((group) => group.severity === severity);
    return [...SEVERITIES.flatMap((each) => section(each, SEVERITY_TITLES[each], of(each))), ...stands];
  }
  if (order === 'stage') {
    const of = (stage: (typeof STAGES)[number]) => groups.filter((group) => group.stages[0] === stage);
    return [...STAGES.flatMap((stage) => section(stage, STAGE_NAMES[stage], of(stage))), ...stands];
  }
  const isAt = (lampId: string) => (group: FindingGroup) =>
    group.findings.some((finding) => finding.place.lampIds.includes(lampId));
  const isNowhere = (group: FindingGroup) => group.findings.every((finding) => finding.place.lampIds.length === 0);
  const lamps = Object.values(build.lamps).sort((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }));
  return [
    ...lamps.flatMap((lamp) => section(lamp.id, lamp.tag, groups.filter(isAt(lamp.id)))),
    ...section('unit', 'The unit', groups.filter(isNowhere)),
    ...stands,
  ];
}

/** Tags of the lamps that a group is about, in order, each once. */
export const tagsOf = (build: Build, group: FindingGroup): string[] =>
  [...new Set(group.findings.flatMap((finding) => finding.place.lampIds))].flatMap((id) => build.lamps[id]?.tag ?? []);
