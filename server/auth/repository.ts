/** People and their sessions as rows. */
import { Op, QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { InvitationRow, PeopleLogRow, PersonRow, SessionRow } from '../database/models.ts';
import { inTransaction } from '../database/transaction.ts';

export interface SessionWithPerson extends PersonRow {
  csrf: string;
  startedAt: Date;
  expiresAt: Date;
}

/** The setting under which the demo keeps the one password of its people. */
const DEMO_SETTING = 'demo-password';
/** Under this one who they are: whoever is asked in later has a password of their own. */
const DEMO_PEOPLE_SETTING = 'demo-people';

export function peopleRepository({ sequelize, tables }: Database) {
  return {
    async byUsername(username: string): Promise<PersonRow | null> {
      return (await tables.people.findOne({ where: { username }, raw: true })) as PersonRow | null;
    },

    async list(): Promise<PersonRow[]> {
      return (await tables.people.findAll({ order: [['id', 'ASC']], raw: true })) as unknown as PersonRow[];
    },

    count: (): Promise<number> => tables.people.count(),

    async byId(id: string, transaction?: Transaction): Promise<PersonRow | null> {
      const lock = transaction?.LOCK.UPDATE;
      return (await tables.people.findByPk(id, { raw: true, transaction, lock })) as PersonRow | null;
    },

    /** Leads who can come in, their rows locked: nobody takes the last of them away. */
    async leads(transaction: Transaction): Promise<string[]> {
      const rows = (await tables.people.findAll({
        attributes: ['id'],
        where: { role: 'lead', isDisabled: false },
        raw: true,
        lock: transaction.LOCK.UPDATE,
        transaction,
      })) as unknown as { id: string }[];
      return rows.map(({ id }) => id);
    },

    async update(id: string, changes: Partial<PersonRow>, transaction?: Transaction): Promise<void> {
      await tables.people.update(changes, { where: { id }, transaction });
    },

    transaction: inTransaction({ sequelize }),

    /** A person's invitation takes the place of an earlier one. */
    async invite(row: InvitationRow, transaction: Transaction): Promise<void> {
      await tables.invitations.destroy({ where: { personId: row.personId }, transaction });
      await tables.invitations.create(row, { transaction });
    },

    async invitation(codeHash: string, transaction: Transaction): Promise<InvitationRow | null> {
      const lock = transaction.LOCK.UPDATE;
      return (await tables.invitations.findByPk(codeHash, { raw: true, lock, transaction })) as InvitationRow | null;
    },

    async forgetInvitations(personId: string, transaction: Transaction): Promise<void> {
      await tables.invitations.destroy({ where: { personId }, transaction });
    },

    async invitations(): Promise<InvitationRow[]> {
      return (await tables.invitations.findAll({ raw: true })) as unknown as InvitationRow[];
    },

    async sessions(now: Date): Promise<SessionRow[]> {
      return (await tables.sessions.findAll({
        where: { expiresAt: { [Op.gt]: now } },
        order: [['startedAt', 'DESC']],
        raw: true,
      })) as unknown as SessionRow[];
    },

    async log(row: PeopleLogRow, transaction?: Transaction): Promise<void> {
      await tables.peopleLog.create(row, { transaction });
    },

    async lastLog(limit: number): Promise<PeopleLogRow[]> {
      return (await tables.peopleLog.findAll({
        order: [
          ['at', 'DESC'],
          ['id', 'DESC'],
        ],
        limit,
        raw: true,
      })) as unknown as PeopleLogRow[];
    },

    async insert(row: PersonRow, transaction?: Transaction): Promise<void> {
      await tables.people.create(row, { transaction });
    },

    /** One question for session and person: it is asked with every request. */
    async session(tokenHash: string): Promise<SessionWithPerson | null> {
      const [row] = await sequelize.query<SessionWithPerson>(
        `SELECT sessions.csrf, sessions.started_at startedAt, sessions.expires_at expiresAt, people.id, people.username,
           people.name, people.role, people.colour, people.fleet_id fleetId
         FROM sessions JOIN people ON people.id = sessions.person_id
         WHERE sessions.token_hash = :tokenHash AND people.is_disabled = 0`,
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

    async end(which: { tokenHash: string } | { personId: string }, transaction?: Transaction): Promise<void> {
      await tables.sessions.destroy({ where: which, transaction });
    },

    async keepDemo(password: string, usernames: readonly string[], transaction: Transaction): Promise<void> {
      await tables.settings.create({ name: DEMO_SETTING, value: password }, { transaction });
      await tables.settings.create({ name: DEMO_PEOPLE_SETTING, value: usernames.join(' ') }, { transaction });
    },

    /** Sign-in names of the demo; null where nobody wrote them down. */
    async demoPeople(): Promise<string[] | null> {
      const setting = await tables.settings.findByPk(DEMO_PEOPLE_SETTING, { raw: true });
      return setting && (setting as unknown as { value: string }).value.split(' ');
    },

    async demoPassword(): Promise<string | null> {
      const setting = await tables.settings.findByPk(DEMO_SETTING, { raw: true });
      return setting && (setting as unknown as { value: string }).value;
    },
  };
}
