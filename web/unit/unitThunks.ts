/** Opening a unit, performing operations on it, and taking them back. */
import { applyToUnit } from '../../core/body/index.ts';
import {
  type Id,
  OPERATION_WORDS,
  type Operation,
  type OperationDraft,
  type OperationKind,
  type SentOperation,
  takeBack,
  type UndoEntry,
  type UndoRow,
  undoStacks,
} from '../../core/document/index.ts';
import { api, errorSentence } from '../app/api.ts';
import { clientId, newId } from '../app/ids.ts';
import { keptAnswers, outbox, type Refused, type Waiting } from '../app/offlineStore.ts';
import { letGo, personOf, recount, sendWaiting, type Thunk } from '../app/sending.ts';
import { type Pending, unitActions } from './unitSlice.ts';

/** Loads a unit and lays whatever its person still has waiting in the outbox over it. */
export const openUnit =
  (unitId: Id): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    dispatch(unitActions.unitLoading(unitId));
    const query = dispatch(api.endpoints.unit.initiate(unitId, { forceRefetch: true }));
    const past = dispatch(api.endpoints.undoRows.initiate(unitId, { forceRefetch: true }));
    try {
      const { id, revision, build } = await query.unwrap();
      const rows = await past.unwrap().catch((): UndoRow[] => []);
      const person = personOf(getState());
      const waiting = person ? await outbox.of(person.id, unitId) : [];
      const known = getState().unit.open;
      const inFlight = known?.id === id ? known.pending.filter((each) => !each.acknowledged) : [];
      const fromOutbox = waiting
        .filter((row) => !inFlight.some((each) => each.operation.id === row.id))
        .map(
          (row): Pending => ({
            operation: row.shown,
            stamp: { by: row.personName, at: row.at },
            acknowledged: false,
          }),
        );
      const pending = [...fromOutbox, ...inFlight];
      const stacks = undoStacks([...rows, ...waitingUndoRows(build, pending, rows)]);
      dispatch(unitActions.unitLoaded({ id, revision, build, pending, stacks }));
      void dispatch(sendWaiting(unitId));
    } catch (error) {
      dispatch(unitActions.unitFailed(errorSentence(error)));
    } finally {
      query.unsubscribe();
      past.unsubscribe();
    }
  };

type BuildOf = Parameters<typeof applyToUnit>[0];

/** What waits can be undone as well; what it does is seen by laying it over the build. */
function waitingUndoRows(build: BuildOf, pending: readonly Pending[], known: readonly UndoRow[]): UndoRow[] {
  const rows: UndoRow[] = [];
  let current = build;
  for (const { operation, stamp } of pending) {
    const applied = applyToUnit(current, operation, stamp);
    if (!applied.ok) continue;
    current = applied.value.build;
    if (known.some((row) => row.id === operation.id)) continue;
    const isUndo = operation.kind === 'restore';
    rows.push({
      id: operation.id,
      what: isUndo ? (operation.what as OperationKind) : operation.kind,
      group: operation.group ?? null,
      undoes: isUndo ? operation.undoes : null,
      change: applied.value.change,
    });
  }
  return rows;
}

let lastOrder = 0;
/** Rises with every operation of this window and, being a time, over reloads too. */
const nextOrder = (): number => {
  lastOrder = Math.max(Date.now(), lastOrder + 0.001);
  return lastOrder;
};

/** Keeps the unit as the server last told it, so that it opens without a network with all that is acknowledged. */
export const keepUnit = (): Thunk<Promise<void>> => async (_dispatch, getState) => {
  const { open } = getState().unit;
  if (open)
    await keptAnswers.put(`units/${open.id}`, { id: open.id, revision: open.revision, build: open.acknowledged });
};

export type PerformResult = { ok: true } | { ok: false; message: string };

interface Step {
  /** How it is shown here at once. */
  shown: Operation;
  /** How it is sent. */
  sent: SentOperation;
}

