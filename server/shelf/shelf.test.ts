/** Lamps of the shop's own. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ShelfEntry } from '../../core/document/index.ts';
import type { Running } from '../main.ts';
import { type Client, signIn, startTestServer } from '../testing/testServer.ts';

let server: Running;
let lead: Client;
let installer: Client;
let like: ShelfEntry;

beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
  installer = await signIn(server.app, 'tamsin');
  like = (await shelf()).find(({ model }) => model.key === 'FL-0701')!;
});
afterAll(() => server?.stop());

const shelf = async () => (await lead.get('/api/shelf')).json<ShelfEntry[]>();
const own = (key: string, version = 1, changes: Partial<ShelfEntry['model']> = {}): ShelfEntry => ({
  ...like,
  onHand: 3,
  model: { ...like.model, key, version, name: 'Deck flood', ...changes },
});
const put = (entry: ShelfEntry, before: number | null, client = lead, key = entry.model.key) =>
  client.send('PUT', `/api/shelf/${key}`, { entry, before });
const codeOf = (answer: Awaited<ReturnType<typeof put>>) => answer.json<{ error: { code: string } }>().error.code;

describe('a lamp of the shop’s own', () => {
  it('stands on the shelf from then on, put there by anybody of the crew; the same again is answered alike', async () => {
    const entry = own('OW-0001');
    const [first, again] = [await put(entry, null, installer), await put(entry, null, installer)];
    expect([first.statusCode, again.statusCode]).toEqual([200, 200]);
    expect(again.json()).toEqual(first.json());
    expect((await shelf()).find(({ model }) => model.key === 'OW-0001')).toEqual(entry);
  });

  it('is changed version by version; who comes second is told, and nothing is overwritten', async () => {
    await put(own('OW-0002'), null);
    expect((await put(own('OW-0002', 2, { massKg: 2 }), 1)).statusCode).toBe(200);
    const late = await put(own('OW-0002', 2, { massKg: 3 }), 1);
    expect([late.statusCode, codeOf(late)]).toEqual([409, 'SHELF_CHANGED']);
    expect(late.json<{ error: { message: string } }>().error.message).toContain('in version 2');
    expect((await shelf()).find(({ model }) => model.key === 'OW-0002')!.model.massKg).toBe(2);
    // A number that is taken is no new lamp, and no version is left out.
    expect(codeOf(await put(own('OW-0002', 1, { massKg: 9 }), null))).toBe('SHELF_CHANGED');
    expect(codeOf(await put(own('OW-0002', 4), 2))).toBe('INVALID_INPUT');
    expect(codeOf(await put(own('OW-0003', 2), 1))).toBe('SHELF_CHANGED');
  });

  it.each([
    ['a mean above the most', { averageA: 9 }, /more than with all lit/],
    ['volts turned about', { voltage: { minimumV: 30, maximumV: 9 } }, /lowest volts/],
  ])('%s is refused with the field that is wrong', async (_, changes, words) => {
    const answer = await put(own('OW-0009', 1, changes), null);
    expect([answer.statusCode, codeOf(answer)]).toEqual([400, 'INVALID_INPUT']);
    const { issues } = answer.json<{ error: { issues: { path: string; message: string }[] } }>().error;
    expect(issues[0]!.message).toMatch(words);
    expect(issues[0]!.path).toContain('entry.model');
  });

  it('an address and a lamp that disagree are refused', async () => {
    expect(codeOf(await put(own('OW-0010'), null, lead, 'OW-0011'))).toBe('INVALID_INPUT');
    expect((await shelf()).some(({ model }) => model.key === 'OW-0010')).toBe(false);
  });

  it('units keep the version that they carry', async () => {
    const { rows } = (await lead.get('/api/units?text=SR-05')).json<{ rows: { id: string }[] }>();
    const unit = async () =>
      (await lead.get(`/api/units/${rows[0]!.id}`)).json<{ build: { models: Record<string, { massKg: number }> } }>();
    const before = (await unit()).build.models;
    const key = Object.keys(before)[0]!;
    const entry = (await shelf()).find(({ model }) => model.key === key)!;
    const changed = { ...entry, model: { ...entry.model, version: entry.model.version + 1, massKg: 7 } };
    expect((await put(changed, entry.model.version)).statusCode).toBe(200);
    expect((await unit()).build.models).toEqual(before);
  });
});
