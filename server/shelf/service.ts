import type { Transaction } from 'sequelize';
import type { PutOnShelf } from '../../core/contract/index.ts';
import { type ShelfEntry, sameData } from '../../core/document/index.ts';
import type { Database } from '../database/connect.ts';
import type { ShelfRow } from '../database/models.ts';
import { ApiError } from '../errors.ts';

export function shelfService({ sequelize, tables }: Database) {
  /** Puts entries on the shelf; an entry that is there already is replaced. Builds keep their own copies. */
  async function put(entries: readonly ShelfEntry[], transaction?: Transaction): Promise<void> {
    await tables.shelf.bulkCreate(
      entries.map((entry) => ({
        modelKey: entry.model.key,
        name: entry.model.name,
        kind: entry.model.kind,
        entry: JSON.stringify(entry),
      })),
      { updateOnDuplicate: ['name', 'kind', 'entry'], transaction },
    );
  }

  return {
    async list(): Promise<ShelfEntry[]> {
      const rows = (await tables.shelf.findAll({ order: [['modelKey', 'ASC']], raw: true })) as unknown as ShelfRow[];
      return rows.map((row) => JSON.parse(row.entry) as ShelfEntry);
    },

    put,

    /**
     * A lamp of somebody's own, new or in its next version. Refused when the number is taken, when somebody else changed it
     * meanwhile, and when what it says cannot be so. The same again is answered as before.
     */
    async keep(key: string, { entry, before }: PutOnShelf): Promise<ShelfEntry> {
      const { model } = entry;
      const refused = (message: string, path = 'entry') => new ApiError('INVALID_INPUT', message, [{ path, message }]);
      if (model.key !== key) throw refused(`The lamp is called ${model.key}, and the address says ${key}.`);
      if (model.averageA > model.maximumA)
        throw refused(
          'On the mean it would draw more than with all lit: one of the two is wrong.',
          'entry.model.averageA',
        );
      if (model.voltage.minimumV >= model.voltage.maximumV)
        throw refused('Its lowest volts have to lie below its highest.', 'entry.model.voltage');
      return sequelize.transaction(async (transaction) => {
        const row = (await tables.shelf.findByPk(key, {
          raw: true,
          lock: transaction.LOCK.UPDATE,
          transaction,
        })) as unknown as ShelfRow | null;
        const known = row ? (JSON.parse(row.entry) as ShelfEntry) : null;
        if (known && sameData(known, entry)) return known;
        if ((known?.model.version ?? null) !== before)
          throw new ApiError(
            'SHELF_CHANGED',
            known
              ? `${key} stands on the shelf in version ${known.model.version}. Load the shelf again, then change that.`
              : undefined,
          );
        if (model.version !== (before ?? 0) + 1)
          throw refused('A change is the next version of a lamp.', 'entry.model.version');
        await put([entry], transaction);
        return entry;
      });
    },
  };
}

export type ShelfService = ReturnType<typeof shelfService>;
