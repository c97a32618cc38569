import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import WebSocket from 'ws';
import type { Build, OperationDraft } from '../core/document/index.ts';
import { placeLampOperation } from '../core/place/index.ts';
import { SHELF } from '../demo/shelf.ts';
import { ERRORS } from './errors.ts';
import { uuidv7 } from './ids.ts';
import type { Running } from './main.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

let server: Running;
let lead: Client;
let installer: Client;
let owner: Client;
let unitId: string;
const windows = { lead: uuidv7(), installer: uuidv7(), owner: uuidv7() };

beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
  installer = await signIn(server.app, 'tamsin');
  owner = await signIn(server.app, 'corin');
  unitId = await unitIdOf(lead, 'SR-07');
});
afterAll(() => server?.stop());

const unitNow = async () => (await lead.get(`/api/units/${unitId}`)).json<{ revision: number; build: Build }>();
const lampOf = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;

async function send(client: Client, clientId: string, baseRevision: number, ...drafts: OperationDraft[]) {
  const operations = drafts.map((draft) => ({ ...draft, id: uuidv7() }));
  const answer = await client.send('POST', `/api/units/${unitId}/operations`, { baseRevision, clientId, operations });
  return {
    answer,
    operations,
    outcomes: answer.json<{
      outcomes: {
        status: string;
        revision: number;
        reason?: { kind: string; message: string };
        conflict?: { by: string; field: string; theirs: unknown };
      }[];
    }>().outcomes,
  };
}

describe('sign-in', () => {
  it('gives one answer for a wrong name and a wrong password', async () => {
    const tries = await Promise.all(
      [
        { username: 'odile', password: 'wrong' },
        { username: 'nobody', password: 'wrong' },
      ].map((payload) => server.app.inject({ method: 'POST', url: '/api/session', payload })),
    );
    expect(tries.map((each) => each.statusCode)).toEqual([401, 401]);
    expect(tries[0]!.body).toBe(tries[1]!.body);
  });

  it('sets a cookie that scripts and other sites cannot use', async () => {
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: { username: 'odile', password: 'causeway' },
    });
    expect(answer.headers['set-cookie']).toMatch(/HttpOnly; SameSite=Strict/);
    expect(answer.headers['content-security-policy']).toContain("default-src 'self'");
  });

  it('refuses everything without a session, and changes without the CSRF token', async () => {
    for (const url of ['/api/units', '/api/shelf', `/api/units/${unitId}`, `/api/units/${unitId}/card.pdf`])
      expect((await server.app.inject({ url })).statusCode, url).toBe(401);
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: { username: 'odile', password: 'causeway' },
    });
    const cookie = String(answer.headers['set-cookie']).split(';')[0]!;
    const without = await server.app.inject({ method: 'POST', url: '/api/units', headers: { cookie }, payload: {} });
    expect(without.json()).toMatchObject({ error: { code: 'SESSION_MISMATCH' } });
  });

  it('ends with sign-out', async () => {
    const client = await signIn(server.app, 'bram');
    expect((await client.send('DELETE', '/api/session')).statusCode).toBe(204);
    expect((await client.get('/api/units')).statusCode).toBe(401);
  });
});

describe('roles', () => {
  it('an owner reads and comments, but changes nothing', async () => {
    const { revision, build } = await unitNow();
    const denied = await send(owner, windows.owner, revision, {
      kind: 'editLamps',
      lampIds: [lampOf(build, 'T1').id],
      changes: { mount: 'bracket' },
    });
    expect(denied.outcomes[0]).toMatchObject({ status: 'refused' });
    const comment = await send(owner, windows.owner, revision, {
      kind: 'addComment',
      commentId: uuidv7(),
      text: 'Looks well.',
    });
    expect(comment.outcomes[0]).toMatchObject({ status: 'applied', revision: revision + 1 });
    expect(
      (
        await owner.send('POST', '/api/units', {
          id: uuidv7(),
          tag: 'ZZ-1',
          name: 'Mine',
          bodyId: 'van',
          parameters: {},
          systemVoltageV: 12,
        })
      ).statusCode,
    ).toBe(403);
  });

  it('only the lead hands a unit over', async () => {
    const { revision } = await unitNow();
    expect(
      (await send(installer, windows.installer, revision, { kind: 'handOver', done: true })).outcomes[0],
    ).toMatchObject({ status: 'refused' });
  });
});

