/** Who may come in where, for how long, and what a fleet's owner sees. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import WebSocket from 'ws';
import { authService } from './auth/service.ts';
import { uuidv7 } from './ids.ts';
import { testClock } from './testing/testClock.ts';
import { type Client, signIn, startTestServer, unitIdOf } from './testing/testServer.ts';
import { fleetsService } from './units/fleets.ts';

const HOUR_MS = 3600 * 1000;

let aheadMs = 0;
const base = testClock();
const clock = () => new Date(base().getTime() + aheadMs);

let server: Awaited<ReturnType<typeof startTestServer>>;
const clients: Record<string, Client> = {};

beforeAll(async () => {
  server = await startTestServer({ clock });
  const { id: fleetId } = await fleetsService(server.database).byName('Other Fleet');
  const stranger = {
    username: 'stranger',
    name: 'A Stranger',
    role: 'owner' as const,
    colour: '#000000',
    password: 'causeway',
  };
  await authService(server.database, clock).addPerson({ ...stranger, fleetId });
  for (const name of ['odile', 'tamsin', 'corin', 'stranger']) clients[name] = await signIn(server.app, name);
});
afterAll(() => server?.stop());

/** Every route of the API and who may ask it. A route without a row here, or a row without a route, fails. */
const TABLE: Record<string, 'open' | 'sign-in' | 'everyone' | 'crew' | 'leads'> = {
  'GET /api/health': 'open',
  'GET /api/records': 'crew',
  'GET /api/session': 'sign-in',
  'POST /api/session': 'open',
  'DELETE /api/session': 'everyone',
  'DELETE /api/sessions': 'everyone',
  'GET /api/demo': 'open',
  'POST /api/join': 'open',
  'PUT /api/session/password': 'everyone',
  'GET /api/people': 'leads',
  'POST /api/people': 'leads',
  'PATCH /api/people/:id': 'leads',
  'PUT /api/people/:id/invitation': 'leads',
  'DELETE /api/people/:id/sessions': 'leads',
  'GET /api/units': 'everyone',
  'POST /api/units': 'crew',
  'POST /api/units/:id/alike': 'crew',
  'GET /api/units/:id': 'everyone',
  'GET /api/units/:id/history': 'everyone',
  'GET /api/units/:id/undo': 'everyone',
  'POST /api/units/:id/operations': 'everyone',
  'GET /api/openapi.json': 'crew',
  'GET /api/docs': 'crew',
  'GET /api/next-tag': 'crew',
  'GET /api/fleets': 'crew',
  'GET /api/hours': 'everyone',
  'GET /api/shelf': 'everyone',
  'PUT /api/shelf/:key': 'crew',
  'GET /api/shop': 'everyone',
  'POST /api/shop/operations': 'everyone',
  'GET /api/shop/:of/:id/calendar.ics': 'crew',
  'GET /api/shop/day.pdf': 'crew',
  'GET /api/live': 'everyone',
  'PUT /api/units/:id/photos/:photoId': 'crew',
  'GET /api/units/:id/photos/:photoId': 'everyone',
  'GET /api/units/:id/card.pdf': 'everyone',
  'GET /api/units/:id/tape.pdf': 'everyone',
  'GET /api/units/:id/quote.pdf': 'crew',
  'GET /api/units/:id/wire-labels.pdf': 'everyone',
  'GET /api/units/:id/feed-diagram.pdf': 'everyone',
  'GET /api/units/:id/feed-diagram.svg': 'everyone',
  'GET /api/units/:id/netlist.cir': 'everyone',
  'GET /api/units/:id/:table.:format': 'everyone',
  'GET /api/units/:id/templates/:job.:format': 'everyone',
};

const IN: Record<string, readonly string[]> = {
  open: ['nobody', 'tamsin', 'corin', 'odile'],
  'sign-in': ['nobody', 'tamsin', 'corin', 'odile'],
  everyone: ['tamsin', 'corin', 'odile'],
  crew: ['tamsin', 'odile'],
  leads: ['odile'],
};

describe('roles', () => {
  it('every route has its row in the table, and every row its route', () => {
    expect(server.app.apiRoutes.map(({ method, url }) => `${method} ${url}`).sort()).toEqual(Object.keys(TABLE).sort());
  });

  it.each(Object.entries(TABLE).filter(([route]) => !/session|live/.test(route)))('%s: %s', async (route, access) => {
    const [method, pattern] = route.split(' ') as [string, string];
    const unitId = await unitIdOf(clients.odile!, 'SR-21');
    const url = pattern
      .replace(':of', 'workers')
      .replace(':table.:format', 'fuses.csv')
      .replace(':job.:format', 'nothing.svg')
      .replace(':id', unitId)
      .replace(':photoId', uuidv7());
    for (const who of ['nobody', 'tamsin', 'corin', 'odile']) {
      const answer =
        who === 'nobody'
          ? await server.app.inject({ method: method as 'GET', url, ...(method === 'GET' ? {} : { payload: {} }) })
          : method === 'GET'
            ? await clients[who]!.get(url)
            : await clients[who]!.send(method as 'POST', url, {});
      const isKeptOut = [401, 403].includes(answer.statusCode);
      expect(isKeptOut, `${who}: ${answer.statusCode}`).toBe(!IN[access]!.includes(who));
      expect(answer.statusCode).not.toBe(500);
    }
  });
});

