/** Units as rows: every question to the tables of units, their logs, lamps and patterns, other than those of lists. */
import { Op, type Transaction } from 'sequelize';
import type { Build, LogRow, OthersRow, Sender, SentOperation } from '../../core/document/index.ts';
import { byOthers } from '../database/byOthers.ts';
import type { Database } from '../database/connect.ts';
import { appendToUnit } from '../database/logRows.ts';
import type { OperationRow, UnitRow } from '../database/models.ts';
import { together } from '../database/together.ts';
import { inTransaction } from '../database/transaction.ts';
import { type Judgement, judgedColumns, plainColumns, unjudgedSummary } from './judgement.ts';
import { writeLampRows } from './queryTables.ts';
import { writeBuild } from './writeBuild.ts';

/** Columns that say what a unit is, without its document. */
const HEAD = ['id', 'tag', 'revision', 'fleetId'] as const;
export type Head = Pick<UnitRow, (typeof HEAD)[number]>;

/** A whole build that is put into the yard, from which its log then begins. */
export interface GivenUnit {
  id: string;
  build: Build;
  revision: number;
  fleetId: string | null;
  /** Null where it is judged afterwards. */
  judgement: Judgement | null;
  at: Date;
}

/** How many entries of a log are handed out at once. */
const NEWS_ROWS = 500;
const HISTORY_ROWS = 100;
const DAMAGED_ROWS = 100;
/** How many of one's own changes can be undone after a reload. */
const UNDO_ROWS = 60;

