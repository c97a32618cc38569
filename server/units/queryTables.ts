/** One row a lamp, indexed for questions over the whole fleet. Rewritten where lamps changed. */
import type { Transaction } from 'sequelize';
import { type Build, lights } from '../../core/document/index.ts';
import type { Tables } from '../database/models.ts';

export async function writeLampRows(
  tables: Tables,
  unitId: string,
  before: Build | null,
  build: Build,
  transaction: Transaction,
): Promise<void> {
  // Unchanged parts keep their identity through applyOperation, so a plain comparison tells whether to rewrite.
  if (before?.lamps === build.lamps) return;
  const gone = Object.keys(before?.lamps ?? {}).filter((id) => !build.lamps[id]);
  const changed = lights(build).filter((lamp) => before?.lamps[lamp.id] !== lamp);
  if (gone.length > 0) await tables.lamps.destroy({ where: { unitId, lampId: gone }, transaction });
  await tables.lamps.bulkCreate(
    changed.map((lamp) => ({
      unitId,
      lampId: lamp.id,
      tag: lamp.tag,
      modelKey: lamp.modelKey,
      face: lamp.face,
      colour: lamp.colour,
      ...lamp.position,
    })),
    { transaction, updateOnDuplicate: ['tag', 'modelKey', 'face', 'colour', 'xMm', 'yMm', 'zMm'] },
  );
}
