import { EventEmitter } from 'node:events';
import type { Transaction } from 'sequelize';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import type { PersonRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';
import { uuidv7 } from '../ids.ts';
import { checkPassword, hashPassword, newToken, tokenHash } from './passwords.ts';
import { peopleRepository } from './repository.ts';

export type Role = PersonRow['role'];

export interface Person {
  id: string;
  username: string;
  name: string;
  role: Role;
  colour: string;
  fleetId: string | null;
}

export interface Session {
  person: Person;
  csrf: string;
}

const HOUR_MS = 3600 * 1000;
/** Without a request for so long, a session ends. */
const IDLE_MS = 12 * HOUR_MS;
/** However busy, a session ends so long after it began. */
const LONGEST_MS = 30 * 24 * HOUR_MS;
/** A session is lengthened at most this often, so that reading does not write on every request. */
const RENEW_AFTER_MS = 10 * 60 * 1000;

/** The fleet of an owner without one: no unit belongs to it. */
const NO_FLEET = 'none';

/** The fleet to whose units a person is held; null for the crew, who work on all. */
export const fleetOf = ({ role, fleetId }: Person): string | null => (role === 'owner' ? (fleetId ?? NO_FLEET) : null);

export const personOf = ({ id, username, name, role, colour, fleetId }: PersonRow): Person => ({
  id,
  username,
  name,
  role,
  colour,
  fleetId,
});

export function authService(database: Database, clock: Clock) {
  const people = peopleRepository(database);
  /** Says 'ended' when sessions end: who holds lines open for them looks which are still good. */
  const ended = new EventEmitter();
  ended.setMaxListeners(0);

  const expiry = (startedAt: Date) => new Date(Math.min(clock().getTime() + IDLE_MS, startedAt.getTime() + LONGEST_MS));

  async function begin(row: PersonRow): Promise<{ token: string; session: Session }> {
    const token = newToken();
    const csrf = newToken();
    const startedAt = clock();
    const session = { tokenHash: tokenHash(token), personId: row.id, csrf, startedAt, expiresAt: expiry(startedAt) };
    await people.begin(session);
    return { token, session: { person: personOf(row), csrf } };
  }

  return {
    ended,

    async signIn(username: string, password: string): Promise<{ token: string; session: Session }> {
      const row = await people.byUsername(username.trim().toLowerCase());
      const isRight = await checkPassword(row?.passwordHash ?? null, password);
      if (!isRight || !row || row.isDisabled) throw new ApiError('SIGN_IN_FAILED');
      return begin(row);
    },

    /** A new session for somebody who has shown who they are. */
    begin,

    async sessionOf(token: string): Promise<Session | null> {
      const hash = tokenHash(token);
      const row = await people.session(hash);
      if (!row || row.expiresAt.getTime() <= clock().getTime()) return null;
      const later = expiry(row.startedAt);
      if (later.getTime() - row.expiresAt.getTime() > RENEW_AFTER_MS) await people.lengthen(hash, later);
      return { person: personOf(row), csrf: row.csrf };
    },

    /** Of these tokens' hashes, those whose sessions are still good. */
    async stillGood(hashes: readonly string[]): Promise<Set<string>> {
      return new Set(await people.stillGood(hashes, clock()));
    },

    async signOut(token: string): Promise<void> {
      await people.end({ tokenHash: tokenHash(token) });
      ended.emit('ended');
    },

    /** Ends every session of a person, on whatever device. */
    async signOutEverywhere(personId: string): Promise<void> {
      await people.end({ personId });
      ended.emit('ended');
    },

    async addPerson(
      given: {
        username: string;
        name: string;
        role: Role;
        colour: string;
        password: string;
        fleetId?: string | null;
      },
      transaction?: Transaction,
    ): Promise<Person> {
      const row: PersonRow = {
        id: uuidv7(),
        username: given.username.trim().toLowerCase(),
        name: given.name,
        role: given.role,
        colour: given.colour,
        passwordHash: await hashPassword(given.password),
        fleetId: given.fleetId ?? null,
        isDisabled: false,
        hasJoined: true,
      };
      await people.insert(row, transaction);
      return personOf(row);
    },

    /** One-tap choices of the demo; empty anywhere else. */
    async demoChoices(): Promise<{ password: string; people: Person[] } | null> {
      const password = await people.demoPassword();
      if (password === null) return null;
      const usernames = await people.demoPeople();
      const shown = (await people.list()).filter(
        ({ username, isDisabled }) => !isDisabled && (usernames?.includes(username) ?? true),
      );
      return { password, people: shown.map(personOf) };
    },
  };
}

export type AuthService = ReturnType<typeof authService>;
