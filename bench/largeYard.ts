/**
 * A yard of 5,000 units with 500,000 operations: how long its first page, a search, a unit and an acknowledgement take,
 * the last beside a bare route that makes one commit in the same database, measured in turns in one run.
 */
import { rmSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import Fastify from 'fastify';
import { loadLargeFleet } from '../demo/largeFleet.ts';
import { uuidv7 } from '../server/ids.ts';
import prepare from '../server/testing/preparedData.ts';
import { startTestServer } from '../server/testing/testServer.ts';

export interface Spread {
  p50Ms: number;
  p95Ms: number;
}

export interface LargeYard {
  page: Spread;
  search: Spread;
  open: Spread;
  acknowledgement: Spread;
  bareCommit: Spread;
}

const ROUNDS = 200;
const WARM_UP = 20;

function spread(times: number[]): Spread {
  const sorted = [...times].slice(WARM_UP).sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
  return { p50Ms: at(0.5), p95Ms: at(0.95) };
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

export async function measureLargeYard(units = 5000, operations = 500_000): Promise<LargeYard> {
  const drop = await prepare();
  // As in a shop: what is answered is not held to its shape.
  const server = await startTestServer({ checkAnswers: false });
  const bare = Fastify();
  try {
    await loadLargeFleet(server.database, { units, operations, now: new Date() });
    const { sequelize } = server.database;
    await sequelize.query('CREATE TABLE bare (id CHAR(36) PRIMARY KEY, words TEXT NOT NULL)');
    bare.post<{ Body: { id: string; words: string } }>('/', async (request) => {
      await sequelize.query('INSERT INTO bare (id, words) VALUES (:id, :words)', { replacements: request.body });
      return { id: request.body.id };
    });
    const bareAddress = await bare.listen({ port: 0, host: '127.0.0.1' });

    const session = await fetch(`${server.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ username: 'odile', password: 'causeway' }),
    });
    const { csrf } = (await session.json()) as { csrf: string };
    const headers = {
      cookie: session.headers.get('set-cookie')!.split(';')[0]!,
      'x-csrf-token': csrf,
      'content-type': 'application/json',
    };
    const get = async (path: string) => (await fetch(`${server.address}${path}`, { headers })).text();
    const rows = await server.database.tables.units.findAll({ attributes: ['id'], order: [['tag', 'ASC']], raw: true });
    const ids = rows.map((row) => (row as unknown as { id: string }).id);

    const page: number[] = [];
    const search: number[] = [];
    const open: number[] = [];
    const acknowledgement: number[] = [];
    const bareCommit: number[] = [];
    const clientId = uuidv7();
    const unitId = ids[7]!;
    for (let round = 0; round < ROUNDS; round++) {
      page.push(await timed(() => get('/api/units?text=')));
      search.push(await timed(() => get(`/api/units?text=telehandler%20${round % 9}`)));
      open.push(await timed(() => get(`/api/units/${ids[(round * 37) % ids.length]}`)));
      const operation = { id: uuidv7(), kind: 'tickStep', stepKey: `bench ${round}`, done: true };
      const sent = JSON.stringify({ baseRevision: 100_000, clientId, operations: [operation] });
      acknowledgement.push(
        await timed(async () => {
          const answer = await fetch(`${server.address}/api/units/${unitId}/operations`, {
            method: 'POST',
            headers,
            body: sent,
          });
          const { outcomes } = (await answer.json()) as { outcomes: { status: string }[] };
          if (outcomes[0]!.status !== 'applied') throw new Error(JSON.stringify(outcomes));
        }),
      );
      // The judging that follows is not the next one's to wait for, nor to be disturbed by.
      await new Promise((resolve) => setTimeout(resolve, 60));
      bareCommit.push(
        await timed(async () => {
          const body = JSON.stringify({ id: uuidv7(), words: JSON.stringify(operation) });
          await (
            await fetch(bareAddress, { method: 'POST', headers: { 'content-type': 'application/json' }, body })
          ).text();
        }),
      );
    }
    return {
      page: spread(page),
      search: spread(search),
      open: spread(open),
      acknowledgement: spread(acknowledgement),
      bareCommit: spread(bareCommit),
    };
  } finally {
    await bare.close();
    await server.stop();
    drop();
    rmSync(server.dataFolder, { recursive: true, force: true });
  }
}
