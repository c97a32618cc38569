import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import WebSocket from 'ws';
import type { Shop, ShopDraft, ShopUnit } from '../../core/shop/index.ts';
import { uuidv7 } from '../ids.ts';
import { type Client, signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
let installer: Client;
let owner: Client;
const windows = { lead: uuidv7(), other: uuidv7() };

beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
  installer = await signIn(server.app, 'tamsin');
  owner = await signIn(server.app, 'corin');
});
afterAll(() => server?.stop());

const shopNow = async () =>
  (await lead.get('/api/shop')).json<{
    revision: number;
    shop: Shop;
    units: ShopUnit[];
    carried: Record<string, number>;
  }>();

async function send(client: Client, clientId: string, baseRevision: number, ...drafts: ShopDraft[]) {
  const operations = drafts.map((draft) => ({ ...draft, id: uuidv7() }));
  const answer = await client.send('POST', '/api/shop/operations', { baseRevision, clientId, operations });
  const { outcomes } = answer.json<{
    outcomes: { status: string; reason?: { message: string }; conflict?: { by: string; theirs: unknown } }[];
  }>();
  return { answer, operations, outcomes };
}

describe('the shop', () => {
  it('answers with people, bays, units with their steps, and lamps out there', async () => {
    const { shop, units, carried } = await shopNow();
    expect(Object.values(shop.workers).map((worker) => worker.name)).toContain('Bram Vesterholt');
    expect(units.find((unit) => unit.tag === 'SR-07')!.steps.length).toBeGreaterThan(20);
    expect(carried['BC-0101']).toBeGreaterThanOrEqual(5);
  });

  it('takes an operation once, whatever is sent again', async () => {
    const { revision, shop } = await shopNow();
    const [line] = Object.values(shop.stock);
    const draft: ShopDraft = { kind: 'countStock', partKey: line!.key, onHand: 77 };
    const { operations, outcomes } = await send(installer, windows.other, revision, draft);
    expect(outcomes[0]).toMatchObject({ status: 'applied', revision: revision + 1 });
    const again = await installer.send('POST', '/api/shop/operations', {
      baseRevision: revision,
      clientId: windows.other,
      operations,
    });
    expect(again.json()).toMatchObject({ outcomes: [{ status: 'applied', revision: revision + 1 }] });
    const after = await shopNow();
    expect([after.revision, after.shop.stock[line!.key]!.onHand]).toEqual([revision + 1, 77]);
  });

  it('M59: two on one field: the later hears who was first and what they set; different fields both stand', async () => {
    const { revision, shop } = await shopNow();
    const [first, second] = Object.values(shop.workers);
    await send(lead, windows.lead, revision, { kind: 'putWorker', worker: { ...first!, name: 'Set by one' } });
    const late = await send(lead, windows.other, revision, {
      kind: 'putWorker',
      worker: { ...first!, name: 'Set by another' },
    });
    expect(late.outcomes[0]).toMatchObject({
      status: 'refused',
      conflict: { by: 'Odile Marchbank', theirs: 'Set by one' },
    });
    const apart = await send(lead, windows.other, revision, {
      kind: 'putWorker',
      worker: { ...second!, skills: ['metal'] },
    });
    expect(apart.outcomes[0]!.status).toBe('applied');
    expect((await shopNow()).shop.workers[first!.id]!.name).toBe('Set by one');
  });

  it('an installer counts and picks, but does not plan; an owner only looks', async () => {
    const { revision, shop } = await shopNow();
    const plan: ShopDraft = { kind: 'setPlan', steps: {}, bays: {} };
    const [line] = Object.values(shop.stock);
    const count: ShopDraft = { kind: 'countStock', partKey: line!.key, onHand: 5 };
    expect((await send(installer, windows.other, revision, plan)).outcomes[0]!.reason!.message).toContain(
      'Ask the lead',
    );
    expect((await send(owner, windows.other, revision, count)).outcomes[0]!.reason!.message).toContain(
      'Owners may look',
    );
    expect((await send(installer, windows.other, revision, count)).outcomes[0]!.status).toBe('applied');
  });

  it('a new unit begins with how lamps are wired here; one that stands already stays as it is', async () => {
    const { revision } = await shopNow();
    const known = await unitIdOf(lead, 'SR-07');
    const said = await send(lead, windows.lead, revision, {
      kind: 'setHabits',
      changes: { ground: 'bus', joints: 'solder' },
    });
    expect(said.outcomes[0]!.status).toBe('applied');
    const later = await send(lead, windows.lead, revision + 1, { kind: 'setHabits', changes: { joints: 'crimp' } });
    expect(later.outcomes[0]!.status).toBe('applied');
    const id = uuidv7();
    const made = await lead.send('POST', '/api/units', {
      id,
      tag: 'SR-88',
      name: 'As we do it',
      bodyId: 'van',
      parameters: {},
      systemVoltageV: 12,
    });
    expect(made.statusCode).toBeLessThan(300);
    const habitsOf = async (unitId: string) =>
      (await lead.get(`/api/units/${unitId}`)).json<{ build: { habits: unknown } }>().build.habits;
    expect(await habitsOf(id)).toEqual({ ground: 'bus', joints: 'crimp' });
    expect(await habitsOf(known)).toEqual({});
  });

  it('refuses what is no operation, and says where', async () => {
    const answer = await lead.send('POST', '/api/shop/operations', {
      baseRevision: 0,
      clientId: windows.lead,
      operations: [{ id: uuidv7(), kind: 'delayPart', orderId: uuidv7(), dueIn: 'tomorrow' }],
    });
    expect(answer.statusCode).toBe(400);
    expect(answer.body).toContain('2026-11-25T07:30');
  });

  it('who watches hears of a change in the shop', async () => {
    const { csrf, cookie, port } = await socketLogin();
    const socket = new WebSocket(`ws://127.0.0.1:${port}/api/live`, { headers: { cookie, 'x-csrf-token': csrf } });
    await new Promise((resolve) => socket.once('open', resolve));
    const { revision, shop } = await shopNow();
    const heard = new Promise<string>((resolve) => socket.once('message', (data) => resolve(String(data))));
    socket.send(JSON.stringify({ watch: 'shop', revision }));
    await send(lead, windows.lead, revision, { kind: 'setRates', rates: { ...shop.rates, hourMarks: 61 } });
    expect(JSON.parse(await heard)).toMatchObject({
      unitId: 'shop',
      news: [{ revision: revision + 1, by: 'Odile Marchbank', clientId: windows.lead }],
    });
    socket.close();
  });

  async function socketLogin() {
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: { username: 'ife', password: 'causeway' },
    });
    const address = server.app.server.address();
    if (address === null || typeof address === 'string') throw new Error('no port');
    return {
      csrf: answer.json<{ csrf: string }>().csrf,
      cookie: String(answer.headers['set-cookie']).split(';')[0]!,
      port: address.port,
    };
  }
});

