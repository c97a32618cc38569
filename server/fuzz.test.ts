/** Whatever is sent to whatever route: no server error, nothing that takes long, and every document can be read afterwards. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import type * as z from 'zod';
import { type Build, SentOperation } from '../core/document/index.ts';
import { type Shop, ShopOperation } from '../core/shop/index.ts';
import type { ApiRoute } from './auth/plugin.ts';
import { verifyAll } from './backup/verify.ts';
import { uuidv7 } from './ids.ts';
import { freeWords, type Source, seeded, TAKEN_WORDS, valueFor, withWord } from './testing/hostile.ts';
import { type Client, signIn, startTestServer } from './testing/testServer.ts';

const REQUESTS = process.env.EMBER_TORTURE ? 20_000 : 500;
const SEED = 20_260_311;

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
let unitIds: string[];
/** What is in use, by the name of the field under which it is asked for: of each unit, and of the shop. */
const knownOf = new Map<string, Record<string, readonly string[]>>();

async function learn(): Promise<void> {
  const { shop } = (await lead.get('/api/shop')).json<{ shop: Shop }>();
  const [workers, bays, orders, stock] = [shop.workers, shop.bays, shop.orders, shop.stock].map(
    Object.keys,
  ) as string[][];
  knownOf.set('shop', {
    unitId: unitIds,
    workerId: workers!,
    workerIds: workers!,
    bayId: bays!,
    inBayId: bays!,
    orderId: orders!,
    partKey: stock!,
    'steps key': Object.keys(shop.plan.steps),
    'bays key': unitIds,
  });
  for (const id of unitIds) {
    const { build } = (await lead.get(`/api/units/${id}`)).json<{ build: Build }>();
    const keys = (name: keyof Build) => Object.keys(build[name] as object);
    const elements = keys('elements');
    knownOf.set(id, {
      lampId: keys('lamps'),
      lampIds: keys('lamps'),
      'shows key': keys('lamps'),
      controlId: keys('controls'),
      channels: keys('controls'),
      setting: keys('controls'),
      elementId: elements,
      elementIds: elements,
      fuseId: elements,
      wireId: keys('wires'),
      wireIds: keys('wires'),
      slotId: keys('slots'),
      functionId: keys('functions'),
      nodeId: keys('routeNodes'),
      nodeIds: keys('routeNodes'),
      a: keys('routeNodes'),
      b: keys('routeNodes'),
      plugId: keys('plugs'),
      modelKey: keys('models'),
      key: [...keys('measured'), ...keys('checks'), ...keys('models')],
      stepKey: keys('ticks'),
      patternId: ['steady', 'quad', 'turn'],
      bodyId: [build.body.bodyId],
      'parameters key': Object.keys(build.body.parameters),
      'changes key': Object.keys(build.body.parameters),
      packIds: ['us-road'],
      gauge: ['12', '2.5'],
      terminal: ['in', 'out', 'join', 'plus', 'minus'],
    });
  }
}

const sourceFor = (of: string, random: () => number, hostility: number): Source => ({
  random,
  hostility,
  known: (field) => new Map(Object.entries(knownOf.get(of) ?? {})).get(field) ?? [],
});

beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
  const { rows } = (await lead.get('/api/units?text=')).json<{ rows: { id: string }[] }>();
  unitIds = rows.map((row) => row.id);
  await learn();
});
afterAll(() => server?.stop());

async function everythingCanBeRead(): Promise<void> {
  for (const id of unitIds) expect((await lead.get(`/api/units/${id}`)).statusCode, id).toBe(200);
  for (const url of ['/api/units', '/api/shop', '/api/shelf', '/api/hours'])
    expect((await lead.get(url)).statusCode, url).toBe(200);
  // And each is what its log says it is.
  for await (const { what, problems } of verifyAll(server.database, false)) expect(problems, what).toEqual([]);
}

/** Sends operations to where their kind belongs. */
const sendOne = (operation: unknown, to: string) =>
  lead.send('POST', to, { baseRevision: 0, clientId: uuidv7(), operations: [operation] });

const KINDS = [
  ...SentOperation.options.map((schema) => ({ schema, to: 'unit' })),
  ...ShopOperation.options.map((schema) => ({ schema, to: 'shop' })),
].map(({ schema, to }) => ({ schema, to, kind: String(schema.shape.kind.value) }));

