/**
 * What the browser keeps for hours without a network, in IndexedDB: work and pictures that wait to be sent, work that the
 * server refused until somebody has settled it, and the last answers of the server. It survives a reload and a crash.
 * Work belongs to the person who did it: nobody else's sign-in sends it or drops it.
 */
import Dexie, { type EntityTable, type Transaction } from 'dexie';
import type { Operation, SentOperation } from '../../core/document/index.ts';

/** Each row keeps the revision that its author had seen and its window, because conflicts are judged by those. */
export interface Waiting {
  /** The operation's own id. */
  id: string;
  unitId: string;
  unitTag: string;
  personId: string;
  personName: string;
  order: number;
  baseRevision: number;
  clientId: string;
  at: string;
  operation: SentOperation;
  /** How it is shown here until the server's answer comes: an undo with what it takes back. */
  shown: Operation;
}

/** Work that the server did not take, with its reason, until its author has decided what becomes of it. */
export interface Refused {
  id: string;
  unitId: string;
  unitTag: string;
  personId: string;
  at: string;
  operation: SentOperation | null;
  /** What it was, where it is no operation: a picture. */
  what: string | null;
  message: string;
  /** What somebody else had changed meanwhile; empty when that was not the reason. */
  field: string;
  theirs: unknown;
}

export interface WaitingPhoto {
  id: string;
  unitId: string;
  unitTag: string;
  personId: string;
  personName: string;
  bytes: Blob;
}

interface KeptAnswer {
  url: string;
  data: unknown;
}

type Tables = {
  outbox: EntityTable<Waiting, 'id'>;
  photos: EntityTable<WaitingPhoto, 'id'>;
  refused: EntityTable<Refused, 'id'>;
  kept: EntityTable<KeptAnswer, 'url'>;
};

const database = new Dexie('west-ember') as Dexie & Tables;
database.version(1).stores({ outbox: 'id, [unitId+order]' });
database.version(2).stores({ photos: 'id', kept: 'url' });
database
  .version(3)
  .stores({ outbox: 'id, personId, [personId+unitId+order]', photos: 'id, personId', refused: 'id, personId' })
  .upgrade(giveToWhoWasSignedIn);

/** Rows from before work had an author belong to whoever was signed in last on this device. */
async function giveToWhoWasSignedIn(transaction: Transaction): Promise<void> {
  const kept = (await transaction.table('kept').get('session')) as KeptAnswer | undefined;
  const { id = '', name = '' } = (kept?.data as { person?: { id: string; name: string } } | undefined)?.person ?? {};
  const own = { personId: id, personName: name, unitTag: '' };
  await transaction
    .table('outbox')
    .toCollection()
    .modify((row: Partial<Waiting>) => {
      Object.assign(row, own, { at: new Date().toISOString(), shown: row.operation });
    });
  await transaction
    .table('photos')
    .toCollection()
    .modify((row: object) => void Object.assign(row, own));
}

/** How much of whom waits on this device. */
export interface WaitingOf {
  personId: string;
  personName: string;
  /** Operations and pictures. */
  count: number;
  photos: number;
}

async function countsByPerson(): Promise<WaitingOf[]> {
  const counts = new Map<string, WaitingOf>();
  const add = ({ personId, personName }: { personId: string; personName: string }, photos: 0 | 1) => {
    const known = counts.get(personId) ?? { personId, personName, count: 0, photos: 0 };
    counts.set(personId, { ...known, count: known.count + 1, photos: known.photos + photos });
  };
  for (const row of await database.outbox.toArray()) add(row, 0);
  await database.photos.each((photo) => add(photo, 1));
  return [...counts.values()];
}

export const outbox = {
  put: (rows: Waiting[]) => database.outbox.bulkPut(rows),
  remove: (ids: string[]) => database.outbox.bulkDelete(ids),
  of: (personId: string, unitId: string) =>
    database.outbox
      .where('[personId+unitId+order]')
      .between([personId, unitId, Dexie.minKey], [personId, unitId, Dexie.maxKey])
      .toArray(),
  unitsOf: async (personId: string) => [
    ...new Set((await database.outbox.where({ personId }).toArray()).map((row) => row.unitId)),
  ],
  countsByPerson,
};

export const refusedWork = {
  of: (personId: string) => database.refused.where({ personId }).toArray(),
  settle: (id: string) => database.refused.delete(id),
  put: (row: Refused) => database.refused.put(row),
  /** Moves work from the outbox to what was refused, so that neither a crash nor a reload loses it in between. */
  moveFromOutbox: (rows: Refused[]) =>
    database.transaction('rw', database.outbox, database.refused, async () => {
      await database.refused.bulkPut(rows);
      await database.outbox.bulkDelete(rows.map((row) => row.id));
    }),
};

export const photoOutbox = {
  put: (photo: WaitingPhoto) => database.photos.put(photo),
  remove: (id: string) => database.photos.delete(id),
  get: (id: string) => database.photos.get(id),
  of: (personId: string) => database.photos.where({ personId }).toArray(),
};

export const keptAnswers = {
  put: (url: string, data: unknown) => database.kept.put({ url, data }),
  get: async (url: string) => (await database.kept.get(url))?.data,
  /** Whoever signs out leaves nothing to read behind. Work that waits stays. */
  clear: () => database.kept.clear(),
};
