/**
 * Taking operations on a document in order, the same for a unit and for the shop: each is answered for itself, one that
 * was taken before is answered again and not done again, and one that meets what somebody else changed since its author
 * last looked is refused with that person's name and value.
 */
import { fieldsMeet, type Stamp } from '../core/build/index.ts';
import { type Result, refused } from '../core/result.ts';
import type { Person } from './auth/service.ts';
import type { LogRow } from './database/models.ts';

export interface Sender {
  person: Person;
  clientId: string;
}

export interface Conflict {
  field: string;
  by: string;
  at: string;
  theirs: unknown;
}

export interface Refusal {
  kind: string;
  message: string;
}

export type Outcome =
  | { id: string; status: 'applied'; revision: number; at: string }
  | { id: string; status: 'refused'; reason: Refusal; conflict: Conflict | null };

export interface Taking<Document, Operation> {
  document: Document;
  revision: number;
  /** The revision that the author had seen. */
  baseRevision: number;
  operations: readonly Operation[];
  /** Rows of the log with the ids of these operations, and those of others since the base revision. */
  logged: readonly LogRow[];
  sender: Sender;
  mayDo(person: Person, operation: Operation): Refusal | null;
  apply(
    document: Document,
    operation: Operation,
    stamp: Stamp,
  ): Result<{ document: Document; touched: string[] }, Refusal>;
  describe(document: Document, field: string): { words: string; value: unknown };
}

export interface Taken<Document> {
  document: Document;
  revision: number;
  /** Rows to write; empty when nothing was applied. */
  log: LogRow[];
  outcomes: Outcome[];
}

export function takeOperations<Document, Operation extends { id: string; kind: string }>(
  taking: Taking<Document, Operation>,
): Taken<Document> {
  const { baseRevision, logged, sender } = taking;
  const since = logged.filter((row) => row.revision > baseRevision && row.clientId !== sender.clientId);
  const log: LogRow[] = [];
  const outcomes: Outcome[] = [];
  let { document, revision } = taking;
  for (const operation of taking.operations) {
    const done = logged.find((row) => row.id === operation.id) ?? log.find((row) => row.id === operation.id);
    if (done) {
      outcomes.push({ id: operation.id, status: 'applied', revision: done.revision, at: done.at.toISOString() });
      continue;
    }
    const at = new Date();
    const denied = taking.mayDo(sender.person, operation);
    const applied = denied
      ? refused(denied)
      : taking.apply(document, operation, { by: sender.person.name, at: at.toISOString() });
    if (!applied.ok) {
      outcomes.push({ id: operation.id, status: 'refused', reason: applied.reason, conflict: null });
      continue;
    }
    const conflict = findConflict(since, applied.value.touched, (field) => taking.describe(document, field));
    if (conflict) {
      const message = `${conflict.by} has changed ${conflict.field} in the meantime.`;
      outcomes.push({ id: operation.id, status: 'refused', reason: { kind: 'overtaken', message }, conflict });
      continue;
    }
    document = applied.value.document;
    revision += 1;
    log.push({
      id: operation.id,
      revision,
      kind: operation.kind,
      clientId: sender.clientId,
      personName: sender.person.name,
      at,
      operation: JSON.stringify(operation),
      touched: JSON.stringify(applied.value.touched),
    });
    outcomes.push({ id: operation.id, status: 'applied', revision, at: at.toISOString() });
  }
  return { document, revision, log, outcomes };
}

/** What others changed since the base revision on the fields that an operation touches. */
function findConflict(
  since: readonly LogRow[],
  touched: readonly string[],
  describe: (field: string) => { words: string; value: unknown },
): Conflict | null {
  for (const row of since.toReversed()) {
    const theirs = JSON.parse(row.touched) as string[];
    const field = touched.find((mine) => theirs.some((other) => fieldsMeet(mine, other)));
    if (field === undefined) continue;
    const { words, value } = describe(field);
    return { field: words, by: row.personName, at: row.at.toISOString(), theirs: value ?? null };
  }
  return null;
}
