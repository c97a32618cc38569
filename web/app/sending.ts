/** Sends what one person's work waits for, unit by unit, oldest first, one request at a time. */
import type { Id } from '../../core/document/index.ts';
import { unitActions } from '../unit/unitSlice.ts';
import { api, csrfHeaders } from './api.ts';
import { outbox, type Refused, refusedWork, type Waiting } from './offlineStore.ts';
import { outboxActions } from './outboxSlice.ts';
import { type OutcomeShape, type SendAnswer, sendVerdict } from './sendVerdict.ts';
import type { Dispatch, State } from './store.ts';

export type Thunk<Result = void> = (dispatch: Dispatch, getState: () => State) => Result;

const MAX_AT_ONCE = 200;
/** A page whose token is not taken after so many new ones waits for its person. */
const MAX_RENEWALS = 2;

export const personOf = (state: State) => api.endpoints.session.select()(state).data?.person ?? null;

/** Looks again at what waits and what was refused, for the counts on the screen. */
export const recount = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  const person = personOf(getState());
  dispatch(outboxActions.counted(await outbox.countsByPerson()));
  dispatch(outboxActions.refusedListed(person ? await refusedWork.of(person.id) : []));
};

/** Rows that one request can carry: same base and same window, in order. */
function firstBatch(rows: Waiting[]): Waiting[] {
  const [first] = rows;
  if (!first) return [];
  const end = rows.findIndex((row) => row.baseRevision !== first.baseRevision || row.clientId !== first.clientId);
  return (end < 0 ? rows : rows.slice(0, end)).slice(0, MAX_AT_ONCE);
}

const sending = new Map<string, Promise<void>>();
const retries = new Map<string, ReturnType<typeof setTimeout>>();

/** Sends what the signed-in person has waiting for a unit. Rows leave the outbox only once answered. */
export const sendWaiting =
  (unitId: Id): Thunk<Promise<void>> =>
  (dispatch, getState) => {
    const person = personOf(getState());
    if (!person) return Promise.resolve();
    const key = `${person.id} ${unitId}`;
    const running = sending.get(key);
    if (running) {
      // What was added while a request was under way goes with the next one.
      return running.then(() => (sending.has(key) ? sending.get(key) : dispatch(sendWaiting(unitId))));
    }
    clearTimeout(retries.get(key));
    const work = dispatch(sendAll(person.id, unitId))
      .then((afterMs) => {
        if (afterMs !== null)
          retries.set(
            key,
            setTimeout(() => dispatch(sendWaiting(unitId)), afterMs),
          );
      })
      .finally(() => {
        sending.delete(key);
        return dispatch(recount());
      });
    sending.set(key, work);
    return work;
  };

const tried = new Map<string, { tries: number; errors: number }>();

/** Sends until nothing waits or something stands in the way; then after how long to try again, or null. */
const sendAll =
  (personId: Id, unitId: Id): Thunk<Promise<number | null>> =>
  async (dispatch, getState) => {
    const key = `${personId} ${unitId}`;
    let oneByOne = 0;
    let renewals = 0;
    for (;;) {
      // Somebody else may have signed in on this page meanwhile: what waits then is not theirs to send.
      if (personOf(getState())?.id !== personId) return null;
      const rows = firstBatch(await outbox.of(personId, unitId));
      const batch = oneByOne > 0 ? rows.slice(0, 1) : rows;
      if (batch.length === 0) return null;
      const { answer, outcomes } = await post(unitId, batch);
      const { tries, errors } = tried.get(key) ?? { tries: 0, errors: 0 };
      const verdict = sendVerdict(answer, batch.length, tries, errors);
      if (verdict.kind === 'later') {
        const isError = answer.status >= 500 && answer.status !== 503;
        tried.set(key, { tries: tries + 1, errors: isError ? errors + 1 : errors });
        dispatch(outboxActions.sendFailed(verdict.message));
        return verdict.afterMs;
      }
      tried.delete(key);
      dispatch(outboxActions.sendWorks());
      switch (verdict.kind) {
        case 'answered':
          await dispatch(settle(unitId, batch, outcomes));
          oneByOne = Math.max(0, oneByOne - 1);
          break;
        case 'refused':
          await dispatch(settle(unitId, batch, refusedAll(batch, verdict.message)));
          oneByOne = Math.max(0, oneByOne - 1);
          break;
        case 'apart':
          oneByOne = batch.length;
          break;
        case 'renew':
          renewals += 1;
          if (renewals > MAX_RENEWALS) return null;
          await dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true, subscribe: false }));
          break;
        case 'signIn':
          // The door opens by itself; what waits is sent when its author has come in again.
          dispatch(api.util.invalidateTags(['session']));
          return null;
      }
    }
  };

