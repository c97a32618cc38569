/** Switches, buttons and channels that work nothing any more. */
import { applyDrafts, type Build, type Control, type Id, type OperationDraft } from '../../document/index.ts';

/** Controls that something of a build answers to. */
function answering(build: Build): Set<Id> {
  const used = new Set(Object.values(build.functions).map(({ controlId }) => controlId));
  for (const element of Object.values(build.elements)) {
    if ('controlId' in element) used.add(element.controlId);
    if (element.kind === 'receiver') for (const id of element.channels) used.add(id);
  }
  return used;
}

/** Those of the crew's controls that worked something before some changes, and nothing after. Signals are the unit's own. */
export function idledBy(build: Build, drafts: readonly OperationDraft[]): Control[] {
  const after = applyDrafts(build, drafts);
  if (!after.ok) return [];
  const [before, still] = [answering(build), answering(after.value)];
  return Object.values(build.controls).filter(({ id, kind }) => kind !== 'signal' && before.has(id) && !still.has(id));
}

/** Takes them off the unit; nothing where there are none. */
export const withoutControls = (controls: readonly Control[]): OperationDraft[] =>
  controls.length > 0 ? [{ kind: 'removeControls', controlIds: controls.map(({ id }) => id) }] : [];
