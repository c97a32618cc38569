/** What one can undo and redo, from the log of one's own changes. */

import type { OperationKind } from '../operations/operations.ts';
import type { Change } from '../operations/undo.ts';
import type { Id } from '../schema/ids.ts';

/** One of one's own changes as the log keeps it. */
export interface UndoRow {
  id: Id;
  what: OperationKind;
  /** Changes that were made in one go share it. */
  group: Id | null;
  undoes: Id | null;
  /** Null where the log did not keep it yet. */
  change: Change | null;
}

export interface UndoEntry {
  what: OperationKind;
  /** In the order in which they were done; they are taken back from the last one on. */
  steps: { operationId: Id; change: Change }[];
}

export interface UndoStacks {
  undo: UndoEntry[];
  redo: UndoEntry[];
}

const MAX_UNDO = 100;

/** Adds a change to an entry that it belongs to, or as an entry of its own. */
function put(
  entries: UndoEntry[],
  groups: Map<UndoEntry, Id | null>,
  row: UndoRow & { change: Change },
  group: Id | null,
) {
  const last = entries.at(-1);
  const step = { operationId: row.id, change: row.change };
  if (last && group !== null && groups.get(last) === group) last.steps.push(step);
  else {
    const entry = { what: row.what, steps: [step] };
    groups.set(entry, group);
    entries.push(entry);
  }
}

/** Drops the change from the entry on top of a stack; tells whether it was there. */
function drop(entries: UndoEntry[], operationId: Id | null): boolean {
  const last = entries.at(-1);
  if (last?.steps.at(-1)?.operationId !== operationId) return false;
  last!.steps.pop();
  if (last!.steps.length === 0) entries.pop();
  return true;
}

/** Undo and redo as they stand after one's own changes, oldest first. */
export function undoStacks(rows: readonly UndoRow[]): UndoStacks {
  const undo: UndoEntry[] = [];
  const redo: UndoEntry[] = [];
  const groups = new Map<UndoEntry, Id | null>();
  for (const row of rows) {
    if (row.change === null) continue;
    const known = { ...row, change: row.change };
    if (row.undoes === null) {
      put(undo, groups, known, row.group);
      redo.length = 0;
    } else if (drop(undo, row.undoes)) put(redo, groups, known, row.group);
    else if (drop(redo, row.undoes)) put(undo, groups, known, row.group);
  }
  return { undo: undo.slice(-MAX_UNDO), redo: redo.slice(-MAX_UNDO) };
}
