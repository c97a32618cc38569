/** Waiting work on one device, with a server that is made up: whose it is, what becomes of it, what takes what along. */
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { SentOperation } from '../../core/document/index.ts';
import { newId } from './ids.ts';

const storage = new Map<string, string>();
const area = {
  getItem: (name: string) => storage.get(name) ?? null,
  setItem: (name: string, value: string) => void storage.set(name, value),
  removeItem: (name: string) => void storage.delete(name),
};
vi.stubGlobal('localStorage', area);
vi.stubGlobal('sessionStorage', area);

const { api } = await import('./api.ts');
const { outbox, refusedWork } = await import('./offlineStore.ts');
const { sendEverythingWaiting, sendWaiting } = await import('./sending.ts');
const { rootReducer, store } = await import('./store.ts');
const { unitActions, unitSlice } = await import('../unit/unitSlice.ts');
rootReducer.inject(unitSlice);
store.dispatch(unitActions.unitClosed());

const UNIT = newId();
const person = (name: string) => ({
  id: newId(),
  username: name,
  name,
  role: 'installer' as const,
  colour: '#000000',
  fleetId: null,
});
const TAMSIN = person('Tamsin');
const BRAM = person('Bram');

const dispatch = store.dispatch as unknown as <Result>(thunk: unknown) => Result;
const comesIn = (who: typeof TAMSIN) =>
  dispatch(api.util.upsertQueryData('session', undefined, { person: who, csrf: '' }));

let order = 0;
/** Done while the unit stood at a revision: work on different ones goes in requests of its own. */
async function works(who: typeof TAMSIN, text: string, baseRevision = 1): Promise<string> {
  const operation = { id: newId(), kind: 'addComment', commentId: newId(), text } as SentOperation;
  await outbox.put([
    {
      id: operation.id,
      unitId: UNIT,
      unitTag: 'SR-07',
      personId: who.id,
      personName: who.name,
      order: ++order,
      baseRevision,
      clientId: 'window',
      at: '2026-03-11T10:00:00.000Z',
      operation,
      shown: operation as never,
    },
  ]);
  return operation.id;
}

let asked: string[][];
/** What the made-up server answers to the texts of a request: a status, or outcomes by text. */
let serve: (texts: string[]) => { status: number; code?: string; refused?: string[] };

beforeEach(async () => {
  asked = [];
  serve = () => ({ status: 200 });
  await comesIn(TAMSIN);
  vi.stubGlobal('fetch', async (url: string | Request, init?: RequestInit) => {
    if (typeof url !== 'string') return Response.json(null);
    const { operations } = JSON.parse(String(init!.body)) as { operations: { id: string; text: string }[] };
    const texts = operations.map((each) => each.text);
    asked.push(texts);
    const { status, code, refused = [] } = serve(texts);
    if (status === 0) throw new TypeError('Failed to fetch');
    if (status !== 200) return Response.json({ error: { code, message: `Answered ${status}.` } }, { status });
    const outcomes = operations.map(({ id, text }) =>
      refused.includes(text)
        ? { id, status: 'refused', reason: { kind: 'invalid', message: `No to ${text}.` } }
        : { id, status: 'applied', revision: 2, at: '2026-03-11T10:00:00.000Z' },
    );
    return Response.json({ outcomes });
  });
  for (const who of [TAMSIN, BRAM]) {
    await outbox.remove((await outbox.of(who.id, UNIT)).map((row) => row.id));
    for (const row of await refusedWork.of(who.id)) await refusedWork.settle(row.id);
  }
});

const left = async (who: typeof TAMSIN) =>
  (await outbox.of(who.id, UNIT)).map((row) => (row.operation as { text: string }).text);

describe('waiting work belongs to who did it', () => {
  it('is neither sent nor dropped by another who signs in on the same device, and the count shows it', async () => {
    await works(TAMSIN, 'drilled');
    await comesIn(BRAM);
    await works(BRAM, 'painted');
    await dispatch(sendEverythingWaiting());
    await dispatch(sendWaiting(UNIT));
    expect(asked).toEqual([['painted']]);
    expect(await left(TAMSIN)).toEqual(['drilled']);
    expect(store.getState().outbox.waiting).toMatchObject([{ personName: 'Tamsin', count: 1 }]);
    await comesIn(TAMSIN);
    await dispatch(sendWaiting(UNIT));
    expect(asked.at(-1)).toEqual(['drilled']);
    expect(await left(TAMSIN)).toEqual([]);
  });

  it('stops in the middle when somebody else has come in meanwhile', async () => {
    for (const text of ['one', 'two']) await works(TAMSIN, text, text === 'one' ? 1 : 2);
    serve = () => {
      void comesIn(BRAM);
      return { status: 200 };
    };
    await dispatch(sendWaiting(UNIT));
    expect([asked, await left(TAMSIN)]).toEqual([[['one']], ['two']]);
  });
});

describe('what becomes of it', () => {
  it('one that is refused is kept with its reason, and takes none of its neighbours along', async () => {
    for (const text of ['a', 'b', 'c']) await works(TAMSIN, text);
    serve = () => ({ status: 200, refused: ['b'] });
    await dispatch(sendWaiting(UNIT));
    expect(asked).toEqual([['a', 'b', 'c']]);
    expect(await left(TAMSIN)).toEqual([]);
    expect(await refusedWork.of(TAMSIN.id)).toMatchObject([{ unitTag: 'SR-07', message: 'No to b.' }]);
    expect(store.getState().outbox.refused).toHaveLength(1);
  });

  it('one that spoils the whole request goes alone, and so do the others, once', async () => {
    for (const text of ['a', 'bad', 'c']) await works(TAMSIN, text);
    serve = (texts) => ({ status: texts.includes('bad') ? 400 : 200 });
    await dispatch(sendWaiting(UNIT));
    expect(asked).toEqual([['a', 'bad', 'c'], ['a'], ['bad'], ['c']]);
    expect(await left(TAMSIN)).toEqual([]);
    expect((await refusedWork.of(TAMSIN.id)).map((row) => row.message)).toEqual(['Answered 400.']);
  });

  it.each([0, 429, 500, 503, 507])('answered %d it stays, and the reason is shown', async (status) => {
    await works(TAMSIN, 'a');
    serve = () => ({ status });
    await dispatch(sendWaiting(UNIT));
    expect(await left(TAMSIN)).toEqual(['a']);
    expect(store.getState().outbox.problem).not.toBeNull();
    serve = () => ({ status: 200 });
    await dispatch(sendWaiting(UNIT));
    expect([await left(TAMSIN), store.getState().outbox.problem]).toEqual([[], null]);
  });

  it('answered 401 it stays for its author', async () => {
    await works(TAMSIN, 'a');
    serve = () => ({ status: 401, code: 'NOT_SIGNED_IN' });
    await dispatch(sendWaiting(UNIT));
    expect([await left(TAMSIN), asked.length]).toEqual([['a'], 1]);
  });
});
