/** People of the shop: invited, changed, kept out, and what of it is on record. */
import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Invitation, People, PersonLine } from '../../core/contract/index.ts';
import { temporaryFolder } from '../testing/preparedData.ts';
import { testClock } from '../testing/testClock.ts';
import { type Client, signIn, startTestServer } from '../testing/testServer.ts';
import { peopleService } from './peopleService.ts';
import { authService } from './service.ts';

const DAY_MS = 24 * 3600 * 1000;
let aheadMs = 0;
const base = testClock();
const clock = () => new Date(base().getTime() + aheadMs);

let server: Awaited<ReturnType<typeof startTestServer>>;
let lead: Client;
beforeAll(async () => {
  server = await startTestServer({ clock });
  lead = await signIn(server.app, 'odile');
});
afterAll(() => server?.stop());

const list = async () => (await lead.get('/api/people')).json<People>();
const personOf = async (username: string): Promise<PersonLine> =>
  (await list()).people.find((each) => each.username === username)!;
const codeOf = (answer: { json<T>(): T }) => answer.json<{ error: { code: string; message: string } }>().error.code;
const join = (code: string, password = 'a-new-password') =>
  server.app.inject({ method: 'POST', url: '/api/join', payload: { code, password } });
const comesIn = async (username: string, password: string) =>
  (await server.app.inject({ method: 'POST', url: '/api/session', payload: { username, password } })).statusCode ===
  200;
let count = 0;
/** Somebody new, with the code that they come in with. */
async function invited(role: 'lead' | 'installer' = 'installer') {
  const username = `new${++count}`;
  const answer = await lead.send('POST', '/api/people', { name: `New ${count}`, username, role });
  expect(answer.statusCode).toBe(200);
  return { username, ...answer.json<Invitation>() };
}

describe('somebody new', () => {
  it('comes in once with a code, chooses a password, and is signed in', async () => {
    const { username, code } = await invited();
    expect(code).toMatch(/^[A-HJ-NP-Z2-9]{5}-[A-HJ-NP-Z2-9]{5}$/);
    expect(await personOf(username)).toMatchObject({ hasJoined: false, isDisabled: false, sessions: [] });
    // Typed from a slip of paper: small letters and a blank do as well.
    const answer = await join(` ${code.toLowerCase().replace('-', ' ')}`);
    expect(answer.statusCode).toBe(200);
    expect(answer.json()).toMatchObject({ person: { username, role: 'installer' } });
    expect(answer.headers['set-cookie']).toContain('HttpOnly');
    expect(await personOf(username)).toMatchObject({ hasJoined: true, invitedUntil: null, sessions: [{}] });
    expect(await comesIn(username, 'a-new-password')).toBe(true);
    expect(codeOf(await join(code))).toBe('CODE_WRONG');
  });

  it('no longer after three days, nor with any other code', async () => {
    const { code } = await invited();
    aheadMs = 3 * DAY_MS + 1000;
    expect(codeOf(await join(code))).toBe('CODE_WRONG');
    aheadMs = 3 * DAY_MS - 60_000;
    expect((await join(code)).statusCode).toBe(200);
    aheadMs = 0;
    // Whoever begins a session later forgets those that have ended by then.
    lead = await signIn(server.app, 'odile');
    expect(codeOf(await join('AAAAA-AAAAA'))).toBe('CODE_WRONG');
  });

  it('a newer code takes the place of the older, and a short password is refused with the field', async () => {
    const { personId, code } = await invited();
    const again = (await lead.send('PUT', `/api/people/${personId}/invitation`)).json<Invitation>();
    expect(codeOf(await join(code))).toBe('CODE_WRONG');
    const short = await join(again.code, 'seven77');
    expect([short.statusCode, codeOf(short)]).toEqual([400, 'INVALID_INPUT']);
    expect((await join(again.code, 'eight888')).statusCode).toBe(200);
  });

  it('under a sign-in name that is taken, or as an owner of no fleet, is refused', async () => {
    const taken = await lead.send('POST', '/api/people', { name: 'X', username: 'Tamsin', role: 'installer' });
    expect(taken.json<{ error: { message: string } }>().error.message).toContain('signs in as tamsin already');
    const owner = { name: 'Y', username: 'owner-y', role: 'owner' };
    expect(codeOf(await lead.send('POST', '/api/people', owner))).toBe('INVALID_INPUT');
    const of = await lead.send('POST', '/api/people', { ...owner, fleet: 'Marsh Roads' });
    expect(of.statusCode).toBe(200);
    expect(await personOf('owner-y')).toMatchObject({ role: 'owner', fleet: 'Marsh Roads' });
  });
});

