/**
 * What the browser keeps for hours without a network, in IndexedDB: work and pictures that wait to be sent, and the last
 * answers of the server. It survives a reload and a crash.
 */
import Dexie, { type EntityTable } from 'dexie';
import type { Operation } from '../../core/build/index.ts';

/** Each row keeps the revision that its author had seen and its window, because conflicts are judged by those. */
export interface Waiting {
  /** The operation's own id. */
  id: string;
  unitId: string;
  order: number;
  baseRevision: number;
  clientId: string;
  operation: Operation;
}

export interface WaitingPhoto {
  id: string;
  unitId: string;
  bytes: Blob;
}

interface KeptAnswer {
  url: string;
  data: unknown;
}

type Tables = {
  outbox: EntityTable<Waiting, 'id'>;
  photos: EntityTable<WaitingPhoto, 'id'>;
  kept: EntityTable<KeptAnswer, 'url'>;
};

const database = new Dexie('west-ember') as Dexie & Tables;
database.version(1).stores({ outbox: 'id, [unitId+order]' });
database.version(2).stores({ photos: 'id', kept: 'url' });

export const outbox = {
  put: (rows: Waiting[]) => database.outbox.bulkPut(rows),
  remove: (ids: string[]) => database.outbox.bulkDelete(ids),
  of: (unitId: string) =>
    database.outbox.where('[unitId+order]').between([unitId, Dexie.minKey], [unitId, Dexie.maxKey]).toArray(),
  units: async () => [...new Set((await database.outbox.toArray()).map((row) => row.unitId))],
};

export const photoOutbox = {
  put: (photo: WaitingPhoto) => database.photos.put(photo),
  remove: (id: string) => database.photos.delete(id),
  get: (id: string) => database.photos.get(id),
  all: () => database.photos.toArray(),
};

export const keptAnswers = {
  put: (url: string, data: unknown) => database.kept.put({ url, data }),
  get: async (url: string) => (await database.kept.get(url))?.data,
  /** Whoever signs out leaves nothing to read behind. Work that waits stays. */
  clear: () => database.kept.clear(),
};
