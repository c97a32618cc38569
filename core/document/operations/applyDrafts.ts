/** Trying operations out before they are sent: what a plan would make of a build. */
import { ok, type Result } from '../../result.ts';
import type { Build } from '../schema/buildSchema.ts';
import { applyOperation } from './applyOperation.ts';
import type { Operation, OperationDraft } from './operations.ts';

/** Nothing that is only tried has an author or a time. */
const NOBODY_YET = { by: '', at: '1970-01-01T00:00:00.000Z' };

/** The build after operations in order, or the reason why one of them is refused. Nothing is recorded as done. */
export function applyDrafts(build: Build, drafts: readonly OperationDraft[]): Result<Build, { message: string }> {
  let tried = build;
  for (const draft of drafts) {
    const applied = applyOperation(tried, { ...draft, id: '' } as Operation, NOBODY_YET);
    if (!applied.ok) return applied;
    tried = applied.value.build;
  }
  return ok(tried);
}