describe('what leaves the shop', () => {
  it('a calendar that another library reads: floating times, every step that is planned', async () => {
    const { shop } = await shopNow();
    const [worker] = Object.values(shop.workers).filter((each) => each.name.startsWith('Tamsin'));
    const answer = await lead.get(`/api/shop/workers/${worker!.id}/calendar.ics`);
    expect(answer.headers['content-type']).toContain('text/calendar');
    const calendar = new ICAL.Component(ICAL.parse(answer.body));
    const events = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
    const own = Object.values(shop.plan.steps).filter((step) => step.workerIds.includes(worker!.id));
    expect(events.flatMap((event) => event.description.split('\n'))).toHaveLength(own.length);
    for (const event of events) expect(event.startDate.zone.tzid).toBe('floating');
    const starts = events.map((event) => event.startDate.toString().slice(0, 16)).sort();
    expect(starts[0]).toBe(own.map((step) => step.from).sort()[0]);
    const [bay] = Object.values(shop.bays);
    expect((await lead.get(`/api/shop/bays/${bay!.id}/calendar.ics`)).body).toContain('BEGIN:VEVENT');
    expect((await lead.get(`/api/shop/bays/${uuidv7()}/calendar.ics`)).statusCode).toBe(404);
  });

  const textOf = async (url: string) => {
    const answer = await lead.get(url);
    expect(answer.headers['content-type']).toBe('application/pdf');
    const file = path.join(server.dataFolder, 'page.pdf');
    writeFileSync(file, answer.rawPayload);
    return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  };

  it('a day sheet with everybody who works that day', async () => {
    const { shop } = await shopNow();
    const [step] = Object.values(shop.plan.steps).sort((a, b) => a.from.localeCompare(b.from));
    const text = await textOf(`/api/shop/day.pdf?date=${step!.from.slice(0, 10)}`);
    expect(text).toContain(shop.workers[step!.workerIds[0]!]!.name);
    expect(text).toContain(step!.from.slice(11));
    expect((await lead.get('/api/shop/day.pdf?date=soon')).statusCode).toBe(400);
  });

  it('a quote with parts, hours and the sum', async () => {
    const text = await textOf(`/api/units/${await unitIdOf(lead, 'SR-16')}/quote.pdf`);
    for (const words of ['Quote for SR-16', 'Beacon 150', 'Mark-up', 'learned from SR-14, SR-15'])
      expect(text).toContain(words);
  });

  it('the shelf says what the bins hold', async () => {
    const { revision, shop } = await shopNow();
    const line = shop.stock['BC-0101']!;
    await send(lead, windows.lead, revision, { kind: 'countStock', partKey: line.key, onHand: 42 });
    const entries = (await lead.get('/api/shelf')).json<{ model: { key: string }; onHand: number }[]>();
    expect(entries.find((entry) => entry.model.key === line.key)!.onHand).toBe(42);
  });
});
