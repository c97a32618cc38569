/** A MariaDB of the tests' own, in a temporary folder, and small helpers to talk to the application over inject. */
import { rmSync } from 'node:fs';
import type { FastifyInstance, LightMyRequestResponse } from 'fastify';
import { type Running, type RunOptions, run } from '../main.ts';
import { freePort } from './ports.ts';
import { copyOfPreparedData } from './preparedData.ts';
import { testClock } from './testClock.ts';

/** The whole application with the demo, on ports and data of its own. */
export async function startTestServer(
  options: Partial<RunOptions> = {},
): Promise<Running & { dataFolder: string; databasePort: number }> {
  const dataFolder = copyOfPreparedData();
  const databasePort = await freePort();
  const running = await run({
    port: await freePort(),
    databasePort,
    dataFolder,
    // There are people on the copy.
    fill: () => Promise.reject(new Error('the prepared data is empty')),
    logLevel: process.env.EMBER_LOG ?? 'fatal',
    signInTries: 500,
    checkAnswers: true,
    clock: testClock(),
    ...options,
  });
  const stop = async () => {
    await running.stop();
    rmSync(dataFolder, { recursive: true, force: true });
  };
  return { ...running, stop, dataFolder, databasePort };
}

export interface Client {
  cookie: string;
  put(url: string, payload: Buffer, type: string): Promise<LightMyRequestResponse>;
  get(url: string): Promise<LightMyRequestResponse>;
  send(method: 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, payload?: object): Promise<LightMyRequestResponse>;
}

/** Signs in through the real route and keeps cookie and CSRF token. */
export async function signIn(app: FastifyInstance, username: string, password = 'causeway'): Promise<Client> {
  const answer = await app.inject({ method: 'POST', url: '/api/session', payload: { username, password } });
  if (answer.statusCode !== 200) throw new Error(`sign-in of ${username} failed: ${answer.body}`);
  const { csrf } = answer.json<{ csrf: string }>();
  const cookie = String(answer.headers['set-cookie']).split(';')[0]!;
  return {
    cookie,
    put: (url, payload, type) =>
      app.inject({ method: 'PUT', url, payload, headers: { cookie, 'x-csrf-token': csrf, 'content-type': type } }),
    get: (url) => app.inject({ method: 'GET', url, headers: { cookie } }),
    send: (method, url, payload) => app.inject({ method, url, payload, headers: { cookie, 'x-csrf-token': csrf } }),
  };
}

export async function unitIdOf(client: Client, tag: string): Promise<string> {
  const { rows } = (await client.get(`/api/units?text=${tag}`)).json<{ rows: { id: string; tag: string }[] }>();
  return rows.find((unit) => unit.tag === tag)!.id;
}
