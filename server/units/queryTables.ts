/** One row a lamp, feed, pattern and reading, indexed for questions over the whole fleet. Rewritten where they changed. */
import type { Transaction } from 'sequelize';
import type { Build } from '../../core/build/index.ts';
import type { Assessment } from '../../core/rules/index.ts';
import type { Tables } from '../database/models.ts';

export async function writeQueryTables(
  tables: Tables,
  unitId: string,
  before: Build | null,
  build: Build,
  { feeds }: Assessment,
  transaction: Transaction,
): Promise<void> {
  const where = { unitId };
  // Unchanged parts keep their identity through applyOperation, so a plain comparison tells what to rewrite.
  const changed = (...parts: (keyof Build)[]) => before === null || parts.some((part) => before[part] !== build[part]);

  if (changed('lamps')) {
    await tables.lamps.destroy({ where, transaction });
    await tables.lamps.bulkCreate(
      Object.values(build.lamps).map((lamp) => ({
        unitId,
        lampId: lamp.id,
        tag: lamp.tag,
        modelKey: lamp.modelKey,
        face: lamp.face,
        colour: lamp.colour,
        ...lamp.position,
      })),
      { transaction },
    );
  }
  if (changed('elements', 'wires', 'slots', 'lamps')) {
    await tables.feeds.destroy({ where, transaction });
    await tables.feeds.bulkCreate(
      feeds.map(({ feed, figures }) => ({
        unitId,
        fuseId: feed.fuse.id,
        name: feed.fuse.name,
        slotLabel: feed.slot?.label ?? 'battery',
        ratingA: feed.fuse.ratingA,
        maximumA: figures.maximumA,
      })),
      { transaction },
    );
  }
  if (changed('functions')) {
    await tables.patterns.destroy({ where, transaction });
    await tables.patterns.bulkCreate(
      Object.values(build.functions).flatMap((each) =>
        Object.entries(each.shows).map(([lampId, show]) => ({ unitId, functionId: each.id, lampId, ...show })),
      ),
      { transaction },
    );
  }
  if (changed('readings')) {
    await tables.readings.destroy({ where, transaction });
    await tables.readings.bulkCreate(
      Object.values(build.readings).map((reading) => ({
        unitId,
        readingId: reading.id,
        quantity: reading.quantity,
        value: reading.value,
        byName: reading.by,
        at: new Date(reading.at),
      })),
      { transaction },
    );
  }
}