describe('input', () => {
  it('says which field is wrong and why', async () => {
    const answer = await lead.send('POST', '/api/units', {
      id: uuidv7(),
      tag: 'seven',
      name: 'x',
      bodyId: 'van',
      parameters: {},
      systemVoltageV: 12,
    });
    expect(answer.statusCode).toBe(400);
    const { error } = answer.json<{ error: { issues: { path: string; message: string }[] } }>();
    expect(error.issues.find((issue) => issue.path === 'tag')!.message).toContain('like SR-07');
  });

  it('refuses dimensions that the body cannot be built at', async () => {
    const answer = await lead.send('POST', '/api/units', {
      id: uuidv7(),
      tag: 'ZZ-02',
      name: 'Too long',
      bodyId: 'van',
      parameters: { lengthMm: 39_000 },
      systemVoltageV: 12,
    });
    expect(answer.json()).toMatchObject({
      error: { code: 'BODY_REFUSED', message: expect.stringContaining('Overall length') },
    });
  });

  it('makes a unit once when asked twice, and keeps tags unique', async () => {
    const payload = { id: uuidv7(), tag: 'ZZ-03', name: 'New van', bodyId: 'van', parameters: {}, systemVoltageV: 12 };
    expect((await lead.send('POST', '/api/units', payload)).statusCode).toBe(201);
    expect((await lead.send('POST', '/api/units', payload)).statusCode).toBe(201);
    expect((await lead.send('POST', '/api/units', { ...payload, id: uuidv7() })).json()).toMatchObject({
      error: { code: 'TAG_TAKEN' },
    });
  });
});

describe('operations', () => {
  it('the same operation twice is answered twice and applied once', async () => {
    const { revision } = await unitNow();
    const payload = {
      baseRevision: revision,
      clientId: windows.lead,
      operations: [
        {
          kind: 'addExtraParts',
          id: uuidv7(),
          parts: [{ id: 'tie', partKey: 'tie', name: 'Tie', quantity: 5, modelKey: null }],
        },
      ],
    };
    const first = (await lead.send('POST', `/api/units/${unitId}/operations`, payload)).json();
    const second = (await lead.send('POST', `/api/units/${unitId}/operations`, payload)).json();
    expect(second).toEqual(first);
    const after = await unitNow();
    expect(after.revision).toBe(revision + 1);
    expect(after.build.extraParts.tie!.quantity).toBe(5);
  });

  it('two people on different fields of one lamp both stand; on the same field the later is told who and what', async () => {
    const { revision, build } = await unitNow();
    const lamp = lampOf(build, 'T1');
    const move = (xMm: number): OperationDraft => ({
      kind: 'moveLamps',
      moves: [{ lampId: lamp.id, face: 'top', position: { ...lamp.position, xMm } }],
    });
    expect((await send(lead, windows.lead, revision, move(1000))).outcomes[0]!.status).toBe('applied');
    expect(
      (
        await send(installer, windows.installer, revision, {
          kind: 'editLamps',
          lampIds: [lamp.id],
          changes: { tag: 'T9' },
        })
      ).outcomes[0]!.status,
    ).toBe('applied');
    const late = (await send(installer, windows.installer, revision, move(1100))).outcomes[0]!;
    expect(late).toMatchObject({
      status: 'refused',
      reason: { kind: 'overtaken' },
      conflict: { by: 'Odile Marchbank', field: 'T9 position', theirs: { xMm: 1000 } },
    });
    expect(lampOf((await unitNow()).build, 'T9').position.xMm).toBe(1000);
  });

  it('one refused operation does not take the others of its request with it', async () => {
    const { revision } = await unitNow();
    const { outcomes } = await send(
      lead,
      windows.lead,
      revision,
      { kind: 'removeLamps', lampIds: [uuidv7()] },
      { kind: 'tickStep', stepKey: 'close', done: true },
    );
    expect(outcomes.map((each) => each.status)).toEqual(['refused', 'applied']);
  });

  it('keeps the query tables in step with the build', async () => {
    const { revision, build } = await unitNow();
    await send(lead, windows.lead, revision, { kind: 'removeLamps', lampIds: [lampOf(build, 'B2').id] });
    const rows = await server.database.tables.lamps.findAll({ where: { unitId }, raw: true });
    expect(rows).toHaveLength(Object.keys((await unitNow()).build.lamps).length);
    const listed = (await lead.get('/api/units'))
      .json<{ rows: { id: string; glyph: { lamps: unknown[] } }[] }>()
      .rows.find((unit) => unit.id === unitId)!;
    expect(listed.glyph.lamps).toHaveLength(rows.length);
  });

  it('counts a lamp with several jobs as the one housing that it is', async () => {
    const count = async () => (await lead.get('/api/units')).json<{ totals: { lamps: number } }>().totals.lamps;
    const before = await count();
    const { revision, build } = await unitNow();
    const { model } = SHELF.find((entry) => entry.model.jobs.length === 2)!;
    const place = { position: { xMm: 400, yMm: 300, zMm: 900 }, face: 'front' as const, paired: false };
    const operation = placeLampOperation(build, { model, ...place }, uuidv7);
    expect(operation.lamps).toHaveLength(3);
    const { outcomes } = await send(lead, windows.lead, revision, operation);
    expect(outcomes).toMatchObject([{ status: 'applied' }]);
    expect(await count()).toBe(before + 1);
  });
});

