/**
 * Units: keeping builds and taking operations. One transaction locks the unit's row, runs the same applyOperation as the
 * client, writes build, log and columns, and answers only after commit. What takes arithmetic is judged afterwards.
 */
import { EventEmitter } from 'node:events';
import { Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { applyToUnit, makeBody, usualPacks, usualPanelPlace } from '../../core/body/index.ts';
import type { CreatedAlike } from '../../core/contract/index.ts';
import {
  type Build,
  describeField,
  LEAD_OPERATIONS,
  newBuild,
  OPERATION_WORDS,
  type Operation,
  type OperationKind,
  type OthersRow,
  type Outcome,
  OWNER_OPERATIONS,
  type Reason,
  readField,
  type Sender,
  type SentOperation,
  takeOperations,
  type UndoRow,
} from '../../core/document/index.ts';
import { ok } from '../../core/result.ts';
import { likeUnit } from '../../core/work/index.ts';
import { fleetOf, type Person } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import { appendToUnit } from '../database/logRows.ts';
import type { OperationRow, UnitRow } from '../database/models.ts';
import { together } from '../database/together.ts';
import { isDeadlock } from '../database/trouble.ts';
import { ApiError } from '../errors.ts';
import { byOthers } from '../othersRows.ts';
import { buildCache } from './buildCache.ts';
import { insertUnit } from './insert.ts';
import type { Judge } from './judge.ts';
import { writeLampRows } from './queryTables.ts';
import { writeBuild } from './writeBuild.ts';

/** One entry of the log as other clients hear it. */
export interface News {
  revision: number;
  operation: Operation;
  by: string;
  at: string;
  clientId: string;
}

/** Columns that say what a unit is, without its document. */
const HEAD = ['id', 'tag', 'revision', 'fleetId'] as const;
type Head = Pick<UnitRow, (typeof HEAD)[number]>;

/** How many of one's own changes can be undone after a reload. */
const UNDO_ROWS = 60;

export interface UnitsOptions {
  database: Database;
  clock: Clock;
  judge: Judge;
}

export function unitsService({ database: { sequelize, tables }, clock, judge }: UnitsOptions) {
  /** Says 'changed' with the unit's id after each commit; the news itself is read from the log, so other processes' commits count too. */
  const changes = new EventEmitter();
  const builds = buildCache();
  changes.setMaxListeners(0);

  async function headOf(unitId: string, transaction?: Transaction): Promise<Head> {
    const lock = transaction ? { lock: transaction.LOCK.UPDATE, transaction } : {};
    const row = await tables.units.findByPk(unitId, { attributes: [...HEAD], raw: true, ...lock });
    if (!row) throw new ApiError('UNIT_NOT_FOUND');
    return row as unknown as Head;
  }

  /** The build of a unit, with the revision that it really is of: one may have been added since the head was read. */
  async function buildOf(
    { id, tag, revision }: Head,
    transaction?: Transaction,
  ): Promise<{ revision: number; build: Build }> {
    const kept = builds.at(id, revision);
    if (kept) return { revision, build: kept };
    const row = (await tables.units.findByPk(id, {
      attributes: ['revision', 'build'],
      raw: true,
      transaction,
    })) as unknown as Pick<UnitRow, 'revision' | 'build'>;
    try {
      return { revision: row.revision, build: builds.read(id, tag, row.revision, row.build) };
    } catch (error) {
      // The yard says so as well once it is judged; written here, it would wait for the lock that this may be under.
      judge.ask(id);
      throw error;
    }
  }

  /** An owner sees the units of the own fleet, as if there were no others. */
  function mustBeVisible(person: Person, head: Head): void {
    const fleetId = fleetOf(person);
    if (fleetId !== null && head.fleetId !== fleetId) throw new ApiError('UNIT_NOT_FOUND');
  }

  async function visibleHead(person: Person, unitId: string): Promise<Head> {
    const head = await headOf(unitId);
    mustBeVisible(person, head);
    return head;
  }

  /** Rows of the log that an answer needs: what of this request is done already or taken back, and what others did. */
  async function logFor(
    unitId: string,
    baseRevision: number,
    operations: readonly SentOperation[],
    sender: Sender,
    transaction: Transaction,
  ): Promise<{ known: OperationRow[]; others: OthersRow[] }> {
    const ids = operations.flatMap((each) => (each.kind === 'undo' ? [each.id, each.operationId] : [each.id]));
    // On one connection: the second question is on its way before the first is answered.
    const [known, others] = await together(
      tables.operations.findAll({ where: { id: ids }, raw: true, transaction }),
      tables.operations.findAll({
        attributes: ['revision', 'personName', 'at', 'touched'],
        where: { unitId, revision: { [Op.gt]: baseRevision }, ...byOthers(sender) },
        order: [['revision', 'ASC']],
        raw: true,
        transaction,
      }),
    );
    return { known: known as unknown as OperationRow[], others: others as unknown as OthersRow[] };
  }

  /** Tag and name stand in columns of their own; a tag that is taken is refused by the database. */
  async function writeName(unitId: string, before: Build, build: Build, transaction: Transaction): Promise<void> {
    if (before.unit !== build.unit)
      await tables.units.update({ ...build.unit }, { where: { id: unitId }, transaction });
  }

  async function take(
    unitId: string,
    baseRevision: number,
    operations: SentOperation[],
    sender: Sender & { person: Person },
  ): Promise<Outcome[]> {
    let written: { revision: number; build: Build } | null = null;
    const outcomes = await sequelize.transaction(async (transaction) => {
      const head = await headOf(unitId, transaction);
      mustBeVisible(sender.person, head);
      const { build: before } = await buildOf(head, transaction);
      const { known, others } = await logFor(unitId, baseRevision, operations, sender, transaction);
      const now = clock();
      const taken = takeOperations<Build, Operation>({
        document: before,
        unitId,
        revision: head.revision,
        operations: operations as (Operation | Extract<SentOperation, { kind: 'undo' }>)[],
        known,
        others,
        sender,
        now,
        mayDo: refuseByRole,
        apply(document, operation, stamp) {
          const applied = applyToUnit(document, operation, stamp);
          if (!applied.ok) return applied;
          const { build, touched, change } = applied.value;
          return ok({ document: build, touched, change });
        },
        describe: (document, field) => ({ words: describeField(document, field), value: readField(document, field) }),
      });
      const { document: build, revision, log } = taken;
      if (log.length > 0) {
        await together(
          appendToUnit(transaction, unitId, log),
          writeLampRows(tables, unitId, before, build, transaction),
          writeBuild(transaction, unitId, { before, build, revision, at: now }),
          writeName(unitId, before, build, transaction),
        );
        written = { revision, build };
      }
      return taken.outcomes;
    });
    if (written) {
      const { revision, build } = written as { revision: number; build: Build };
      builds.keep(unitId, revision, build);
      judge.ask(unitId);
      changes.emit('changed', unitId);
    }
    return outcomes;
  }

  return {
    changes,

    async get(person: Person, unitId: string): Promise<{ id: string; revision: number; build: Build }> {
      const head = await visibleHead(person, unitId);
      return { id: head.id, ...(await buildOf(head)) };
    },

    /** Refuses a unit that is not there, or not there for this person. */
    async mustSee(person: Person, unitId: string): Promise<void> {
      await visibleHead(person, unitId);
    },

    async create(given: {
      id: string;
      tag: string;
      name: string;
      bodyId: string;
      parameters: Record<string, number>;
      systemVoltageV: 12 | 24;
      fleetId?: string | null;
    }): Promise<{ id: string }> {
      const body = makeBody(given.bodyId, given.parameters);
      if (!body.ok) throw new ApiError('BODY_REFUSED', body.reason.message);
      const { panelPosition, hasEngine, parameters } = body.value;
      const build = newBuild({
        tag: given.tag,
        name: given.name,
        bodyId: given.bodyId,
        parameters,
        systemVoltageV: given.systemVoltageV,
        batteryAh: 110,
        alternatorA: hasEngine ? 90 : 0,
        panelPosition,
        panelPlace: usualPanelPlace(given.bodyId),
        packIds: usualPacks(given.bodyId),
      });
      const fleets = (await tables.fleets.findAll({ limit: 2, raw: true })) as unknown as { id: string }[];
      // With one fleet in the yard, every unit is its.
      const fleetId = given.fleetId ?? (fleets.length === 1 ? fleets[0]!.id : null);
      try {
        await sequelize.transaction((transaction) =>
          insertUnit(tables, { id: given.id, build, revision: 0, fleetId, judged: false, at: clock() }, transaction),
        );
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        // The same request sent twice is answered twice and done once.
        const same = await tables.units.findByPk(given.id, { attributes: ['tag'], raw: true });
        if ((same as unknown as { tag: string } | null)?.tag !== given.tag)
          throw new ApiError('TAG_TAKEN', `${given.tag} stands in the yard already. Choose another tag.`);
      }
      judge.ask(given.id);
      return { id: given.id };
    },

    /**
     * Further units like one, all or none, each under the next tag that is free. The same request sent twice is answered
     * twice and done once.
     */
    async createAlike(
      person: Person,
      unitId: string,
      ids: readonly string[],
      nextTags: (count: number) => Promise<string[]>,
    ): Promise<CreatedAlike> {
      const head = await visibleHead(person, unitId);
      const { build } = await buildOf(head);
      const known = (await tables.units.findAll({
        attributes: ['id', 'tag'],
        where: { id: [...ids] },
        raw: true,
      })) as unknown as CreatedAlike;
      if (known.length === ids.length) return known;
      const tags = await nextTags(ids.length);
      const made = ids.map((id, at) => ({ id, tag: tags[at]! }));
      try {
        await sequelize.transaction(async (transaction) => {
          for (const { id, tag } of made) {
            const given = {
              id,
              build: likeUnit(build, tag),
              revision: 0,
              fleetId: head.fleetId,
              judged: false,
              at: clock(),
            };
            await insertUnit(tables, given, transaction);
          }
        });
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        throw new ApiError('TAG_TAKEN', 'Somebody took a unit in at the same moment. Try once more.');
      }
      for (const { id } of made) judge.ask(id);
      return made;
    },

    /** Takes operations in order. Each is answered for itself; all that were applied are committed together. */
    async applyOperations(
      unitId: string,
      baseRevision: number,
      operations: SentOperation[],
      sender: Sender & { person: Person },
    ): Promise<Outcome[]> {
      try {
        return await take(unitId, baseRevision, operations, sender);
      } catch (error) {
        if (error instanceof UniqueConstraintError && error.fields && 'tag' in error.fields)
          throw new ApiError('TAG_TAKEN');
        // Two wrote the same id, or got in each other's way, at one moment: the second look knows what the first did.
        if (error instanceof UniqueConstraintError || isDeadlock(error))
          return take(unitId, baseRevision, operations, sender);
        throw error;
      }
    },

    /** One's own latest changes with what they did, oldest first: what undo and redo are made from after a reload. */
    async undoRows(person: Person, unitId: string): Promise<UndoRow[]> {
      await visibleHead(person, unitId);
      const rows = (await tables.operations.findAll({
        attributes: ['id', 'kind', 'undoes', 'effect', 'operation'],
        where: { unitId, personId: person.id },
        order: [['revision', 'DESC']],
        limit: UNDO_ROWS,
        raw: true,
      })) as unknown as Pick<OperationRow, 'id' | 'kind' | 'undoes' | 'effect' | 'operation'>[];
      return rows.toReversed().map(({ id, kind, undoes, effect, operation }) => {
        const { what, group } = JSON.parse(operation) as { what?: OperationKind; group?: string };
        return {
          id,
          what: what ?? (kind as OperationKind),
          group: group ?? null,
          undoes,
          change: effect === null ? null : (JSON.parse(effect) as UndoRow['change']),
        };
      });
    },

    /** How far the logs of these units have come. */
    async revisionsOf(unitIds: readonly string[]): Promise<Map<string, number>> {
      const rows = (await tables.units.findAll({
        attributes: ['id', 'revision'],
        where: { id: [...unitIds] },
        raw: true,
      })) as unknown as { id: string; revision: number }[];
      return new Map(rows.map((row) => [row.id, row.revision]));
    },

    async newsSince(unitId: string, revision: number): Promise<News[]> {
      const rows = (await tables.operations.findAll({
        where: { unitId, revision: { [Op.gt]: revision } },
        order: [['revision', 'ASC']],
        limit: 500,
        raw: true,
      })) as unknown as OperationRow[];
      return rows.map((row) => ({
        revision: row.revision,
        operation: JSON.parse(row.operation) as Operation,
        by: row.personName,
        at: row.at.toISOString(),
        clientId: row.clientId,
      }));
    },

    async history(
      person: Person,
      unitId: string,
    ): Promise<{ revision: number; words: string; by: string; at: string }[]> {
      await visibleHead(person, unitId);
      const rows = (await tables.operations.findAll({
        where: { unitId },
        order: [['revision', 'DESC']],
        limit: 100,
        attributes: ['revision', 'kind', 'personName', 'at'],
        raw: true,
      })) as unknown as OperationRow[];
      return rows.map((row) => ({
        revision: row.revision,
        words: OPERATION_WORDS[row.kind as Operation['kind']],
        by: row.personName,
        at: row.at.toISOString(),
      }));
    },
  };
}

export type UnitsService = ReturnType<typeof unitsService>;

function refuseByRole(person: Sender['person'], { kind }: { kind: string }): Reason | null {
  if (person.role === 'owner' && !OWNER_OPERATIONS.has(kind as OperationKind)) {
    return { kind: 'invalid', message: 'Owners may read and comment. Ask the lead to change the build.' };
  }
  if (person.role !== 'lead' && LEAD_OPERATIONS.has(kind as OperationKind)) {
    return { kind: 'invalid', message: 'Only the lead may do that. Ask the lead.' };
  }
  return null;
}
