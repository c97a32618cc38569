import { Op } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { PersonRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';
import { uuidv7 } from '../ids.ts';
import { checkPassword, hashPassword, newToken, tokenHash } from './passwords.ts';

export type Role = PersonRow['role'];

export interface Person {
  id: string;
  username: string;
  name: string;
  role: Role;
  colour: string;
}

export interface Session {
  person: Person;
  csrf: string;
}

const SESSION_HOURS = 12;
/** A session is lengthened at most this often, so that reading does not write on every request. */
const RENEW_AFTER_MS = 10 * 60 * 1000;

export const DEMO_SETTING = 'demo-password';

const personOf = ({ id, username, name, role, colour }: PersonRow): Person => ({ id, username, name, role, colour });
const expiry = () => new Date(Date.now() + SESSION_HOURS * 3600 * 1000);

export function authService({ tables }: Database) {
  return {
    async signIn(username: string, password: string): Promise<{ token: string; session: Session }> {
      const row = (await tables.people.findOne({
        where: { username: username.trim().toLowerCase() },
        raw: true,
      })) as PersonRow | null;
      if (!(await checkPassword(row?.passwordHash ?? null, password)) || !row) throw new ApiError('SIGN_IN_FAILED');
      const token = newToken();
      const csrf = newToken();
      await tables.sessions.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
      await tables.sessions.create({ tokenHash: tokenHash(token), personId: row.id, csrf, expiresAt: expiry() });
      return { token, session: { person: personOf(row), csrf } };
    },

    async sessionOf(token: string): Promise<Session | null> {
      const session = await tables.sessions.findByPk(tokenHash(token), { raw: true });
      if (!session) return null;
      const { personId, csrf, expiresAt } = session as unknown as { personId: string; csrf: string; expiresAt: Date };
      if (expiresAt.getTime() < Date.now()) return null;
      const row = (await tables.people.findByPk(personId, { raw: true })) as unknown as PersonRow | null;
      if (!row) return null;
      if (expiry().getTime() - expiresAt.getTime() > RENEW_AFTER_MS) {
        await tables.sessions.update({ expiresAt: expiry() }, { where: { tokenHash: tokenHash(token) } });
      }
      return { person: personOf(row), csrf };
    },

    async signOut(token: string): Promise<void> {
      await tables.sessions.destroy({ where: { tokenHash: tokenHash(token) } });
    },

    async addPerson(given: {
      username: string;
      name: string;
      role: Role;
      colour: string;
      password: string;
    }): Promise<Person> {
      const row: PersonRow = {
        id: uuidv7(),
        username: given.username.trim().toLowerCase(),
        name: given.name,
        role: given.role,
        colour: given.colour,
        passwordHash: await hashPassword(given.password),
      };
      await tables.people.create(row);
      return personOf(row);
    },

    /** One-tap choices of the demo; empty anywhere else. */
    async demoChoices(): Promise<{ password: string; people: Person[] } | null> {
      const setting = await tables.settings.findByPk(DEMO_SETTING, { raw: true });
      if (!setting) return null;
      const people = (await tables.people.findAll({ order: [['id', 'ASC']], raw: true })) as unknown as PersonRow[];
      return { password: (setting as unknown as { value: string }).value, people: people.map(personOf) };
    },
  };
}

export type AuthService = ReturnType<typeof authService>;
