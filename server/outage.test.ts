/** What is away comes back, what takes too long holds nobody up, and what is in flight on the way out is answered. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { DatabaseError } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inWords, plain, type Words } from '../core/units/index.ts';
import { buildApp } from './app.ts';
import { databaseTrouble } from './database/trouble.ts';
import { unitOf, windowOn } from './testing/operations.ts';
import { freePort } from './testing/ports.ts';
import { testClock } from './testing/testClock.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
});
afterAll(() => server?.stop());

const health = async () => {
  const answer = await server.app.inject({ url: '/api/health' });
  return { status: answer.statusCode, ...answer.json<{ live: boolean; ready: boolean; why: string | null }>() };
};

describe('the database away', () => {
  it('answers 503 with when to come again, says why, and goes on by itself when it is back', async () => {
    const unitId = await unitIdOf(lead, 'SR-07');
    expect(await health()).toMatchObject({ status: 200, live: true, ready: true, why: null });
    const first = server.mariadb();
    const gone = once(first.process, 'exit');
    first.process.kill('SIGKILL');
    await gone;
    const answer = await lead.get(`/api/units/${unitId}`);
    expect(answer.json()).toMatchObject({ error: { code: 'DATABASE_AWAY' } });
    expect([answer.statusCode, answer.headers['retry-after']]).toEqual([503, '2']);
    expect(await health()).toMatchObject({
      status: 503,
      live: true,
      ready: false,
      why: expect.stringContaining('away'),
    });
    await expect.poll(() => server.mariadb() !== first, { timeout: 20_000 }).toBe(true);
    expect(await health()).toMatchObject({ status: 200, ready: true });
    expect((await lead.get(`/api/units/${unitId}`)).statusCode).toBe(200);
  });

  it.each([
    ['a full disk', { errno: 1021 }, 'DISK_FULL'],
    ['a table that cannot grow', { errno: 1114 }, 'DISK_FULL'],
    ['a statement that was stopped', { errno: 1969 }, 'DATABASE_AWAY'],
    ['a lock that was not got', { errno: 1205 }, 'DATABASE_AWAY'],
    ['a line that was cut', { code: 'ECONNRESET' }, 'DATABASE_AWAY'],
  ])('%s is told as what it is', (_, parent, code) => {
    const error = new DatabaseError(Object.assign(new Error('x'), parent, { sql: '' }) as never);
    expect(databaseTrouble(error)).toMatchObject({ code });
  });

  it('a mistake in a statement is no outage', () => {
    expect(
      databaseTrouble(new DatabaseError(Object.assign(new Error('x'), { errno: 1064, sql: '' }) as never)),
    ).toBeNull();
    expect(databaseTrouble(new Error('x'))).toBeNull();
  });
});

describe('judging', () => {
  it('that does not end in time says so; the operation stands, and nothing else waits', async () => {
    const app = await buildApp({
      database: server.database,
      logLevel: 'fatal',
      signInTries: 500,
      clock: testClock(),
      judgeLimitMs: 1,
    });
    await app.ready();
    const client = await signIn(app, 'odile');
    const unitId = await unitIdOf(client, 'SR-11');
    await windowOn(client, unitId).must({ kind: 'setElectrics', changes: { batteryAh: 83 } });
    expect((await unitOf(client, unitId)).build.electrics.batteryAh).toBe(83);
    const row = async () =>
      (await client.get('/api/units?text=SR-11')).json<{
        rows: { judged: boolean; summary: { firstFinding: Words | null } }[];
      }>().rows[0]!;
    await expect
      .poll(async () => inWords((await row()).summary.firstFinding ?? plain('')), { timeout: 20_000 })
      .toContain('could not be judged in time');
    await app.close();
  });

  it('follows an operation by itself, and the list says while it has not yet', async () => {
    const unitId = await unitIdOf(lead, 'SR-05');
    const { build } = await unitOf(lead, unitId);
    await windowOn(lead, unitId).must({ kind: 'removeLamps', lampIds: Object.keys(build.lamps) });
    const row = async () =>
      (await lead.get('/api/units?text=SR-05')).json<{
        rows: { judged: boolean; glyph: { lamps: unknown[] }; summary: { stageWords: string; patternIds: string[] } }[];
      }>().rows[0]!;
    expect((await row()).glyph.lamps).toEqual([]);
    await expect.poll(async () => (await row()).judged, { timeout: 20_000 }).toBe(true);
    expect((await row()).summary.patternIds).toEqual([]);
  });
});

describe('on the way out', () => {
  it('SIGTERM: what is in flight is answered, then it ends, and its database with it', async () => {
    const root = path.resolve(import.meta.dirname, '..');
    const port = await freePort();
    const child = spawn(
      process.execPath,
      [
        '--import',
        'tsx',
        path.join(root, 'server/testing/drain.ts'),
        String(port),
        JSON.stringify(server.mariadb().address),
      ],
      {
        cwd: root,
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    const lines = createInterface({ input: child.stdout });
    await once(lines, 'line');
    const slow = fetch(`http://127.0.0.1:${port}/slow`);
    await once(lines, 'line');
    child.kill('SIGTERM');
    const ended = once(child, 'exit');
    const answer = await slow;
    expect([answer.status, await answer.text()]).toEqual([200, 'done']);
    expect((await ended)[0]).toBe(0);
    await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow();
  });
});
