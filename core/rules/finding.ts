/** A finding: what is wrong, where, why it matters, and ways out that can be applied as they stand. */
import type { Body } from '../body/index.ts';
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build, Id, OperationDraft, Stage, Standing } from '../document/index.ts';
import type { Words } from '../units/index.ts';

export type Severity = 'stop' | 'caution' | 'note';

export interface WayOut {
  label: Words;
  operations: OperationDraft[];
}

/** How a figure came about: the formula with its numbers, then each number with where it is from. */
export interface Worked {
  formula: Words;
  terms: { value: Words; what: Words; source: string }[];
}

export interface Finding {
  /** Stable over re-computation: code, place and kind of sentence; never its figures. */
  id: Id;
  code: string;
  /** Where it shows; where it is mended comes first. */
  stages: readonly Stage[];
  severity: Severity;
  message: Words;
  reason: Words;
  place: { lampIds: Id[]; feedIds: Id[]; slotIds: Id[] };
  waysOut: WayOut[];
  source: string;
  worked: Worked | null;
  /** Who answers for it and why, when it may stay as it is; never for a stop. */
  standing: Standing | null;
}

/** What has to be answered before a unit goes out. */
export const isOpen = ({ severity, standing }: Pick<Finding, 'severity' | 'standing'>): boolean =>
  severity !== 'note' && standing === null;

/** Those that show at one stage. */
export const findingsAt = (findings: readonly Finding[], stage: Stage): Finding[] =>
  findings.filter((finding) => finding.stages.includes(stage));

/** What one check says of one place; code, source and the default severity come from the registry. */
export interface Hit {
  message: Words;
  reason?: Words;
  severity?: Severity;
  lampIds?: Id[];
  feedIds?: Id[];
  slotIds?: Id[];
  waysOut?: WayOut[];
  worked?: Worked;
}

export interface CheckContext {
  build: Build;
  body: Body;
  feeds: AssessedFeed[];
}

export interface FindingRule {
  code: string;
  stages: readonly [Stage, ...Stage[]];
  severity: Severity;
  title: string;
  reason: string;
  wayOut: string;
  source: string;
  /** Asks nothing of where lamps sit: its hits stand while lamps only move. */
  isPlaceless?: true;
  check(context: CheckContext): Hit[];
}
