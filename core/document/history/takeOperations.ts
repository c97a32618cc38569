/**
 * Taking operations on a document in order, the same for a unit and for the shop: each is answered for itself, one that
 * was taken before is answered again and not done again, and one that meets what somebody else changed since its author
 * last looked is refused with that person's name and value. Undoing is worked out here, from the log.
 */
import { type Result, refused } from '../../result.ts';
import { sameData } from '../checks/sameData.ts';
import { fieldsMeet, type Stamp } from '../operations/applyOperation.ts';
import { type Change, takeBack } from '../operations/undo.ts';

/** Whoever sends operations, and from which window. */
export interface Sender {
  person: { id: string; name: string; role: 'lead' | 'installer' | 'owner' };
  clientId: string;
}

/** A row of a document's log. */
export interface LogRow {
  id: string;
  revision: number;
  kind: string;
  clientId: string;
  /** Null for what was written before the log kept it. */
  personId: string | null;
  personName: string;
  at: Date;
  operation: string;
  touched: string;
  undoes: string | null;
  effect: string | null;
}

export interface Conflict {
  field: string;
  by: string;
  at: string;
  theirs: unknown;
}

export interface Reason {
  kind: string;
  message: string;
}

export type Outcome =
  | { id: string; status: 'applied'; revision: number; at: string }
  | { id: string; status: 'refused'; reason: Reason; conflict: Conflict | null };

/** A row of the log of a document; `unitId` is that of the unit, or 'shop'. */
export type KnownRow = LogRow & { unitId?: string };
/** What is asked of rows that others wrote: which fields they touched. */
export type OthersRow = Pick<LogRow, 'revision' | 'personName' | 'at' | 'touched'>;

type UndoRequest = { id: string; group?: string; kind: 'undo'; operationId: string };
interface Named {
  id: string;
  kind: string;
}

export interface Taking<Document, Operation extends Named> {
  document: Document;
  /** The unit whose log this is; left out for the shop. */
  unitId?: string;
  revision: number;
  operations: readonly (Operation | UndoRequest)[];
  /** Rows of any log with the ids of these operations, or of those that they take back. */
  known: readonly KnownRow[];
  /** What others did since the revision that the author had seen, oldest first. */
  others: readonly OthersRow[];
  sender: Sender;
  now: Date;
  mayDo(person: Sender['person'], operation: { kind: string }): Reason | null;
  apply(
    document: Document,
    operation: Operation,
    stamp: Stamp,
  ): Result<{ document: Document; touched: string[]; change: Change | null }, Reason>;
  describe(document: Document, field: string): { words: string; value: unknown };
}

export interface Taken<Document> {
  document: Document;
  revision: number;
  /** Rows to write; empty when nothing was applied. */
  log: LogRow[];
  outcomes: Outcome[];
}