const refusedAll = (batch: readonly Waiting[], message: string): OutcomeShape[] =>
  batch.map((row) => ({ id: row.id, status: 'refused', reason: { kind: 'invalid', message } }));

/** Takes answered work out of the outbox; what was refused stays with its reason until its author has settled it. */
const settle =
  (unitId: Id, batch: readonly Waiting[], outcomes: readonly OutcomeShape[]): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    const at = new Date().toISOString();
    const rowOf = new Map(batch.map((row) => [row.id, row]));
    const refused = outcomes
      .filter((each) => each.status === 'refused' && rowOf.has(each.id))
      .map((each): Refused => {
        const { id, unitTag, personId, operation } = rowOf.get(each.id)!;
        const message = each.reason?.message ?? 'The server refused this change.';
        const { field = '', theirs = null } = each.conflict ?? {};
        return { id, unitId, unitTag, personId, at, operation, what: null, message, field, theirs };
      });
    if (refused.length > 0) await refusedWork.moveFromOutbox(refused);
    const applied = outcomes
      .filter((each) => each.status === 'applied')
      .map(({ id, revision = 0 }) => ({ id, revision }));
    await outbox.remove(applied.map((each) => each.id));
    await dispatch(recount());
    if (getState().unit.open?.id !== unitId) return;
    dispatch(unitActions.sent({ applied, refusedIds: refused.map((each) => each.id), at }));
    if (getState().unit.link !== 'live') dispatch(unitActions.staleFound());
  };

async function post(unitId: Id, batch: Waiting[]): Promise<{ answer: SendAnswer; outcomes: OutcomeShape[] }> {
  const { baseRevision, clientId } = batch[0]!;
  try {
    const response = await fetch(`/api/units/${unitId}/operations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...csrfHeaders() },
      body: JSON.stringify({ baseRevision, clientId, operations: batch.map((row) => row.operation) }),
    });
    return { answer: await answerOf(response), outcomes: await outcomesOf(response) };
  } catch {
    return { answer: { status: 0, code: null, message: null, retryAfterS: null }, outcomes: [] };
  }
}

const outcomesOf = async (response: Response): Promise<OutcomeShape[]> =>
  response.ok ? ((await response.json()) as { outcomes: OutcomeShape[] }).outcomes : [];

/** What an answer says of itself; its body is read only where it is an error. */
export async function answerOf(response: Response): Promise<SendAnswer> {
  const data = response.ok
    ? null
    : ((await response.json().catch(() => null)) as { error?: { code?: string; message?: string } } | null);
  const after = Number(response.headers.get('retry-after'));
  return {
    status: response.status,
    code: data?.error?.code ?? null,
    message: data?.error?.message ?? null,
    retryAfterS: after > 0 ? after : null,
  };
}

/** Sends what earlier visits of this person left behind, for every unit. */
export const sendEverythingWaiting = (): Thunk<Promise<void>> => async (dispatch, getState) => {
  const person = personOf(getState());
  await dispatch(recount());
  if (person) for (const unitId of await outbox.unitsOf(person.id)) void dispatch(sendWaiting(unitId));
};

/** Work that was not taken is let go: its author has decided so. */
export const letGo =
  (id: Id): Thunk<Promise<void>> =>
  async (dispatch) => {
    await refusedWork.settle(id);
    dispatch(outboxActions.settled(id));
  };