it('the demo’s one-tap choices are the demo’s own people, and none of them who has left', async () => {
  const choices = async () =>
    (await server.app.inject({ url: '/api/demo' }))
      .json<{ people: { username: string }[] }>()
      .people.map(({ username }) => username);
  const { username, code } = await invited();
  await join(code);
  expect(await choices()).toEqual(['odile', 'tamsin', 'bram', 'ife', 'corin']);
  const { id } = await personOf('bram');
  await lead.send('PATCH', `/api/people/${id}`, { isDisabled: true });
  expect(await choices()).not.toContain('bram');
  expect(await choices()).not.toContain(username);
  await lead.send('PATCH', `/api/people/${id}`, { isDisabled: false });
});

describe('somebody who is there', () => {
  it('who has left comes in no more, wherever they were signed in; their work stays signed', async () => {
    const { username, code, personId } = await invited();
    const session = await join(code);
    const cookie = (session.headers['set-cookie'] as string).split(';')[0]!;
    const ask = () => server.app.inject({ url: '/api/units', headers: { cookie } });
    expect((await ask()).statusCode).toBe(200);
    expect((await lead.send('PATCH', `/api/people/${personId}`, { isDisabled: true })).statusCode).toBe(204);
    expect((await ask()).statusCode).toBe(401);
    expect(await comesIn(username, 'a-new-password')).toBe(false);
    expect(codeOf(await lead.send('PUT', `/api/people/${personId}/invitation`))).toBe('INVALID_INPUT');
    await lead.send('PATCH', `/api/people/${personId}`, { isDisabled: false });
    expect(await comesIn(username, 'a-new-password')).toBe(true);
  });

  it('is made something else, and comes in anew as that', async () => {
    const { username, code, personId } = await invited();
    await join(code);
    await lead.send('PATCH', `/api/people/${personId}`, { role: 'lead', name: 'Renamed' });
    expect(await personOf(username)).toMatchObject({ role: 'lead', name: 'Renamed', sessions: [] });
    const other = await signIn(server.app, username, 'a-new-password');
    expect((await other.get('/api/people')).statusCode).toBe(200);
    await lead.send('PATCH', `/api/people/${personId}`, { role: 'installer' });
    expect((await other.get('/api/people')).statusCode).toBe(401);
  });

  it('somebody always leads', async () => {
    const { id } = await personOf('odile');
    expect(codeOf(await lead.send('PATCH', `/api/people/${id}`, { role: 'installer' }))).toBe('LAST_LEAD');
    expect(codeOf(await lead.send('PATCH', `/api/people/${id}`, { isDisabled: true }))).toBe('LAST_LEAD');
    expect(codeOf(await lead.send('PATCH', '/api/people/nobody', { name: 'Z' }))).toBe('PERSON_NOT_FOUND');
  });

  it('is signed out everywhere by a lead', async () => {
    const { username, code, personId } = await invited();
    await join(code);
    expect((await personOf(username)).sessions).toHaveLength(1);
    expect((await lead.send('DELETE', `/api/people/${personId}/sessions`)).statusCode).toBe(204);
    expect((await personOf(username)).sessions).toEqual([]);
  });
});

