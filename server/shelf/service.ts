import type { Transaction } from 'sequelize';
import type { ShelfEntry } from '../../core/document/index.ts';
import type { Database } from '../database/connect.ts';
import type { ShelfRow } from '../database/models.ts';

export function shelfService({ tables }: Database) {
  return {
    async list(): Promise<ShelfEntry[]> {
      const rows = (await tables.shelf.findAll({ order: [['modelKey', 'ASC']], raw: true })) as unknown as ShelfRow[];
      return rows.map((row) => JSON.parse(row.entry) as ShelfEntry);
    },

    /** Puts entries on the shelf; an entry that is there already is replaced. Builds keep their own copies. */
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

export type ShelfService = ReturnType<typeof shelfService>;