export function takeOperations<Document, Operation extends Named>(
  taking: Taking<Document, Operation>,
): Taken<Document> {
  const { sender, now } = taking;
  const log: LogRow[] = [];
  const outcomes: Outcome[] = [];
  let { document, revision } = taking;
  const rowOf = (id: string) => log.find((row) => row.id === id) ?? taking.known.find((row) => row.id === id);
  const refuse = (id: string, reason: Reason, conflict: Conflict | null = null) =>
    outcomes.push({ id, status: 'refused', reason, conflict });

  for (const sent of taking.operations) {
    const done = rowOf(sent.id);
    if (done) {
      if (isSame(done, sent, taking.unitId))
        outcomes.push({ id: sent.id, status: 'applied', revision: done.revision, at: done.at.toISOString() });
      else
        refuse(sent.id, { kind: 'duplicate', message: 'Another change was kept under this id already. Do it anew.' });
      continue;
    }
    const resolved = isUndo(sent)
      ? resolveUndo(sent, rowOf(sent.operationId), document, taking)
      : allowed(sent, taking);
    if (!resolved.ok) {
      refuse(sent.id, resolved.reason);
      continue;
    }
    const operation = resolved.value;
    const applied = taking.apply(document, operation, { by: sender.person.name, at: now.toISOString() });
    if (!applied.ok) {
      refuse(sent.id, applied.reason);
      continue;
    }
    const { touched, change } = applied.value;
    // An undo has looked at the values themselves: what somebody did meanwhile would have stopped it.
    const conflict = isUndo(sent)
      ? null
      : findConflict(taking.others, touched, (field) => taking.describe(document, field));
    if (conflict) {
      const message = `${conflict.by} has changed ${conflict.field} in the meantime.`;
      refuse(sent.id, { kind: 'overtaken', message }, conflict);
      continue;
    }
    document = applied.value.document;
    revision += 1;
    log.push({
      id: sent.id,
      revision,
      kind: operation.kind,
      clientId: sender.clientId,
      personId: sender.person.id,
      personName: sender.person.name,
      at: now,
      operation: JSON.stringify(operation),
      touched: JSON.stringify(touched),
      undoes: isUndo(sent) ? sent.operationId : null,
      effect: change && JSON.stringify(change),
    });
    outcomes.push({ id: sent.id, status: 'applied', revision, at: now.toISOString() });
  }
  return { document, revision, log, outcomes };
}

const isUndo = (operation: Named): operation is UndoRequest => operation.kind === 'undo';

/** Is a row what was sent, so that it is answered as before? */
function isSame(row: KnownRow, sent: Named, unitId: string | undefined): boolean {
  if (row.unitId !== undefined && row.unitId !== unitId) return false;
  return isUndo(sent) ? row.undoes === sent.operationId : sameData(JSON.parse(row.operation), sent);
}

function allowed<Document, Operation extends Named>(
  operation: Operation,
  { mayDo, sender }: Taking<Document, Operation>,
): Result<Operation, Reason> {
  const denied = mayDo(sender.person, operation);
  return denied ? refused(denied) : { ok: true, value: operation };
}

/** What taking an operation back means, from what the log keeps of it. */
function resolveUndo<Document, Operation extends Named>(
  { id, group, operationId }: UndoRequest,
  target: KnownRow | undefined,
  document: Document,
  taking: Taking<Document, Operation>,
): Result<Operation, Reason> {
  const isOfThis = target && (target.unitId === undefined || target.unitId === taking.unitId);
  if (!isOfThis) return refused({ kind: 'missing', message: 'There is no such change to undo.' });
  if (target.personId !== taking.sender.person.id)
    return refused({ kind: 'invalid', message: `${target.personName} did that. Who did something can undo it.` });
  const what = target.kind === 'restore' ? (JSON.parse(target.operation) as { what: string }).what : target.kind;
  const denied = taking.mayDo(taking.sender.person, { kind: what });
  if (denied) return refused(denied);
  if (target.effect === null)
    return refused({ kind: 'invalid', message: 'This was done too long ago to be undone. Change it back by hand.' });
  const patches = takeBack(document as object, JSON.parse(target.effect) as Change);
  if (!patches.ok) {
    const { words } = taking.describe(document, patches.reason.field);
    return refused({ kind: 'overtaken', message: `This can no longer be undone: ${words} has been changed since.` });
  }
  const restore = { id, ...(group && { group }), kind: 'restore', undoes: operationId, what, patches: patches.value };
  return { ok: true, value: restore as unknown as Operation };
}

/** What others changed since the base revision on the fields that an operation touches. */
function findConflict(
  others: readonly OthersRow[],
  touched: readonly string[],
  describe: (field: string) => { words: string; value: unknown },
): Conflict | null {
  for (const row of others.toReversed()) {
    const theirs = JSON.parse(row.touched) as string[];
    const field = touched.find((mine) => theirs.some((other) => fieldsMeet(mine, other)));
    if (field === undefined) continue;
    const { words, value } = describe(field);
    return { field: words, by: row.personName, at: row.at.toISOString(), theirs: value ?? null };
  }
  return null;
}
