/** Puts a whole build into the yard, from which its log then begins. */
import type { Transaction } from 'sequelize';
import type { Build } from '../../core/document/index.ts';
import type { Tables } from '../database/models.ts';
import { judgedColumns, judgeUnit, plainColumns, unjudgedSummary } from './judgement.ts';
import { writeLampRows } from './queryTables.ts';

export interface GivenUnit {
  id: string;
  build: Build;
  revision: number;
  fleetId: string | null;
  /** Judge it at once: where the caller has time for it. */
  judged: boolean;
  at: Date;
}

export async function insertUnit(tables: Tables, given: GivenUnit, transaction: Transaction): Promise<void> {
  const { id, build, revision, fleetId, at } = given;
  const text = JSON.stringify(build);
  const judgement = given.judged ? judgeUnit(id, build) : null;
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
  if (judgement)
    await tables.unitPatterns.bulkCreate(
      judgement.summary.patternIds.map((patternId) => ({ unitId: id, patternId })),
      { transaction },
    );
}