it.each(KINDS)('$to, $kind: words that every object has are refused in every free field', async ({ schema, to }) => {
  const source = sourceFor(to === 'shop' ? 'shop' : unitIds[0]!, seeded(SEED), 0);
  const url = to === 'shop' ? '/api/shop/operations' : `/api/units/${unitIds[0]}/operations`;
  const value = { ...(valueFor(schema, source) as object), id: uuidv7() };
  for (const path of freeWords(schema as z.core.$ZodType))
    for (const word of TAKEN_WORDS) {
      const answer = await sendOne({ ...(withWord(value, path, word) as object), id: uuidv7() }, url);
      // Prose may hold any word; nothing of it may become the name of something.
      expect(answer.statusCode, `${path.join('.')} ${word}`).toBeLessThan(500);
    }
  expect(Object.getOwnPropertyNames(Object.prototype)).not.toContain('polluted');
});

/** What a share of the requests is about; operations are what changes documents. */
const SHARES = { unit: 0.5, shop: 0.25, read: 0.2 };

const fill = (url: string, unitId: string, random: () => number): string => {
  const one = (from: readonly string[]) => from[Math.floor(random() * from.length)]!;
  return url
    .replace(':of', one(['workers', 'bays', 'constructor']))
    .replace(':table', one(['parts', 'constructor', 'cut-list', 'wiring']))
    .replace(':format', one(['csv', 'xlsx', 'svg', 'pdf']))
    .replace(':job', one(['all', 'constructor', 'rear-1']))
    .replace(':id', random() < 0.9 ? unitId : one(['constructor', uuidv7()]))
    .replace(':photoId', uuidv7());
};

it(`${REQUESTS} requests from the schemas of all routes and around them`, { timeout: 1_800_000 }, async () => {
  const random = seeded(SEED);
  const one = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  // Sessions are left alone: a signed-out client would try nothing any more. Papers take a second each: few of them.
  const routes = server.app.apiRoutes.filter(({ url }) => !/session|live|demo/.test(url));
  const isPaper = ({ url }: ApiRoute) => /\.(pdf|svg|cir|ics)|:format/.test(url);
  const papers = routes.filter(isPaper);
  const quick = routes.filter((route) => !isPaper(route));
  const operationsOn = (url: string) => quick.find((route) => route.method === 'POST' && route.url === url)!;
  const outcomes = new Map<string, number>();
  for (let count = 0; count < REQUESTS; count++) {
    const what = random();
    const unitId = one(unitIds);
    const isShop = what >= SHARES.unit && what < SHARES.unit + SHARES.shop;
    const source = sourceFor(isShop ? 'shop' : unitId, random, one([0, 0, 0.01, 0.1]));
    const route =
      what < SHARES.unit
        ? operationsOn('/api/units/:id/operations')
        : isShop
          ? operationsOn('/api/shop/operations')
          : one(what < SHARES.unit + SHARES.shop + SHARES.read ? quick : papers);
    const { body, querystring } = route.schema as { body?: z.core.$ZodType; querystring?: z.core.$ZodType };
    const query = querystring ? (valueFor(querystring, source) as Record<string, unknown>) : {};
    const asked = new URLSearchParams(
      Object.entries(query ?? {}).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
    );
    const url = `${fill(route.url, unitId, random)}?${asked}`;
    const answer =
      route.method === 'GET'
        ? await lead.get(url)
        : await lead.send(route.method as 'POST', url, (body ? valueFor(body, source) : {}) as object);
    expect(answer.statusCode, `${count}: ${route.method} ${url} ${answer.body.slice(0, 300)}`).toBeLessThan(500);
    if (route.method === 'POST' && answer.statusCode === 200)
      for (const { status } of answer.json<{ outcomes?: { status: string }[] }>().outcomes ?? [])
        outcomes.set(status, (outcomes.get(status) ?? 0) + 1);
  }
  await everythingCanBeRead();
  // A fuzz that everything is refused of tries nothing.
  expect(outcomes.get('applied')).toBeGreaterThan(REQUESTS / 20);
  expect(outcomes.get('refused')).toBeGreaterThan(REQUESTS / 20);
});
