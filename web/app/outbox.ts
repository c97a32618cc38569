/**
 * Work that waits to be sent, in IndexedDB: it survives a reload, a crash and hours without a network. Each row keeps
 * the revision that its author had seen and the window it was made in, because that is what conflicts are judged by.
 */
import Dexie, { type EntityTable } from 'dexie';
import type { Operation } from '../../core/build/index.ts';

export interface Waiting {
  /** The operation's own id. */
  id: string;
  unitId: string;
  order: number;
  baseRevision: number;
  clientId: string;
  operation: Operation;
}

const database = new Dexie('west-ember') as Dexie & { outbox: EntityTable<Waiting, 'id'> };
database.version(1).stores({ outbox: 'id, [unitId+order]' });

export const outbox = {
  put: (rows: Waiting[]) => database.outbox.bulkPut(rows),
  remove: (ids: string[]) => database.outbox.bulkDelete(ids),
  of: (unitId: string) =>
    database.outbox.where('[unitId+order]').between([unitId, Dexie.minKey], [unitId, Dexie.maxKey]).toArray(),
  units: async () => [...new Set((await database.outbox.toArray()).map((row) => row.unitId))],
};
