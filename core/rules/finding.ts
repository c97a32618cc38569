/** A finding: what is wrong, where, why it matters, and ways out that can be applied as they stand. */
import type { Body } from '../body/index.ts';
import type { Build, Id, OperationDraft } from '../build/index.ts';
import type { AssessedFeed } from '../feed/index.ts';

export type Severity = 'stop' | 'caution' | 'note';

export interface WayOut {
  label: string;
  operations: OperationDraft[];
}

export interface Finding {
  /** Stable over re-computation: code and place. */
  id: string;
  code: string;
  severity: Severity;
  message: string;
  reason: string;
  place: { lampIds: Id[]; feedIds: Id[]; slotIds: Id[] };
  waysOut: WayOut[];
  source: string;
}

/** What one check says of one place; code, source and the default severity come from the registry. */
export interface Hit {
  message: string;
  reason?: string;
  severity?: Severity;
  lampIds?: Id[];
  feedIds?: Id[];
  slotIds?: Id[];
  waysOut?: WayOut[];
}

export interface CheckContext {
  build: Build;
  body: Body;
  feeds: AssessedFeed[];
}

export interface FindingRule {
  code: string;
  severity: Severity;
  title: string;
  reason: string;
  wayOut: string;
  source: string;
  /** Asks nothing of where lamps sit: its hits stand while lamps only move. */
  isPlaceless?: true;
  check(context: CheckContext): Hit[];
}
