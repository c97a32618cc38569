/** Nothing acknowledged is lost and nothing happens twice, whatever is killed in whatever moment. */
import { type ChildProcess, spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Build } from '../core/document/index.ts';
import { verifyAll } from './backup/verify.ts';
import { connect } from './database/connect.ts';
import { type RunningDatabase, startDatabase } from './database/mariadb.ts';
import { uuidv7 } from './ids.ts';
import { freePort } from './testing/ports.ts';
import { copyOfPreparedData, temporaryFolder } from './testing/preparedData.ts';

const root = path.resolve(import.meta.dirname, '..');
const dataFolder = copyOfPreparedData();
let databasePort: number;
let mariadb: RunningDatabase;
const children: ChildProcess[] = [];

beforeAll(async () => {
  databasePort = await freePort();
  mariadb = await startDatabase({ dataFolder, port: databasePort });
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

/** A session, and the unit to work on: another one each time round, so that none grows beyond its bounds. */
async function session(address: string, turn: number) {
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
  return { headers, unitId: units.rows[turn % units.rows.length]!.id };
}

/** Sends comments one after another until the line breaks. Gives those that were acknowledged and the one in flight. */
async function burst(address: string, prefix: string, turn: number, killAfter: number, kill: () => void) {
  const { headers, unitId } = await session(address, turn);
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
  const { headers } = await session(address, 0);
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

/** In the torture as many as it takes to meet every moment; otherwise enough to notice that something broke. */
const [SERVER_KILLS, DATABASE_KILLS, START_KILLS] = process.env.EMBER_TORTURE ? [150, 30, 20] : [3, 1, 1];
const A_WHILE_MS = 3_600_000;

describe('killed with SIGKILL during a burst of operations', () => {
  it(`the server, ${SERVER_KILLS} times`, { timeout: A_WHILE_MS }, async () => {
    let running = await startServer();
    for (let kill = 0; kill < SERVER_KILLS; kill++) {
      const { child, address } = running;
      const killAfter = 3 + ((kill * 5) % 17);
      const result = await burst(address, `server ${kill}:`, kill, killAfter, () => child.kill('SIGKILL'));
      expect(result.acknowledged.length).toBeGreaterThanOrEqual(killAfter);
      running = await startServer();
      await checkAndResend(running.address, result);
    }
    running.child.kill('SIGKILL');
  });

  it(`MariaDB, ${DATABASE_KILLS} times`, { timeout: A_WHILE_MS }, async () => {
    for (let kill = 0; kill < DATABASE_KILLS; kill++) {
      const { child, address } = await startServer();
      const killAfter = 5 + ((kill * 7) % 23);
      const result = await burst(address, `database ${kill}:`, kill, killAfter, () => mariadb.process.kill('SIGKILL'));
      expect(result.acknowledged.length).toBeGreaterThanOrEqual(killAfter);
      // The server comes back by itself when the database does.
      mariadb = await startDatabase({ dataFolder, port: databasePort });
      await expect.poll(async () => (await fetch(`${address}/api/health`)).status, { timeout: 20_000 }).toBe(200);
      await checkAndResend(address, result);
      child.kill('SIGKILL');
    }
  });
});

describe('killed with SIGKILL during the first start of all', () => {
  /** The whole start command, killed after so long; its database ends with the next start, which finds it left over. */
  async function firstStart(data: string, port: number, killAfterMs: number | null): Promise<boolean> {
    const child = spawn(path.join(root, 'bin', 'start'), ['--port', String(port), '--data', data], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    children.push(child);
    const timer = killAfterMs === null ? undefined : setTimeout(() => child.kill('SIGKILL'), killAfterMs);
    const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
    for await (const line of createInterface({ input: child.stdout! }))
      if (line.startsWith('Ctrl-C')) {
        clearTimeout(timer);
        child.kill('SIGTERM');
        await ended;
        return true;
      }
    await ended;
    return false;
  }

  it(`${START_KILLS} times in other moments: what is left starts, whole`, { timeout: A_WHILE_MS }, async () => {
    const data = path.join(temporaryFolder(), 'data');
    const port = await freePort();
    for (let kill = 0; kill < START_KILLS; kill++) {
      const fresh = path.join(data, String(kill));
      await firstStart(fresh, port, 1200 + ((kill * 1700) % 6100));
      expect(await firstStart(fresh, port, null)).toBe(true);
      const again = await startDatabase({ dataFolder: fresh, port: databasePort + 1 });
      const database = await connect(again.address);
      expect(await database.tables.people.count()).toBe(5);
      expect(await database.tables.units.count()).toBeGreaterThan(15);
      for await (const { what, problems } of verifyAll(database, false)) expect(problems, what).toEqual([]);
      await database.close();
      await again.stop();
      rmSync(fresh, { recursive: true, force: true });
    }
    rmSync(path.dirname(data), { recursive: true, force: true });
  });
});
