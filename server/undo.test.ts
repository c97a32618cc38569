/** Undo is the server's: it names an operation, and what that means is found in the log. Nothing is done in another's name. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { uuidv7 } from './ids.ts';
import { unitOf, windowOn } from './testing/operations.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
let installer: Client;
let owner: Client;
let unitId: string;
let leads: ReturnType<typeof windowOn>;
let installers: ReturnType<typeof windowOn>;

beforeAll(async () => {
  server = await startTestServer();
  [lead, installer, owner] = (await Promise.all(
    ['odile', 'tamsin', 'corin'].map((name) => signIn(server.app, name)),
  )) as [Client, Client, Client];
  unitId = await unitIdOf(lead, 'SR-07');
  leads = windowOn(lead, unitId);
  installers = windowOn(installer, unitId);
});
afterAll(() => server?.stop());

const battery = async () => (await unitOf(lead, unitId)).build.electrics.batteryAh;
const setBattery = (batteryAh: number) => ({ kind: 'setElectrics' as const, changes: { batteryAh } });

describe('taking back', () => {
  it('undo, redo and undo again, each naming what it takes back', async () => {
    const before = await battery();
    const done = await installers.must(setBattery(77));
    const undone = await installers.must({ kind: 'undo', operationId: done });
    expect(await battery()).toBe(before);
    const redone = await installers.must({ kind: 'undo', operationId: undone });
    expect(await battery()).toBe(77);
    await installers.must({ kind: 'undo', operationId: redone });
    expect(await battery()).toBe(before);
  });

  it('within one request, as work without a network comes in', async () => {
    const before = await battery();
    const operation = { id: uuidv7(), ...setBattery(66) };
    const undo = { id: uuidv7(), kind: 'undo', operationId: operation.id };
    const { revision } = await unitOf(installer, unitId);
    const answer = await installer.send('POST', installers.url, {
      baseRevision: revision,
      clientId: uuidv7(),
      operations: [operation, undo],
    });
    expect(answer.json<{ outcomes: { status: string }[] }>().outcomes.map((each) => each.status)).toEqual([
      'applied',
      'applied',
    ]);
    expect(await battery()).toBe(before);
  });

  it('what somebody else has changed since is left alone, and it says which field', async () => {
    const done = await installers.must(setBattery(55));
    await leads.must(setBattery(99));
    const { outcomes } = await installers.send({ kind: 'undo', operationId: done });
    expect(outcomes[0]).toMatchObject({ status: 'refused', reason: { kind: 'overtaken' } });
    expect(outcomes[0]!.reason!.message).toContain('has been changed since');
    expect(await battery()).toBe(99);
  });

  it('only who did something takes it back, and only where their role may do that', async () => {
    const done = await leads.must(setBattery(88));
    expect((await installers.send({ kind: 'undo', operationId: done })).outcomes[0]).toMatchObject({
      status: 'refused',
      reason: { message: expect.stringContaining('Odile Marchbank did that') },
    });
    const comment = await windowOn(owner, unitId).must({ kind: 'addComment', commentId: uuidv7(), text: 'Seen.' });
    await windowOn(owner, unitId).must({ kind: 'undo', operationId: comment });
  });

  it('an operation of another unit, or of none, is not there to be undone', async () => {
    const other = windowOn(lead, await unitIdOf(lead, 'SR-05'));
    const elsewhere = await other.must(setBattery(44));
    for (const operationId of [elsewhere, uuidv7()])
      expect((await leads.send({ kind: 'undo', operationId })).outcomes[0]).toMatchObject({
        status: 'refused',
        reason: { kind: 'missing' },
      });
  });

  it('what one can undo after a reload is told, with what was done in one go together', async () => {
    const group = uuidv7();
    await leads.must({ ...setBattery(70), group } as never);
    await leads.must({ kind: 'setElectrics', changes: { alternatorA: 123 }, group } as never);
    const rows = (await lead.get(`/api/units/${unitId}/undo`)).json<
      { what: string; group: string | null; undoes: string | null; change: object }[]
    >();
    expect(rows.slice(-2).map((row) => [row.what, row.group])).toEqual([
      ['setElectrics', group],
      ['setElectrics', group],
    ]);
    expect(rows.every((row) => row.change !== null)).toBe(true);
    const others = (await installer.get(`/api/units/${unitId}/undo`)).json<{ group: string | null }[]>();
    expect(others.some((row) => row.group === group)).toBe(false);
  });
});

describe('nothing in another name', () => {
  it('patches are taken from nobody', async () => {
    const { revision, build } = await unitOf(lead, unitId);
    const patches = [
      { op: 'replace', path: ['signOff'], value: { open: [], by: 'Odile Marchbank', at: '2026-01-01T10:00:00.000Z' } },
    ];
    const restore = { id: uuidv7(), kind: 'restore', undoes: uuidv7(), what: 'signOff', patches };
    const answer = await installer.send('POST', installers.url, {
      baseRevision: revision,
      clientId: uuidv7(),
      operations: [restore],
    });
    expect(answer.statusCode).toBe(400);
    expect((await unitOf(lead, unitId)).build.signOff).toEqual(build.signOff);
  });

  it('who and when come from the session and the server, whatever is sent along', async () => {
    const commentId = uuidv7();
    const forged = {
      kind: 'addComment',
      commentId,
      text: 'All is well.',
      by: 'Odile Marchbank',
      at: '1999-01-01T00:00:00Z',
    };
    await installers.must(forged as never);
    const { build } = await unitOf(lead, unitId);
    expect(build.comments[commentId]).toMatchObject({ by: 'Tamsin Okafor' });
    expect(build.comments[commentId]!.at.slice(0, 4)).not.toBe('1999');
  });
});

describe('the id of an operation', () => {
  it('belongs to its content and its unit: the same again is answered as before, anything else is refused', async () => {
    const operation = { id: uuidv7(), ...setBattery(81) };
    const send = (client: Client, url: string, given: object) =>
      client.send('POST', url, { baseRevision: 100_000, clientId: uuidv7(), operations: [given] });
    const first = (await send(lead, leads.url, operation)).json();
    expect((await send(lead, leads.url, operation)).json()).toEqual(first);
    const other = (await send(lead, leads.url, { ...operation, ...setBattery(82) })).json();
    expect(other).toMatchObject({ outcomes: [{ status: 'refused', reason: { kind: 'duplicate' } }] });
    const elsewhere = windowOn(lead, await unitIdOf(lead, 'SR-05')).url;
    expect((await send(lead, elsewhere, operation)).json()).toMatchObject({
      outcomes: [{ status: 'refused', reason: { kind: 'duplicate' } }],
    });
    expect(await battery()).toBe(81);
  });

  it('two that send it at one moment are both answered, and it is done once', async () => {
    const operation = { id: uuidv7(), kind: 'addComment', commentId: uuidv7(), text: 'Once.' };
    const { revision } = await unitOf(lead, unitId);
    const answers = await Promise.all(
      Array.from({ length: 6 }, () =>
        lead.send('POST', leads.url, { baseRevision: revision, clientId: uuidv7(), operations: [operation] }),
      ),
    );
    const outcomes = answers.map(
      (answer) => answer.json<{ outcomes: { status: string; revision: number }[] }>().outcomes,
    );
    expect(new Set(outcomes.map((each) => each[0]!.revision))).toEqual(new Set([revision + 1]));
    expect((await unitOf(lead, unitId)).revision).toBe(revision + 1);
  });
});

describe('a change that is refused', () => {
  it('leaves nothing behind: neither in the document nor in the log', async () => {
    const { revision } = await unitOf(lead, unitId);
    const answer = await lead.send('POST', leads.url, {
      baseRevision: revision,
      clientId: uuidv7(),
      operations: [{ id: uuidv7(), kind: 'setUnit', changes: { tag: 'SR-05' } }],
    });
    expect(answer.json()).toMatchObject({ error: { code: 'TAG_TAKEN' } });
    expect((await unitOf(lead, unitId)).revision).toBe(revision);
    const logged = await server.database.tables.operations.count({ where: { unitId } });
    const last = await server.database.tables.operations.max('revision', { where: { unitId } });
    expect(last).toBe(revision);
    await leads.must(setBattery(60));
    expect(await server.database.tables.operations.count({ where: { unitId } })).toBe(logged + 1);
  });

  it('says what is wrong, where, and what to do, and parts of five hundred never become a thousand', async () => {
    const part = { id: 'tie', partKey: 'tie', name: 'Tie', quantity: 500, modelKey: null };
    await leads.must({ kind: 'addExtraParts', parts: [part] });
    const { outcomes } = await leads.send({ kind: 'addExtraParts', parts: [part] });
    expect(outcomes[0]!.reason!.message).toBe('extra parts, tie, quantity: the most is 500');
  });

  it.each([
    ['a point at a thousand million kilometres', { xMm: 1e12, yMm: 0, zMm: 0 }],
    ['a point beyond the longest unit', { xMm: 60_001, yMm: 0, zMm: 0 }],
  ])('%s is refused at the door', async (_, position) => {
    const node = { id: uuidv7(), name: 'Clip', position, pass: null, jointId: null };
    const { answer } = await leads.send({ kind: 'putRoute', nodes: [node], links: [], dropLinks: [] });
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ error: { message: string } }>().error.message).toContain(
      'operations, number 1, nodes, number 1, position, x mm: the most is 60000',
    );
  });
});
