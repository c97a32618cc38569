/** Nothing acknowledged is lost and nothing happens twice, whatever is killed in whatever moment. */
import { type ChildProcess, spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Build } from '../core/build/index.ts';
import { loadDemo } from '../demo/load.ts';
import { connect } from './database/connect.ts';
import { type RunningDatabase, startDatabase } from './database/mariadb.ts';
import { migrate } from './database/migrations.ts';
import { uuidv7 } from './ids.ts';
import { testClock } from './testing/testClock.ts';
import { freePort, temporaryFolder } from './testing/testServer.ts';

const root = path.resolve(import.meta.dirname, '..');
const dataFolder = temporaryFolder();
let databasePort: number;
let mariadb: RunningDatabase;
const children: ChildProcess[] = [];

beforeAll(async () => {
  databasePort = await freePort();
  mariadb = await startDatabase({ dataFolder, port: databasePort });
  const database = await connect(mariadb.address);
  await migrate(database.sequelize);
  await loadDemo(database, testClock());
  await database.close();
});
afterAll(async () => {
  for (const child of children) child.kill('SIGKILL');
  await mariadb?.stop();
  rmSync(dataFolder, { recursive: true, force: true });
});

async function startServer(): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      path.join(root, 'server/testing/serve.ts'),
      String(await freePort()),
      JSON.stringify(mariadb.address),
    ],
    {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  children.push(child);
  for await (const line of createInterface({ input: child.stdout! }))
    if (line.startsWith('http')) return { child, address: line.trim() };
  throw new Error('the server ended before it was ready');
}

async function session(address: string) {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ username: 'odile', password: 'causeway' }),
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  const headers = {
    cookie: answer.headers.get('set-cookie')!.split(';')[0]!,
    'x-csrf-token': csrf,
    'content-type': 'application/json',
  };
  const units = (await (await fetch(`${address}/api/units`, { headers })).json()) as {
    rows: { id: string; tag: string }[];
  };
  return { headers, unitId: units.rows.find((unit) => unit.tag === 'SR-05')!.id };
}

/** Sends comments one after another until the line breaks. Gives those that were acknowledged and the one in flight. */
async function burst(address: string, prefix: string, killAfter: number, kill: () => void) {
  const { headers, unitId } = await session(address);
  const clientId = uuidv7();
  const acknowledged: string[] = [];
  for (let index = 0; ; index++) {
    const text = `${prefix} ${index}`;
    const operation = { id: uuidv7(), kind: 'addComment', commentId: uuidv7(), text };
    const body = JSON.stringify({ baseRevision: 0, clientId, operations: [operation] });
    const sending = fetch(`${address}/api/units/${unitId}/operations`, { method: 'POST', headers, body });
    // The blow falls while a request is on its way, a little later each time round.
    if (index === killAfter) setTimeout(kill, 2);
    try {
      const answer = await sending;
      if (!answer.ok) return { acknowledged, unitId, inFlight: body, text };
      acknowledged.push(text);
    } catch {
      return { acknowledged, unitId, inFlight: body, text };
    }
  }
}

async function commentsOf(
  address: string,
  unitId: string,
): Promise<{ texts: string[]; revision: number; headers: Record<string, string> }> {
  const { headers } = await session(address);
  const { build, revision } = (await (await fetch(`${address}/api/units/${unitId}`, { headers })).json()) as {
    build: Build;
    revision: number;
  };
  return { texts: Object.values(build.comments).map((comment) => comment.text), revision, headers };
}

/** Everything acknowledged is there once; the one in flight, sent again as the outbox does, is there once too. */
async function checkAndResend(address: string, result: Awaited<ReturnType<typeof burst>>) {
  const { texts, headers } = await commentsOf(address, result.unitId);
  for (const text of result.acknowledged)
    expect(
      texts.filter((each) => each === text),
      text,
    ).toHaveLength(1);
  const again = await fetch(`${address}/api/units/${result.unitId}/operations`, {
    method: 'POST',
    headers,
    body: result.inFlight,
  });
  expect(await again.json()).toMatchObject({ outcomes: [{ status: 'applied' }] });
  const after = await commentsOf(address, result.unitId);
  expect(after.texts.filter((each) => each === result.text)).toHaveLength(1);
}

describe('killed with SIGKILL during a burst of operations', () => {
  it.each([7, 23])('the server, after %d operations', async (killAfter) => {
    const { child, address } = await startServer();
    const result = await burst(address, `server ${killAfter}:`, killAfter, () => child.kill('SIGKILL'));
    expect(result.acknowledged.length).toBeGreaterThanOrEqual(killAfter);
    const next = await startServer();
    await checkAndResend(next.address, result);
    next.child.kill('SIGKILL');
  });

  it('MariaDB, after 15 operations', async () => {
    const { child, address } = await startServer();
    const result = await burst(address, 'database:', 15, () => mariadb.process.kill('SIGKILL'));
    expect(result.acknowledged.length).toBeGreaterThanOrEqual(15);
    child.kill('SIGKILL');
    mariadb = await startDatabase({ dataFolder, port: databasePort });
    const next = await startServer();
    await checkAndResend(next.address, result);
    next.child.kill('SIGKILL');
  });
});
