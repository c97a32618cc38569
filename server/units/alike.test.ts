/** Further units like one that is done. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CreatedAlike } from '../../core/contract/index.ts';
import type { Build } from '../../core/document/index.ts';
import { uuidv7 } from '../ids.ts';
import type { Running } from '../main.ts';
import { type Client, signIn, startTestServer, unitIdOf } from '../testing/testServer.ts';

let server: Running;
let lead: Client;
let owner: Client;
let unitId: string;

beforeAll(async () => {
  server = await startTestServer();
  lead = await signIn(server.app, 'odile');
  owner = await signIn(server.app, 'corin');
  unitId = await unitIdOf(lead, 'SR-14');
});
afterAll(() => server?.stop());

const alike = (ids: string[], client = lead, of = unitId) => client.send('POST', `/api/units/${of}/alike`, { ids });
const buildOf = async (id: string) => (await lead.get(`/api/units/${id}`)).json<{ build: Build; revision: number }>();

describe('units like one', () => {
  it('five at once, each under a tag of its own that was free, with the plan and nothing that was done', async () => {
    const { build: first } = await buildOf(unitId);
    const ids = Array.from({ length: 5 }, () => uuidv7());
    const answer = await alike(ids);
    expect(answer.statusCode).toBe(201);
    const made = answer.json<CreatedAlike>();
    expect(made.map(({ id }) => id)).toEqual(ids);
    expect(new Set(made.map(({ tag }) => tag)).size).toBe(5);
    for (const { id, tag } of made) {
      const { build, revision } = await buildOf(id);
      expect(revision).toBe(0);
      expect(build.unit).toEqual({ ...first.unit, tag });
      expect(build.wires).toEqual(first.wires);
      expect([build.ticks, build.readings, build.looks, build.handedOver]).toEqual([{}, {}, {}, null]);
    }
    // They stand in the yard like any other, and take work of their own.
    const { rows } = (await lead.get(`/api/units?text=${made[0]!.tag}`)).json<{ rows: { id: string }[] }>();
    expect(rows[0]!.id).toBe(ids[0]);
    const tick = { id: uuidv7(), kind: 'tickStep', stepKey: 'isolate', done: true };
    const sent = await lead.send('POST', `/api/units/${ids[0]}/operations`, {
      baseRevision: 0,
      clientId: uuidv7(),
      operations: [tick],
    });
    expect(sent.json<{ outcomes: { status: string }[] }>().outcomes[0]!.status).toBe('applied');
    expect(Object.keys((await buildOf(ids[1]!)).build.ticks)).toEqual([]);
  });

  it('asked twice they are made once, and answered alike', async () => {
    const ids = [uuidv7(), uuidv7()];
    const [one, again] = [await alike(ids), await alike(ids)];
    const sorted = (answer: typeof one) => answer.json<CreatedAlike>().sort((a, b) => a.id.localeCompare(b.id));
    expect(sorted(again)).toEqual(sorted(one));
  });

  it('no more than a dozen, none of a unit that is not there, and none by who may not see it change', async () => {
    expect((await alike([])).statusCode).toBe(400);
    expect((await alike(Array.from({ length: 13 }, () => uuidv7()))).statusCode).toBe(400);
    expect((await alike(['not an id'])).statusCode).toBe(400);
    expect((await alike([uuidv7()], lead, uuidv7())).statusCode).toBe(404);
    expect((await alike([uuidv7()], owner)).statusCode).toBe(403);
  });
});