describe('news', () => {
  it('another window hears of an operation, from the revision it has', async () => {
    const { revision } = await unitNow();
    const session = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: { username: 'ife', password: 'causeway' },
    });
    const cookie = String(session.headers['set-cookie']).split(';')[0]!;
    const socket = new WebSocket(`${server.address.replace('http', 'ws')}/api/live`, { headers: { cookie } });
    const heard = new Promise<{ news: { revision: number; by: string }[] }>((resolve, reject) => {
      socket.on('error', reject);
      socket.on('message', (data) => resolve(JSON.parse(data.toString())));
    });
    await new Promise((resolve) => socket.once('open', resolve));
    socket.send(JSON.stringify({ watch: unitId, revision }));
    await send(lead, windows.lead, revision, { kind: 'addComment', commentId: uuidv7(), text: 'Heard?' });
    expect((await heard).news).toMatchObject([{ revision: revision + 1, by: 'Odile Marchbank' }]);
    socket.close();
  });

  it('is not given to another origin, nor without a session', async () => {
    const socket = new WebSocket(`${server.address.replace('http', 'ws')}/api/live`);
    await expect(new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject))).rejects.toThrow(
      '401',
    );
  });
});

describe('documents', () => {
  it('the card is a PDF, the parts are CSV that no spreadsheet runs as a formula', async () => {
    const card = await lead.get(`/api/units/${unitId}/card.pdf`);
    expect(card.headers['content-type']).toBe('application/pdf');
    expect(card.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    const learned = (await lead.get('/api/hours')).json() as Record<string, { factor: number; samples: number }>;
    expect(learned.mount!.samples).toBeGreaterThan(1);
    expect(learned.mount!.factor).toBeGreaterThan(1);
    const parts = (await lead.get(`/api/units/${unitId}/parts.csv`)).body;
    expect(parts.split('\r\n')[0]).toBe('group,part,number,quantity,unit,use,price_marks,note');
    expect(parts).toContain('Corner mount kit');
  });
});

describe('docs/errors.md', () => {
  it('lists the codes and statuses of the registry, and no others', () => {
    const page = readFileSync(new URL('../docs/errors.md', import.meta.url), 'utf8');
    const listed = [...page.matchAll(/^\| ([A-Z_]+) \| (\d+) \|/gm)].map((match) => [match[1], Number(match[2])]);
    expect(listed).toEqual(Object.entries(ERRORS).map(([code, { status }]) => [code, status]));
  });
});