/** Performs operations at once on the screen and puts them in the outbox. All of them or none. */
export const perform =
  (drafts: readonly OperationDraft[]): Thunk<PerformResult> =>
  (dispatch) => {
    if (drafts.length === 0) return { ok: false, message: 'Nothing to do.' };
    const group = drafts.length > 1 ? { group: newId() } : {};
    const steps = drafts.map((draft): Step => {
      const operation = { ...draft, ...group, id: newId() } as Operation;
      return { shown: operation, sent: operation as SentOperation };
    });
    return dispatch(performSteps(drafts[0]!.kind, steps, 'do'));
  };

const performSteps =
  (what: OperationKind, steps: readonly Step[], history: 'do' | 'undo' | 'redo'): Thunk<PerformResult> =>
  (dispatch, getState) => {
    const { open } = getState().unit;
    const person = personOf(getState());
    if (!open || !person) return { ok: false, message: 'Nothing to do.' };
    const stamp = { by: person.name, at: new Date().toISOString() };
    let { build } = open;
    const pending: Pending[] = [];
    const entry: UndoEntry = { what, steps: [] };
    const rows: Waiting[] = [];
    for (const { shown, sent } of steps) {
      const applied = applyToUnit(build, shown, stamp);
      if (!applied.ok) return { ok: false, message: applied.reason.message };
      if (applied.value.touched.length === 0) continue;
      build = applied.value.build;
      pending.push({ operation: shown, stamp, acknowledged: false });
      entry.steps.push({ operationId: shown.id, change: applied.value.change });
      rows.push({
        id: sent.id,
        unitId: open.id,
        unitTag: open.build.unit.tag,
        personId: person.id,
        personName: person.name,
        order: nextOrder(),
        baseRevision: open.revision,
        clientId: clientId(),
        at: stamp.at,
        operation: sent,
        shown,
      });
    }
    if (pending.length === 0) return { ok: true };
    dispatch(unitActions.performed({ pending, build, entry, history }));
    void outbox.put(rows).then(async () => {
      await dispatch(recount());
      await dispatch(sendWaiting(open.id));
    });
    return { ok: true };
  };

/** Takes back what stands on top of a stack. One that no longer can be is told and makes way for the one below. */
const takeBackFrom =
  (history: 'undo' | 'redo'): Thunk<PerformResult> =>
  (dispatch, getState) => {
    const { open } = getState().unit;
    const entry = open?.[history].at(-1);
    if (!open || !entry) return { ok: false, message: `Nothing to ${history}.` };
    const group = entry.steps.length > 1 ? { group: newId() } : {};
    const steps: Step[] = [];
    let { build } = open;
    const lost = () => {
      dispatch(unitActions.undoLost(history));
      return {
        ok: false as const,
        message: `"${OPERATION_WORDS[entry.what]}" can no longer be taken back: it has been changed since.`,
      };
    };
    for (const { operationId, change } of entry.steps.toReversed()) {
      const patches = takeBack(build, change);
      if (!patches.ok) return lost();
      const id = newId();
      const shown = {
        id,
        ...group,
        kind: 'restore',
        undoes: operationId,
        what: entry.what,
        patches: patches.value,
      } as Operation;
      const applied = applyToUnit(build, shown, { by: '', at: '1970-01-01T00:00:00.000Z' });
      if (!applied.ok) return lost();
      build = applied.value.build;
      steps.push({ shown, sent: { id, ...group, kind: 'undo', operationId } });
    }
    return dispatch(performSteps(entry.what, steps, history));
  };

export const undo = (): Thunk<PerformResult> => takeBackFrom('undo');
export const redo = (): Thunk<PerformResult> => takeBackFrom('redo');

/** Does refused work again, as new work on what is there now. The unit has to be open. */
export const insist =
  ({ id, operation }: Refused): Thunk<Promise<PerformResult>> =>
  async (dispatch) => {
    if (!operation || operation.kind === 'undo') return { ok: false, message: 'This cannot be done again by itself.' };
    const { id: _, group: __, ...draft } = operation;
    const done = dispatch(perform([draft as OperationDraft]));
    if (done.ok) await dispatch(letGo(id));
    return done;
  };