describe("a fleet's owner", () => {
  it('sees the units of the own fleet, and no others, by whatever address', async () => {
    const own = (await clients.corin!.get('/api/units')).json<{ total: number; totals: { units: number } }>();
    const none = (await clients.stranger!.get('/api/units')).json<{
      rows: unknown[];
      total: number;
      totals: { lamps: number };
    }>();
    expect(own.total).toBeGreaterThan(10);
    expect([none.rows.length, none.total, none.totals.lamps]).toEqual([0, 0, 0]);
    const unitId = await unitIdOf(clients.odile!, 'SR-07');
    for (const { method, url } of server.app.apiRoutes.filter(({ url }) => url.startsWith('/api/units/:id'))) {
      const asked = url
        .replace(':table.:format', 'fuses.csv')
        .replace(':job.:format', 'all.pdf')
        .replace(':id', unitId)
        .replace(':photoId', uuidv7());
      const body = {
        baseRevision: 0,
        clientId: uuidv7(),
        operations: [{ id: uuidv7(), kind: 'addComment', commentId: uuidv7(), text: 'x' }],
      };
      const answer =
        method === 'GET'
          ? await clients.stranger!.get(asked)
          : await clients.stranger!.send(method as 'POST', asked, body);
      expect([403, 404], `${method} ${asked}`).toContain(answer.statusCode);
    }
  });

  it('sees no rates, prices, stock, absences or hours of the crew, and no work on others', async () => {
    const full = (await clients.odile!.get('/api/shop')).json<{ shop: Record<string, object> }>().shop;
    const seen = (await clients.corin!.get('/api/shop')).json<{
      shop: Record<string, object>;
      learned: object;
      carried: object;
    }>();
    expect(Object.keys(full.stock!)).not.toHaveLength(0);
    expect(seen.shop.stock).toEqual({});
    expect(seen.shop.rates).toEqual({ hourMarks: 0, markUpShare: 0 });
    for (const worker of Object.values(seen.shop.workers!) as { week: unknown[][]; away: unknown[] }[])
      expect([worker.week.flat(), worker.away]).toEqual([[], []]);
    expect(JSON.stringify(seen)).not.toContain('welding course');
    expect([seen.learned, seen.carried]).toEqual([{}, {}]);
    const stranger = (await clients.stranger!.get('/api/shop')).json<{
      shop: { jobs: object; plan: { steps: object } };
      units: unknown[];
    }>();
    expect([stranger.shop.jobs, stranger.shop.plan.steps, stranger.units]).toEqual([{}, {}, []]);
    const parts = (await clients.corin!.get(`/api/units/${await unitIdOf(clients.corin!, 'SR-07')}/parts.csv`)).body;
    expect(parts.split('\r\n')[1]!.split(',').at(-2)).toBe('');
  });
});

/** A line to the news, watching a unit; how it ends is told. */
async function lineOf(client: Client, unitId: string): Promise<{ socket: WebSocket; closed: Promise<number> }> {
  const socket = new WebSocket(`${server.address.replace('http', 'ws')}/api/live`, {
    headers: { cookie: client.cookie },
  });
  const closed = new Promise<number>((resolve) => socket.once('close', resolve));
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  socket.send(JSON.stringify({ watch: unitId, revision: 0 }));
  return { socket, closed };
}

describe('sessions', () => {
  it('sign-out closes the lines of that session, sign-out everywhere those of all of that person', async () => {
    const unitId = await unitIdOf(clients.odile!, 'SR-07');
    const [first, second] = [await signIn(server.app, 'ife'), await signIn(server.app, 'ife')];
    const other = await lineOf(clients.tamsin!, unitId);
    const lines = [await lineOf(first, unitId), await lineOf(second, unitId)];
    expect((await first.send('DELETE', '/api/session')).statusCode).toBe(204);
    expect(await lines[0]!.closed).toBe(4401);
    expect(lines[1]!.socket.readyState).toBe(WebSocket.OPEN);
    const third = await signIn(server.app, 'ife');
    expect((await third.send('DELETE', '/api/sessions')).statusCode).toBe(204);
    expect(await lines[1]!.closed).toBe(4401);
    expect((await second.get('/api/units')).statusCode).toBe(401);
    expect(other.socket.readyState).toBe(WebSocket.OPEN);
    other.socket.close();
  });

  it('a line to a unit that is not theirs is closed', async () => {
    const line = await lineOf(clients.stranger!, await unitIdOf(clients.odile!, 'SR-07'));
    expect(await line.closed).toBe(4404);
  });

  it('ends after twelve hours without use, with its lines; after thirty days however busy', async () => {
    const busy = await signIn(server.app, 'bram');
    const idle = await signIn(server.app, 'bram');
    const line = await lineOf(idle, await unitIdOf(busy, 'SR-07'));
    for (let hours = 0; hours < 30 * 24 - 6; hours += 6) {
      aheadMs += 6 * HOUR_MS;
      expect((await busy.get('/api/next-tag')).statusCode, `${hours + 6} h`).toBe(200);
      if (hours === 6) expect((await idle.get('/api/next-tag')).statusCode).toBe(401);
    }
    expect(await line.closed).toBe(4401);
    aheadMs += 7 * HOUR_MS;
    expect((await busy.get('/api/next-tag')).statusCode).toBe(401);
    aheadMs = 0;
  });
});
