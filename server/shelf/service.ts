import type { PutOnShelf } from '../../core/contract/index.ts';
import { type ShelfEntry, sameData } from '../../core/document/index.ts';
import type { Database } from '../database/connect.ts';
import { ApiError } from '../errors.ts';
import { shelfRepository } from './repository.ts';

export function shelfService(database: Database) {
  const shelf = shelfRepository(database);
  return {
    list: shelf.list,
    /** Puts entries on the shelf; builds keep their own copies. */
    put: shelf.put,

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
      return shelf.transaction(async (transaction) => {
        const known = await shelf.locked(key, transaction);
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
        await shelf.put([entry], transaction);
        return entry;
      });
    },
  };
}

export type ShelfService = ReturnType<typeof shelfService>;
