/**
 * Units: keeping builds and taking operations. One transaction locks the unit's row, runs the same applyOperation as the
 * client, writes build, log and query tables, and answers only after commit.
 */
import { EventEmitter } from 'node:events';
import { Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { applyToUnit, makeBody, usualPacks } from '../../core/body/index.ts';
import {
  type Build,
  describeField,
  fieldsMeet,
  LEAD_OPERATIONS,
  newBuild,
  OPERATION_WORDS,
  type Operation,
  OWNER_OPERATIONS,
  type Refusal,
  readField,
} from '../../core/build/index.ts';
import { currentStage, stageProgress, type UnitListItem, type UnitSummary } from '../../core/keep/index.ts';
import { type Assessment, assess } from '../../core/rules/index.ts';
import { jobSteps, type LearnedFactor } from '../../core/steps/index.ts';
import { learnedHours, spentOn } from '../../core/work/index.ts';
import type { Person } from '../auth/service.ts';
import type { Database } from '../database/connect.ts';
import type { OperationRow, UnitRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';
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

export interface Conflict {
  field: string;
  by: string;
  at: string;
  theirs: unknown;
}

export type Outcome =
  | { id: string; status: 'applied'; revision: number; at: string }
  | { id: string; status: 'refused'; reason: Refusal; conflict: Conflict | null };

export interface Sender {
  person: Person;
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

  /** What others changed since the base revision on the fields that this operation touches. */
  function findConflict(since: OperationRow[], touched: string[], build: Build): Conflict | null {
    for (const row of since.toReversed()) {
      const theirs = JSON.parse(row.touched) as string[];
      const field = touched.find((mine) => theirs.some((other) => fieldsMeet(mine, other)));
      if (field)
        return {
          field: describeField(build, field),
          by: row.personName,
          at: row.at.toISOString(),
          theirs: readField(build, field) ?? null,
        };
    }
    return null;
  }

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
          const since = logged.filter((each) => each.revision > baseRevision && each.clientId !== sender.clientId);
          const before = builds.read(row);
          let build = before;
          let revision = row.revision;
          const log: OperationRow[] = [];
          const answers: Outcome[] = [];
          for (const operation of operations) {
            const done =
              logged.find((each) => each.id === operation.id) ?? log.find((each) => each.id === operation.id);
            if (done) {
              answers.push({ id: operation.id, status: 'applied', revision: done.revision, at: done.at.toISOString() });
              continue;
            }
            const refusal = refuseByRole(sender.person, operation);
            const at = new Date();
            const applied = refusal
              ? ({ ok: false, reason: refusal } as const)
              : applyToUnit(build, operation, { by: sender.person.name, at: at.toISOString() });
            if (!applied.ok) {
              answers.push({ id: operation.id, status: 'refused', reason: applied.reason, conflict: null });
              continue;
            }
            const conflict = findConflict(since, applied.value.touched, build);
            if (conflict) {
              const message = `${conflict.by} has changed ${conflict.field} in the meantime.`;
              answers.push({ id: operation.id, status: 'refused', reason: { kind: 'overtaken', message }, conflict });
              continue;
            }
            build = applied.value.build;
            revision += 1;
            log.push({
              id: operation.id,
              unitId,
              revision,
              kind: operation.kind,
              clientId: sender.clientId,
              personName: sender.person.name,
              at,
              operation: JSON.stringify(operation),
              touched: JSON.stringify(applied.value.touched),
            });
            answers.push({ id: operation.id, status: 'applied', revision, at: at.toISOString() });
          }
          if (log.length > 0) {
            const assessment = assess(build);
            const text = JSON.stringify(build);
            written = () => builds.keep(unitId, text, build);
            const { stage, summary } = summarise(build, assessment);
            await tables.operations.bulkCreate(log, { transaction });
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
