/** Two server processes on one database: what is sent through either is in one order, once, and heard through the other. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import WebSocket from 'ws';
import { buildApp } from './app.ts';
import { verifyAll } from './backup/verify.ts';
import { uuidv7 } from './ids.ts';
import { unitOf } from './testing/operations.ts';
import { testClock } from './testing/testClock.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';

const OPERATIONS = process.env.EMBER_TORTURE ? 1000 : 120;
const AT_ONCE = 6;

let server: Awaited<ReturnType<typeof startTestServer>>;
let second: Awaited<ReturnType<typeof buildApp>>;
let clients: Client[];
beforeAll(async () => {
  server = await startTestServer();
  second = await buildApp({ database: server.database, logLevel: 'fatal', signInTries: 500, clock: testClock() });
  await second.ready();
  clients = [await signIn(server.app, 'odile'), await signIn(second, 'tamsin')];
});
afterAll(async () => {
  await second?.close();
  await server?.stop();
});

it(`${OPERATIONS} operations through both at once`, { timeout: 600_000 }, async () => {
  const unitId = await unitIdOf(clients[0]!, 'SR-07');
  const { revision } = await unitOf(clients[0]!, unitId);
  const heard: number[] = [];
  const socket = new WebSocket(`${server.address.replace('http', 'ws')}/api/live`, {
    headers: { cookie: clients[0]!.cookie },
  });
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  socket.on('message', (data) => {
    const { news } = JSON.parse(data.toString()) as { news: { revision: number }[] };
    heard.push(...news.map((item) => item.revision));
  });
  socket.send(JSON.stringify({ watch: unitId, revision }));

  const revisions: number[] = [];
  let next = 0;
  const worker = async (client: Client) => {
    const clientId = uuidv7();
    for (let index = next++; index < OPERATIONS; index = next++) {
      const operation = { id: uuidv7(), kind: 'addComment', commentId: uuidv7(), text: `comment ${index}` };
      const sent = { baseRevision: revision, clientId, operations: [operation] };
      // Every tenth comes twice, as after a lost answer.
      const answers = await Promise.all(
        (index % 10 === 0 ? [client, client] : [client]).map((each) =>
          each.send('POST', `/api/units/${unitId}/operations`, sent),
        ),
      );
      const taken = answers.map(
        (answer) => answer.json<{ outcomes: { status: string; revision: number }[] }>().outcomes[0]!,
      );
      expect(taken.map((each) => each.status)).toEqual(taken.map(() => 'applied'));
      expect(new Set(taken.map((each) => each.revision)).size).toBe(1);
      revisions.push(taken[0]!.revision);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, (_, at) => worker(clients[at % 2]!)));

  // One order without a gap, each once, and both tell the same document.
  const expected = Array.from({ length: OPERATIONS }, (_, at) => revision + 1 + at);
  expect(revisions.sort((a, b) => a - b)).toEqual(expected);
  const [mine, theirs] = await Promise.all(clients.map((client) => unitOf(client, unitId)));
  expect(theirs).toEqual(mine);
  await expect.poll(() => heard.length, { timeout: 10_000 }).toBe(OPERATIONS);
  expect(heard).toEqual(expected);
  socket.close();
  for await (const { what, problems } of verifyAll(server.database, false)) expect(problems, what).toEqual([]);
});
