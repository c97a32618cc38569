/** Writes a changed build with the columns that follow from it at once. */
import type { Transaction } from 'sequelize';
import type { Build } from '../../core/document/index.ts';
import { execute } from '../database/execute.ts';
import { plainColumns } from './judgement.ts';

interface Changed {
  before: Build;
  build: Build;
  revision: number;
  at: Date;
}

/** What the yard draws of a unit follows from these parts of its build. */
const DRAWN = ['body', 'lamps', 'models', 'ticks', 'handedOver'] as const satisfies readonly (keyof Build)[];

export async function writeBuild(transaction: Transaction, unitId: string, changed: Changed): Promise<void> {
  const { before, build, revision, at } = changed;
  const text = JSON.stringify(build);
  if (DRAWN.every((part) => before[part] === build[part])) {
    await execute(transaction, 'UPDATE units SET build = ?, revision = ?, updated_at = ? WHERE id = ?', [
      text,
      revision,
      at,
      unitId,
    ]);
    return;
  }
  const { glyph, lamps } = plainColumns(build);
  await execute(
    transaction,
    'UPDATE units SET build = ?, revision = ?, updated_at = ?, glyph = ?, lamps = ? WHERE id = ?',
    [text, revision, at, glyph, lamps, unitId],
  );
}