export function unitRepository({ sequelize, tables }: Pick<Database, 'sequelize' | 'tables'>) {
  async function writePatterns(unitId: string, patternIds: readonly string[], transaction: Transaction): Promise<void> {
    await tables.unitPatterns.bulkCreate(
      patternIds.map((patternId) => ({ unitId, patternId })),
      { transaction },
    );
  }

  return {
    transaction: inTransaction({ sequelize }),

    /** What a unit is; within a transaction its row is locked. */
    async head(unitId: string, transaction?: Transaction): Promise<Head | null> {
      const lock = transaction ? { lock: transaction.LOCK.UPDATE, transaction } : {};
      return (await tables.units.findByPk(unitId, {
        attributes: [...HEAD],
        raw: true,
        ...lock,
      })) as unknown as Head | null;
    },

    /** The stored document, with the revision that it is of. */
    async document(unitId: string, transaction?: Transaction): Promise<Pick<UnitRow, 'revision' | 'build'> | null> {
      return (await tables.units.findByPk(unitId, {
        attributes: ['revision', 'build'],
        raw: true,
        transaction,
      })) as unknown as Pick<UnitRow, 'revision' | 'build'> | null;
    },

    async withIds(ids: readonly string[]): Promise<Pick<UnitRow, 'id' | 'tag' | 'revision'>[]> {
      return (await tables.units.findAll({
        attributes: ['id', 'tag', 'revision'],
        where: { id: [...ids] },
        raw: true,
      })) as unknown as Pick<UnitRow, 'id' | 'tag' | 'revision'>[];
    },

    /** Rows of the log that an answer needs: what of this request is done already or taken back, and what others did. */
    async logFor(
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
    },

    /** What operations made of a unit, with their entries at the end of its log. A tag that is taken is refused. */
    async write(
      unitId: string,
      { before, build, revision, at, log }: { before: Build; build: Build; revision: number; at: Date; log: LogRow[] },
      transaction: Transaction,
    ): Promise<void> {
      await together(
        appendToUnit(transaction, unitId, log),
        writeLampRows(tables, unitId, before, build, transaction),
        writeBuild(transaction, unitId, { before, build, revision, at }),
        before.unit === build.unit
          ? Promise.resolve()
          : tables.units.update({ ...build.unit }, { where: { id: unitId }, transaction }),
      );
    },

    async insert({ id, build, revision, fleetId, judgement, at }: GivenUnit, transaction: Transaction): Promise<void> {
      const text = JSON.stringify(build);
      await tables.units.create(
        {
          id,
          bodyId: build.body.bodyId,
          fleetId,
          revision,
          stage: 'survey',
          summary: JSON.stringify(unjudgedSummary()),
          shopUnit: null,
          spent: null,
          words: `${build.unit.tag} ${build.unit.name}`.toLowerCase(),
          stops: 0,
          cautions: 0,
          ...plainColumns(build),
          ...(judgement && judgedColumns(build, judgement)),
          judgedRevision: judgement ? revision : -1,
          damaged: null,
          build: text,
          updatedAt: at,
        },
        { transaction },
      );
      await tables.unitBases.create({ unitId: id, revision, document: text }, { transaction });
      await writeLampRows(tables, id, null, build, transaction);
      if (judgement) await writePatterns(id, judgement.summary.patternIds, transaction);
    },

    /** Of this revision, what was judged; a later one that another process has judged meanwhile stands. */
    async writeJudgement(
      unitId: string,
      judgedRevision: number,
      outcome: { unit: Build['unit']; judgement: Judgement } | { damaged: string | null; why: string },
    ): Promise<void> {
      const where = {
        id: unitId,
        judgedRevision: { [Op.lte]: judgedRevision },
        revision: { [Op.gte]: judgedRevision },
      };
      if ('why' in outcome) {
        const summary = JSON.stringify(unjudgedSummary(outcome.why));
        const { damaged } = outcome;
        await tables.units.update({ judgedRevision, damaged, summary, stops: 0, cautions: 0 }, { where });
        return;
      }
      await sequelize.transaction(async (transaction) => {
        const columns = { ...judgedColumns(outcome, outcome.judgement), judgedRevision, damaged: null };
        const [changed] = await tables.units.update(columns, { where, transaction });
        if (changed === 0) return;
        await tables.unitPatterns.destroy({ where: { unitId }, transaction });
        await writePatterns(unitId, outcome.judgement.summary.patternIds, transaction);
      });
    },

    /** Every unit, those first that were committed but never judged. */
    async idsToJudge(): Promise<string[]> {
      const rows = (await tables.units.findAll({
        attributes: ['id'],
        order: [[sequelize.literal('judged_revision < revision'), 'DESC']],
        raw: true,
      })) as unknown as { id: string }[];
      return rows.map(({ id }) => id);
    },

    /** Units whose record cannot be read, and why. */
    async damaged(): Promise<{ id: string; tag: string; damaged: string }[]> {
      return (await tables.units.findAll({
        attributes: ['id', 'tag', 'damaged'],
        where: { damaged: { [Op.ne]: null } },
        order: [['tag', 'ASC']],
        limit: DAMAGED_ROWS,
        raw: true,
      })) as unknown as { id: string; tag: string; damaged: string }[];
    },

    /** A person's latest changes with what they did, the latest first. */
    async changesBy(
      personId: string,
      unitId: string,
    ): Promise<Pick<OperationRow, 'id' | 'kind' | 'undoes' | 'effect' | 'operation'>[]> {
      return (await tables.operations.findAll({
        attributes: ['id', 'kind', 'undoes', 'effect', 'operation'],
        where: { unitId, personId },
        order: [['revision', 'DESC']],
        limit: UNDO_ROWS,
        raw: true,
      })) as unknown as OperationRow[];
    },

    /** What came after a revision, oldest first. */
    async logAfter(unitId: string, revision: number): Promise<OperationRow[]> {
      return (await tables.operations.findAll({
        where: { unitId, revision: { [Op.gt]: revision } },
        order: [['revision', 'ASC']],
        limit: NEWS_ROWS,
        raw: true,
      })) as unknown as OperationRow[];
    },

    /** What was done, the latest first. */
    async history(unitId: string): Promise<Pick<OperationRow, 'revision' | 'kind' | 'personName' | 'at'>[]> {
      return (await tables.operations.findAll({
        where: { unitId },
        order: [['revision', 'DESC']],
        limit: HISTORY_ROWS,
        attributes: ['revision', 'kind', 'personName', 'at'],
        raw: true,
      })) as unknown as OperationRow[];
    },
  };
}

export type UnitRepository = ReturnType<typeof unitRepository>;
