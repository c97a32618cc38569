/**
 * Units: keeping builds and taking operations. One transaction locks the unit's row, runs the same applyOperation as the
 * client, writes build, log and query tables, and answers only after commit.
 */
import { EventEmitter } from 'node:events';
import { col, fn, Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { applyToUnit, makeBody, usualPacks } from '../../core/body/index.ts';
import {
  type Build,
  describeField,
  LEAD_OPERATIONS,
  newBuild,
  OPERATION_WORDS,
  type Operation,
  OWNER_OPERATIONS,
  readField,
} from '../../core/build/index.ts';
import { currentStage, stageProgress, type UnitListItem, type UnitSummary } from '../../core/keep/index.ts';
import { ok } from '../../core/result.ts';
import { type Assessment, assess } from '../../core/rules/index.ts';
import { type ShopUnit, shopUnit } from '../../core/shop/index.ts';
import { jobSteps, type LearnedFactor } from '../../core/steps/index.ts';
import { learnedHours, spentOn } from '../../core/work/index.ts';
import type { Person } from '../auth/service.ts';
import type { Database } from '../database/connect.ts';
import type { OperationRow, UnitRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';
import { type Outcome, type Refusal, type Sender, takeOperations } from '../operations.ts';
import { buildCache } from './buildCache.ts';
import { writeQueryTables } from './queryTables.ts';

/** One entry of the log as other clients hear it. */
export interface News {
  revision: number;
  operation: Operation;
  by: string;
  at: string;
  clientId: string;
}

function summarise(build: Build, assessment: Assessment): { stage: string; summary: UnitSummary } {
  const progress = stageProgress(build, assessment);
  const stage = currentStage(progress);
  const count = (severity: string) => assessment.findings.filter((finding) => finding.severity === severity).length;
  const patternIds = new Set(
    Object.values(build.functions).flatMap((each) => Object.values(each.shows).map((show) => show.patternId)),
  );
  return {
    stage,
    summary: {
      stops: count('stop'),
      cautions: count('caution'),
      notes: count('note'),
      firstFinding: assessment.findings[0]?.message ?? null,
      shares: progress.map((each) => Math.round(each.share * 100) / 100),
      stageWords: progress.find((each) => each.stage === stage)?.words ?? '',
      patternIds: [...patternIds],
      spent: spentOn(build, jobSteps(build, assessment.feeds)),
    },
  };
}

const glyphOf = (build: Build): UnitListItem['glyph'] => ({
  bodyId: build.body.bodyId,
  parameters: build.body.parameters,
  outlines: build.body.outlines,
  lamps: Object.values(build.lamps).map((lamp) => ({
    x: lamp.position.xMm,
    y: lamp.position.yMm,
    face: lamp.face,
    colour: lamp.colour,
    size: build.models[lamp.modelKey]?.face.widthMm ?? 60,
    fitted: build.ticks[`mount:${lamp.face}`] !== undefined || build.handedOver !== null,
  })),
});

export function unitsService({ sequelize, tables }: Database) {
  /** Says 'unit id' after each commit; the news itself is read from the log, so other processes' commits count too. */
  const changes = new EventEmitter();
  const builds = buildCache();
  changes.setMaxListeners(0);

  const findRow = async (unitId: string, transaction?: Transaction): Promise<UnitRow> => {
    const lock = transaction ? { lock: transaction.LOCK.UPDATE, transaction } : {};
    const row = await tables.units.findByPk(unitId, { raw: true, ...lock });
    if (!row) throw new ApiError('UNIT_NOT_FOUND');
    return row as unknown as UnitRow;
  };

  return {
    changes,

    async list(): Promise<UnitListItem[]> {
      const rows = (await tables.units.findAll({ order: [['tag', 'ASC']], raw: true })) as unknown as UnitRow[];
      return rows.map((row) => ({
        id: row.id,
        tag: row.tag,
        name: row.name,
        revision: row.revision,
        stage: row.stage,
        updatedAt: row.updatedAt.toISOString(),
        summary: JSON.parse(row.summary) as UnitSummary,
        glyph: glyphOf(builds.read(row)),
      }));
    },

    /** How estimates of each kind of work turn out, over all units. */
    async learnedHours(): Promise<Record<string, LearnedFactor>> {
      const rows = (await tables.units.findAll({ attributes: ['summary'], raw: true })) as unknown as {
        summary: string;
      }[];
      return learnedHours(rows.flatMap((row) => (JSON.parse(row.summary) as Partial<UnitSummary>).spent ?? []));
    },

    /** Units on the shop's board, as it asks for them. Those that are gone are left out. */
    async forShop(unitIds: readonly string[]): Promise<(ShopUnit & { glyph: UnitListItem['glyph'] })[]> {
      const rows = (await tables.units.findAll({
        where: { id: [...unitIds] },
        order: [['tag', 'ASC']],
        raw: true,
      })) as unknown as UnitRow[];
      return rows.map((row) => {
        const build = builds.read(row);
        return { ...shopUnit(row.id, build, assess(build).feeds), glyph: glyphOf(build) };
      });
    },

    /** Lamps of each model on all units. */
    async carriedLamps(): Promise<Record<string, number>> {
      const rows = (await tables.lamps.findAll({
        attributes: ['modelKey', [fn('COUNT', col('lamp_id')), 'count']],
        group: ['modelKey'],
        raw: true,
      })) as unknown as { modelKey: string; count: number | string }[];
      return Object.fromEntries(rows.map((row) => [row.modelKey, Number(row.count)]));
    },

    async get(unitId: string): Promise<{ id: string; revision: number; build: Build }> {
      const row = await findRow(unitId);
      return { id: row.id, revision: row.revision, build: builds.read(row) };
    },

    async create(given: {
      id: string;
      tag: string;
      name: string;
      bodyId: string;
      parameters: Record<string, number>;
      systemVoltageV: 12 | 24;
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
        packIds: usualPacks(given.bodyId),
      });
      await this.insert(given.id, build, 0);
      return { id: given.id };
    },

    /** Puts a whole build in, as the demo and imports do. */
    async insert(id: string, build: Build, revision: number): Promise<void> {
      const assessment = assess(build);
      const { stage, summary } = summarise(build, assessment);
      try {
        await sequelize.transaction(async (transaction) => {
          await tables.units.create(
            {
              id,
              tag: build.unit.tag,
              name: build.unit.name,
              bodyId: build.body.bodyId,
              revision,
              stage,
              summary: JSON.stringify(summary),
              build: JSON.stringify(build),
              updatedAt: new Date(),
            },
            { transaction },
          );
          await writeQueryTables(tables, id, null, build, assessment, transaction);
        });
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        // The same request sent twice is answered twice and done once.
        const same = await tables.units.findByPk(id, { raw: true });
        if (!same) throw new ApiError('TAG_TAKEN', `${build.unit.tag} stands in the yard already. Choose another tag.`);
      }
    },

    /** Takes operations in order. Each is answered for itself; all that were applied are committed together. */
    async applyOperations(
      unitId: string,
      baseRevision: number,
      operations: Operation[],
      sender: Sender,
    ): Promise<Outcome[]> {
      let written = () => {};
      const outcomes = await sequelize
        .transaction(async (transaction) => {
          const row = await findRow(unitId, transaction);
          // One look at the log: what of this request is done already, and what others did since its base.
          const logged = (await tables.operations.findAll({
            where: {
              [Op.or]: [
                { id: operations.map((op) => op.id) },
                { unitId, revision: { [Op.gt]: baseRevision }, clientId: { [Op.ne]: sender.clientId } },
              ],
            },
            order: [['revision', 'ASC']],
            raw: true,
            transaction,
          })) as unknown as OperationRow[];
          const before = builds.read(row);
          const {
            document: build,
            revision,
            log,
            outcomes: answers,
          } = takeOperations<Build, Operation>({
            document: before,
            revision: row.revision,
            baseRevision,
            operations,
            logged,
            sender,
            mayDo: refuseByRole,
            apply(document, operation, stamp) {
              const applied = applyToUnit(document, operation, stamp);
              return applied.ok ? ok({ document: applied.value.build, touched: applied.value.touched }) : applied;
            },
            describe: (document, field) => ({
              words: describeField(document, field),
              value: readField(document, field),
            }),
          });
          if (log.length > 0) {
            const assessment = assess(build);
            const text = JSON.stringify(build);
            written = () => builds.keep(unitId, text, build);
            const { stage, summary } = summarise(build, assessment);
            await tables.operations.bulkCreate(
              log.map((each) => ({ ...each, unitId })),
              { transaction },
            );
            await writeQueryTables(tables, unitId, before, build, assessment, transaction);
            await tables.units.update(
              {
                tag: build.unit.tag,
                name: build.unit.name,
                revision,
                stage,
                summary: JSON.stringify(summary),
                build: text,
                updatedAt: new Date(),
              },
              { where: { id: unitId }, transaction },
            );
          }
          return answers;
        })
        .catch((error: unknown) => {
          if (error instanceof UniqueConstraintError && error.fields && 'tag' in error.fields)
            throw new ApiError('TAG_TAKEN');
          throw error;
        });
      written();
      changes.emit(unitId);
      return outcomes;
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

    async history(unitId: string): Promise<{ revision: number; words: string; by: string; at: string }[]> {
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

function refuseByRole(person: Person, operation: Operation): Refusal | null {
  if (person.role === 'owner' && !OWNER_OPERATIONS.has(operation.kind)) {
    return { kind: 'invalid', message: 'Owners may read and comment. Ask the lead to change the build.' };
  }
  if (person.role !== 'lead' && LEAD_OPERATIONS.has(operation.kind)) {
    return { kind: 'invalid', message: 'Only the lead may do that. Ask the lead.' };
  }
  return null;
}
