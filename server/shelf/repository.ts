/** The shelf as rows: one a model. */
import type { Transaction } from 'sequelize';
import type { ShelfEntry } from '../../core/document/index.ts';
import type { Database } from '../database/connect.ts';
import type { ShelfRow } from '../database/models.ts';
import { inTransaction } from '../database/transaction.ts';

const entryOf = (row: ShelfRow): ShelfEntry => JSON.parse(row.entry) as ShelfEntry;

export function shelfRepository({ sequelize, tables }: Database) {
  return {
    transaction: inTransaction({ sequelize }),

    async list(): Promise<ShelfEntry[]> {
      const rows = (await tables.shelf.findAll({ order: [['modelKey', 'ASC']], raw: true })) as unknown as ShelfRow[];
      return rows.map(entryOf);
    },

    /** An entry, its row locked. */
    async locked(key: string, transaction: Transaction): Promise<ShelfEntry | null> {
      const lock = transaction.LOCK.UPDATE;
      const row = (await tables.shelf.findByPk(key, { raw: true, lock, transaction })) as unknown as ShelfRow | null;
      return row && entryOf(row);
    },

    /** Puts entries on the shelf; an entry that is there already is replaced. */
    async put(entries: readonly ShelfEntry[], transaction?: Transaction): Promise<void> {
      await tables.shelf.bulkCreate(
        entries.map((entry) => ({
          modelKey: entry.model.key,
          name: entry.model.name,
          kind: entry.model.kind,
          entry: JSON.stringify(entry),
        })),
        { updateOnDuplicate: ['name', 'kind', 'entry'], transaction },
      );
    },
  };
}
