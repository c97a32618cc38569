/** People of the shop as a lead keeps them: who may come in, as what, and what was done about it. */
import { randomInt } from 'node:crypto';
import { UniqueConstraintError } from 'sequelize';
import type { AddPerson, ChangePerson, Invitation, Join, People } from '../../core/contract/index.ts';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import type { PersonRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';
import { uuidv7 } from '../ids.ts';
import { fleetsService } from '../units/fleets.ts';
import { checkPassword, hashPassword, newToken, tokenHash } from './passwords.ts';
import { peopleRepository } from './repository.ts';
import { type AuthService, type Person, personOf, type Session } from './service.ts';

/** Without letters and digits that are taken for each other. */
const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 10;
const INVITATION_MS = 3 * 24 * 3600 * 1000;
const SHOWN_EVENTS = 100;
/** Colours for people whom nobody gave one. */
const COLOURS = ['#7A4A2B', '#3A6EA5', '#3E7D4F', '#6B5B8C', '#8C3A2B', '#2B6F77'];
/** Nobody has named the first lead yet. */
const FIRST_USERNAME = 'lead';
const ROLE_WORDS = { lead: 'lead', installer: 'installer', owner: 'fleet owner' } as const;

function newCode(): string {
  const letters = Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]);
  return `${letters.slice(0, CODE_LENGTH / 2).join('')}-${letters.slice(CODE_LENGTH / 2).join('')}`;
}

/** Typed by hand from a slip of paper: case and blanks do not matter. */
const codeHash = (code: string): string => tokenHash(code.toUpperCase().replace(/[^A-Z0-9]/g, ''));

/** Two people never sign in by one name, even where both are asked in at the same moment: the database says so. */
async function underOwnName<T>(username: string, written: Promise<T>): Promise<T> {
  try {
    return await written;
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    const message = `Somebody signs in as ${username} already. Choose another name.`;
    throw new ApiError('INVALID_INPUT', message, [{ path: 'username', message }]);
  }
}

