/** Opening a unit, performing operations on it, and sending what waits. */
import { applyToUnit } from '../../core/body/index.ts';
import type { Id, Operation, OperationDraft } from '../../core/build/index.ts';
import { api, csrfHeaders, errorSentence } from '../app/api.ts';
import { clientId, newId } from '../app/ids.ts';
import { keptAnswers, outbox, type Waiting } from '../app/offlineStore.ts';
import type { Dispatch, State } from '../app/store.ts';
import { type ConflictNotice, type Pending, unitActions } from './unitSlice.ts';

type Thunk<Result = void> = (dispatch: Dispatch, getState: () => State) => Result;

const nameOf = (state: State): string => api.endpoints.session.select()(state).data?.person.name ?? '';

/** Loads a unit and lays whatever still waits in the outbox over it. */
export const openUnit =
  (unitId: Id): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    dispatch(unitActions.unitLoading(unitId));
    const query = dispatch(api.endpoints.unit.initiate(unitId, { forceRefetch: true }));
    try {
      const { id, revision, build } = await query.unwrap();
      const by = nameOf(getState());
      const waiting = await outbox.of(unitId);
      const known = getState().unit.open;
      const inFlight = known?.id === id ? known.pending.filter((each) => !each.acknowledged) : [];
      const fromOutbox = waiting
        .filter((row) => !inFlight.some((each) => each.operation.id === row.id))
        .map(
          (row): Pending => ({
            operation: row.operation,
            stamp: { by, at: new Date().toISOString() },
            acknowledged: false,
          }),
        );
      dispatch(unitActions.unitLoaded({ id, revision, build, pending: [...fromOutbox, ...inFlight] }));
      void dispatch(sendWaiting(unitId));
    } catch (error) {
      dispatch(unitActions.unitFailed(errorSentence(error)));
    } finally {
      query.unsubscribe();
    }
  };

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

/** Performs operations at once on the screen and puts them in the outbox. All of them or none. */
export const perform =
  (drafts: readonly OperationDraft[], history: 'do' | 'undo' | 'redo' = 'do'): Thunk<PerformResult> =>
  (dispatch, getState) => {
    const state = getState();
    const { open } = state.unit;
    if (!open || drafts.length === 0) return { ok: false, message: 'Nothing to do.' };
    const stamp = { by: nameOf(state), at: new Date().toISOString() };
    let { build } = open;
    const pending: Pending[] = [];
    const inverses: OperationDraft[] = [];
    for (const draft of drafts) {
      const operation = { ...draft, id: newId() } as Operation;
      const applied = applyToUnit(build, operation, stamp);
      if (!applied.ok) return { ok: false, message: applied.reason.message };
      if (applied.value.touched.length === 0) continue;
      build = applied.value.build;
      pending.push({ operation, stamp, acknowledged: false });
      inverses.unshift(applied.value.inverse);
    }
    if (pending.length === 0) return { ok: true };
    dispatch(
      unitActions.performed({ pending, build, inverse: { what: drafts[0]!.kind, operations: inverses }, history }),
    );
    const rows = pending.map(
      ({ operation }): Waiting => ({
        id: operation.id,
        unitId: open.id,
        order: nextOrder(),
        baseRevision: open.revision,
        clientId: clientId(),
        operation,
      }),
    );
    void outbox.put(rows).then(() => dispatch(sendWaiting(open.id)));
    return { ok: true };
  };

export const undo = (): Thunk<PerformResult> => (dispatch, getState) => {
  const entry = getState().unit.open?.undo.at(-1);
  return entry ? dispatch(perform(entry.operations, 'undo')) : { ok: false, message: 'Nothing to undo.' };
};

export const redo = (): Thunk<PerformResult> => (dispatch, getState) => {
  const entry = getState().unit.open?.redo.at(-1);
  return entry ? dispatch(perform(entry.operations, 'redo')) : { ok: false, message: 'Nothing to redo.' };
};

interface OutcomeShape {
  id: Id;
  status: 'applied' | 'refused';
  reason?: { kind: string; message: string };
  conflict?: { field: string; by: string; theirs: unknown } | null;
}