describe('one’s own password', () => {
  it('is changed by who knows it; every other session of one’s own ends', async () => {
    const { username, code } = await invited();
    await join(code);
    const [here, there] = [
      await signIn(server.app, username, 'a-new-password'),
      await signIn(server.app, username, 'a-new-password'),
    ];
    const wrong = await here.send('PUT', '/api/session/password', { old: 'guess-it-now', new: 'another-password' });
    expect([wrong.statusCode, codeOf(wrong)]).toEqual([403, 'PASSWORD_WRONG']);
    const right = await here.send('PUT', '/api/session/password', { old: 'a-new-password', new: 'another-password' });
    expect(right.statusCode).toBe(200);
    expect(right.json()).toMatchObject({ person: { username } });
    expect((await there.get('/api/units')).statusCode).toBe(401);
    expect(await comesIn(username, 'a-new-password')).toBe(false);
    expect(await comesIn(username, 'another-password')).toBe(true);
  });
});

describe('what was done about people', () => {
  it('stands with who did it, newest first, and names no code or password', async () => {
    const { username, code, personId } = await invited();
    await join(code);
    await lead.send('PATCH', `/api/people/${personId}`, { isDisabled: true });
    const { name } = await personOf(username);
    const log = (await list()).log.filter(({ by, what }) => by === name || what.includes(name));
    expect(log.map(({ what }) => what)).toEqual([
      `closed the door to ${name}`,
      'came in with a code and chose a password',
      `invited ${name} as installer`,
    ]);
    expect(log.map(({ by }) => by)).toContain('Odile Marchbank');
    expect(JSON.stringify(log)).not.toContain(code);
  });
});

describe('an empty shop', () => {
  it('gives one code for its first lead, anew until somebody has come in, and then no more', async () => {
    const dataFolder = temporaryFolder();
    const empty = await startTestServer({ clock, dataFolder, fill: async () => {} });
    try {
      const people = peopleService(empty.database, clock, authService(empty.database, clock));
      const [older, code] = [(await people.firstLead())!.code, (await people.firstLead())!.code];
      const come = (of: string) =>
        empty.app.inject({
          method: 'POST',
          url: '/api/join',
          payload: { code: of, password: 'the-first-of-all', name: 'Odile Marchbank', username: 'Odile' },
        });
      expect(codeOf(await come(older))).toBe('CODE_WRONG');
      const answer = await come(code);
      expect(answer.json()).toMatchObject({ person: { name: 'Odile Marchbank', username: 'odile', role: 'lead' } });
      expect(await people.firstLead()).toBeNull();
      const first = await signIn(empty.app, 'odile', 'the-first-of-all');
      expect((await first.get('/api/people')).json<People>().people).toHaveLength(1);
    } finally {
      await empty.stop();
      rmSync(dataFolder, { recursive: true, force: true });
    }
  });

  it('nobody takes the name by which somebody signs in already', async () => {
    const answer = await lead.send('POST', '/api/people', { name: 'New lead', username: 'lead', role: 'lead' });
    const { code } = answer.json<Invitation>();
    const come = (username: string) =>
      server.app.inject({
        method: 'POST',
        url: '/api/join',
        payload: { code, password: 'a-new-password', name: 'New Lead', username },
      });
    const taken = await come('tamsin');
    expect(codeOf(taken)).toBe('INVALID_INPUT');
    expect(taken.body).toContain('signs in as tamsin already');
    // The code is not used up by it.
    expect((await come('newlead')).json()).toMatchObject({ person: { username: 'newlead' } });
  });

  it('of two who are asked in by one name at the same moment one comes in', async () => {
    const ask = () =>
      lead.send('POST', '/api/people', { name: 'Twin', username: 'twin', role: 'installer' }).then((answer) => ({
        status: answer.statusCode,
        body: answer.body,
      }));
    const answers = await Promise.all([ask(), ask(), ask()]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 400, 400]);
    expect((await list()).people.filter(({ username }) => username === 'twin')).toHaveLength(1);
  });

  it('nobody else is named by who comes in', async () => {
    const { username, code } = await invited();
    await server.app.inject({
      method: 'POST',
      url: '/api/join',
      payload: { code, password: 'a-new-password', name: 'Somebody Else', username: 'else' },
    });
    expect(await personOf(username)).toMatchObject({ hasJoined: true });
    expect((await list()).people.some(({ name }) => name === 'Somebody Else')).toBe(false);
  });
});