export function peopleService(database: Database, clock: Clock, auth: AuthService) {
  const people = peopleRepository(database);
  const fleets = fleetsService(database);
  type Transaction = Parameters<Parameters<typeof people.transaction>[0]>[0];
  const log = (by: Person, what: string, transaction?: Transaction) =>
    people.log({ id: uuidv7(), at: clock(), byName: by.name, what: what.slice(0, 200) }, transaction);

  async function must(id: string, transaction: Transaction): Promise<PersonRow> {
    const row = await people.byId(id, transaction);
    if (!row) throw new ApiError('PERSON_NOT_FOUND');
    return row;
  }

  async function invite(personId: string, transaction: Transaction): Promise<Invitation> {
    const code = newCode();
    const endsAt = new Date(clock().getTime() + INVITATION_MS);
    await people.invite({ codeHash: codeHash(code), personId, endsAt }, transaction);
    return { personId, code, until: endsAt.toISOString() };
  }

  /** The fleet by its name, for owners; the crew works on all of them. */
  async function fleetIdOf(role: PersonRow['role'], fleet: string | null | undefined, transaction: Transaction) {
    if (role !== 'owner') return null;
    if (!fleet)
      throw new ApiError('INVALID_INPUT', 'A fleet owner belongs to a fleet: say which.', [
        { path: 'fleet', message: 'A fleet owner belongs to a fleet: say which.' },
      ]);
    return (await fleets.byName(fleet, transaction)).id;
  }

  return {
    async list(): Promise<People> {
      const [rows, invitations, sessions, names, events] = await Promise.all([
        people.list(),
        people.invitations(),
        people.sessions(clock()),
        fleets.list(),
        people.lastLog(SHOWN_EVENTS),
      ]);
      return {
        people: rows.map((row) => {
          const until = invitations.find(({ personId }) => personId === row.id)?.endsAt;
          return {
            ...personOf(row),
            fleet: names.find(({ id }) => id === row.fleetId)?.name ?? null,
            isDisabled: Boolean(row.isDisabled),
            hasJoined: Boolean(row.hasJoined),
            invitedUntil: until && until > clock() ? until.toISOString() : null,
            sessions: sessions
              .filter(({ personId }) => personId === row.id)
              .map(({ startedAt, expiresAt }) => ({
                startedAt: startedAt.toISOString(),
                expiresAt: expiresAt.toISOString(),
              })),
          };
        }),
        log: events.map(({ at, byName, what }) => ({ at: at.toISOString(), by: byName, what })),
      };
    },

    /** Somebody new, who comes in once with the code and then chooses a password. */
    add(given: AddPerson, by: Person): Promise<Invitation> {
      const username = given.username.trim().toLowerCase();
      const added = people.transaction(async (transaction) => {
        const id = uuidv7();
        const count = (await people.list()).length;
        await people.insert(
          {
            id,
            username,
            name: given.name,
            role: given.role,
            colour: given.colour ?? COLOURS[count % COLOURS.length]!,
            // Nobody knows it: until they choose one, only the code lets them in.
            passwordHash: await hashPassword(newToken()),
            fleetId: await fleetIdOf(given.role, given.fleet, transaction),
            isDisabled: false,
            hasJoined: false,
          },
          transaction,
        );
        await log(by, `invited ${given.name} as ${ROLE_WORDS[given.role]}`, transaction);
        return invite(id, transaction);
      });
      return underOwnName(username, added);
    },

    /** Changes what somebody is. The last lead who can come in stays one. */
    async change(id: string, changes: ChangePerson, by: Person): Promise<void> {
      await people.transaction(async (transaction) => {
        const leads = await people.leads(transaction);
        const row = await must(id, transaction);
        const role = changes.role ?? row.role;
        const isDisabled = changes.isDisabled ?? Boolean(row.isDisabled);
        if (leads.includes(id) && leads.length === 1 && (role !== 'lead' || isDisabled))
          throw new ApiError('LAST_LEAD');
        const isOwner = role === 'owner';
        const isSameFleet = isOwner && changes.fleet === undefined && row.fleetId !== null;
        await people.update(
          id,
          {
            name: changes.name ?? row.name,
            colour: changes.colour ?? row.colour,
            role,
            isDisabled,
            fleetId: isSameFleet ? row.fleetId : await fleetIdOf(role, changes.fleet, transaction),
          },
          transaction,
        );
        const done = [
          ...(changes.name && changes.name !== row.name ? [`renamed ${row.name} ${changes.name}`] : []),
          ...(role !== row.role ? [`made ${row.name} ${ROLE_WORDS[role]}`] : []),
          ...(isDisabled !== Boolean(row.isDisabled)
            ? [isDisabled ? `closed the door to ${row.name}` : `let ${row.name} in again`]
            : []),
        ];
        for (const what of done) await log(by, what, transaction);
        // Whoever has left, or is something else now, comes in anew.
        if (isDisabled || role !== row.role) await people.end({ personId: id }, transaction);
        if (isDisabled) await people.forgetInvitations(id, transaction);
      });
      auth.ended.emit('ended');
    },

    /** A new code for somebody who has lost the password, or never came in. */
    inviteAgain(id: string, by: Person): Promise<Invitation> {
      return people.transaction(async (transaction) => {
        const row = await must(id, transaction);
        if (row.isDisabled) throw new ApiError('INVALID_INPUT', `${row.name} has left: let them in again first.`);
        await log(by, `gave ${row.name} a new code`, transaction);
        return invite(id, transaction);
      });
    },

    async endSessions(id: string, by: Person): Promise<void> {
      await people.transaction(async (transaction) => {
        const row = await must(id, transaction);
        await people.end({ personId: id }, transaction);
        await log(by, `signed ${row.name} out everywhere`, transaction);
      });
      auth.ended.emit('ended');
    },

    /**
     * The code by which the first lead comes into a shop in which there is nobody; a new one as long as nobody has come in
     * with it. Null where somebody can sign in.
     */
    firstLead(): Promise<Invitation | null> {
      return people.transaction(async (transaction) => {
        const rows = await people.list();
        if (rows.some(({ hasJoined }) => hasJoined)) return null;
        const waiting = rows.find(({ username }) => username === FIRST_USERNAME);
        const id = waiting?.id ?? uuidv7();
        if (!waiting)
          await people.insert(
            {
              id,
              username: FIRST_USERNAME,
              name: 'First lead',
              role: 'lead',
              colour: COLOURS[0]!,
              passwordHash: await hashPassword(newToken()),
              fleetId: null,
              isDisabled: false,
              hasJoined: false,
            },
            transaction,
          );
        return invite(id, transaction);
      });
    },

    /** Comes in with a code, once, and leaves with a password of one's own; the first lead with a name as well. */
    async join({ code, password, name, username }: Join): Promise<{ token: string; session: Session }> {
      const joining = people.transaction(async (transaction) => {
        const found = await people.invitation(codeHash(code), transaction);
        const person = found && found.endsAt > clock() ? await people.byId(found.personId, transaction) : null;
        if (!person || person.isDisabled) throw new ApiError('CODE_WRONG');
        const isFirst = !person.hasJoined && person.username === FIRST_USERNAME;
        const named = isFirst
          ? { name: name ?? person.name, username: username?.toLowerCase() ?? person.username }
          : { name: person.name, username: person.username };
        const passwordHash = await hashPassword(password);
        await people.update(person.id, { ...named, passwordHash, hasJoined: true }, transaction);
        await people.forgetInvitations(person.id, transaction);
        await people.end({ personId: person.id }, transaction);
        const joined = { ...person, ...named };
        await log(personOf(joined), 'came in with a code and chose a password', transaction);
        return joined;
      });
      const row = await underOwnName(username ?? '', joining);
      auth.ended.emit('ended');
      return auth.begin(row);
    },

    /** One's own password; every other session of one's own ends with the old one. */
    async changePassword(by: Person, old: string, next: string): Promise<{ token: string; session: Session }> {
      const row = await people.byUsername(by.username);
      if (!(await checkPassword(row?.passwordHash ?? null, old)) || !row) throw new ApiError('PASSWORD_WRONG');
      await people.update(row.id, { passwordHash: await hashPassword(next) });
      await people.end({ personId: row.id });
      await log(by, 'changed their password');
      auth.ended.emit('ended');
      return auth.begin(row);
    },
  };
}

export type PeopleService = ReturnType<typeof peopleService>;
