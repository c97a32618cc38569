/** People and their sessions as rows. */
import { Op, QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { PersonRow, SessionRow } from '../database/models.ts';

export interface SessionWithPerson extends PersonRow {
  csrf: string;
  startedAt: Date;
  expiresAt: Date;
}

/** The setting under which the demo keeps the one password of its people. */
const DEMO_SETTING = 'demo-password';

export function peopleRepository({ sequelize, tables }: Database) {
  return {
    async byUsername(username: string): Promise<PersonRow | null> {
      return (await tables.people.findOne({ where: { username }, raw: true })) as PersonRow | null;
    },

    async list(): Promise<PersonRow[]> {
      return (await tables.people.findAll({ order: [['id', 'ASC']], raw: true })) as unknown as PersonRow[];
    },

    count: (): Promise<number> => tables.people.count(),

    async insert(row: PersonRow, transaction?: Transaction): Promise<void> {
      await tables.people.create(row, { transaction });
    },

    /** One question for session and person: it is asked with every request. */
    async session(tokenHash: string): Promise<SessionWithPerson | null> {
      const [row] = await sequelize.query<SessionWithPerson>(
        `SELECT sessions.csrf, sessions.started_at startedAt, sessions.expires_at expiresAt, people.id, people.username,
           people.name, people.role, people.colour, people.fleet_id fleetId
         FROM sessions JOIN people ON people.id = sessions.person_id WHERE sessions.token_hash = :tokenHash`,
        { type: QueryTypes.SELECT, replacements: { tokenHash } },
      );
      return row ?? null;
    },

    /** Keeps a session, and forgets those that have ended. */
    async begin(session: SessionRow): Promise<void> {
      await tables.sessions.destroy({ where: { expiresAt: { [Op.lt]: session.startedAt } } });
      await tables.sessions.create(session);
    },

    async lengthen(tokenHash: string, expiresAt: Date): Promise<void> {
      await tables.sessions.update({ expiresAt }, { where: { tokenHash } });
    },

    /** Of these sessions, those that are still good. */
    async stillGood(hashes: readonly string[], now: Date): Promise<string[]> {
      const rows = (await tables.sessions.findAll({
        attributes: ['tokenHash'],
        where: { tokenHash: [...hashes], expiresAt: { [Op.gt]: now } },
        raw: true,
      })) as unknown as { tokenHash: string }[];
      return rows.map((row) => row.tokenHash);
    },

    async end(which: { tokenHash: string } | { personId: string }): Promise<void> {
      await tables.sessions.destroy({ where: which });
    },

    async keepDemoPassword(password: string, transaction: Transaction): Promise<void> {
      await tables.settings.create({ name: DEMO_SETTING, value: password }, { transaction });
    },

    async demoPassword(): Promise<string | null> {
      const setting = await tables.settings.findByPk(DEMO_SETTING, { raw: true });
      return setting && (setting as unknown as { value: string }).value;
    },
  };
}