/** Rows that one request can carry: same base and same window, in order. */
function firstBatch(rows: Waiting[]): Waiting[] {
  const [first] = rows;
  if (!first) return [];
  const end = rows.findIndex((row) => row.baseRevision !== first.baseRevision || row.clientId !== first.clientId);
  return (end < 0 ? rows : rows.slice(0, end)).slice(0, 200);
}

const sending = new Map<Id, Promise<void>>();
const RETRY_MS = 4000;

/** Sends what waits for a unit, oldest first, one request at a time. Rows leave the outbox only once answered. */
export const sendWaiting =
  (unitId: Id): Thunk<Promise<void>> =>
  (dispatch, getState) => {
    const running = sending.get(unitId);
    if (running) {
      // What was added while a request was under way goes with the next one.
      return running.then(() => (sending.has(unitId) ? sending.get(unitId) : dispatch(sendWaiting(unitId))));
    }
    const work = (async () => {
      for (
        let batch = firstBatch(await outbox.of(unitId));
        batch.length > 0;
        batch = firstBatch(await outbox.of(unitId))
      ) {
        const answer = await post(unitId, batch);
        if (answer.kind === 'away') {
          dispatch(unitActions.sendFailed(answer.message));
          setTimeout(() => dispatch(sendWaiting(unitId)), RETRY_MS);
          return;
        }
        const refused: ConflictNotice[] = answer.outcomes
          .filter((each) => each.status === 'refused')
          .map((each) => ({
            operation: batch.find((row) => row.id === each.id)!.operation,
            message: each.reason?.message ?? 'The server refused this change.',
            field: each.conflict?.field ?? '',
            theirs: each.conflict?.theirs ?? null,
          }));
        await outbox.remove(batch.map((row) => row.id));
        const appliedIds = answer.outcomes.filter((each) => each.status === 'applied').map((each) => each.id);
        if (getState().unit.open?.id === unitId) {
          dispatch(unitActions.sent({ appliedIds, refused, at: new Date().toISOString() }));
          if (getState().unit.link !== 'live') void dispatch(openUnit(unitId));
        }
      }
    })().finally(() => sending.delete(unitId));
    sending.set(unitId, work);
    return work;
  };

type PostAnswer = { kind: 'answered'; outcomes: OutcomeShape[] } | { kind: 'away'; message: string };

async function post(unitId: Id, batch: Waiting[]): Promise<PostAnswer> {
  const { baseRevision, clientId: from } = batch[0]!;
  try {
    const response = await fetch(`/api/units/${unitId}/operations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...csrfHeaders() },
      body: JSON.stringify({ baseRevision, clientId: from, operations: batch.map((row) => row.operation) }),
    });
    if (response.ok)
      return { kind: 'answered', outcomes: ((await response.json()) as { outcomes: OutcomeShape[] }).outcomes };
    const data = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
    const message = data?.error?.message ?? `The server answered ${response.status}.`;
    // A request that can never succeed must not block what comes after it; everything else is tried again.
    if (response.status === 400 || response.status === 404) {
      return {
        kind: 'answered',
        outcomes: batch.map((row) => ({ id: row.id, status: 'refused', reason: { kind: 'invalid', message } })),
      };
    }
    return { kind: 'away', message };
  } catch {
    return { kind: 'away', message: 'No connection: your work is kept here and goes out when the server is back.' };
  }
}

/** Sends what earlier visits left behind, for every unit. */
export const sendEverythingWaiting = (): Thunk<Promise<void>> => async (dispatch) => {
  for (const unitId of await outbox.units()) void dispatch(sendWaiting(unitId));
};

/** Sends a refused operation again as new work on what is there now. */
export const insist =
  (notice: ConflictNotice): Thunk<PerformResult> =>
  (dispatch) => {
    dispatch(unitActions.conflictSettled(notice.operation.id));
    const { id: _, ...draft } = notice.operation;
    return dispatch(perform([draft as OperationDraft]));
  };
