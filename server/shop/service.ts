/** The shop: one document, changed by operations in one transaction, with its own log. */
import { EventEmitter } from 'node:events';
import { type Transaction, UniqueConstraintError } from 'sequelize';
import {
  issueSentence,
  type Outcome,
  type Reason,
  readField,
  type Sender,
  takeOperations,
  type WiringHabits,
} from '../../core/document/index.ts';
import { ok } from '../../core/result.ts';
import {
  applyShopOperation,
  CREW_SHOP_OPERATIONS,
  describeShopField,
  newShop,
  Shop,
  type ShopOperation,
} from '../../core/shop/index.ts';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import type { ShopRow } from '../database/models.ts';
import { isDeadlock } from '../database/trouble.ts';
import { ApiError } from '../errors.ts';
import { shopRepository } from './repository.ts';

/** What watchers of the shop are told under. */
const SHOP_NEWS = 'shop';

/** A stored shop; the empty text of a new database is a new shop. One that cannot be read is refused with the reason. */
export function readShop({ revision, document }: Pick<ShopRow, 'revision' | 'document'>): {
  revision: number;
  shop: Shop;
} {
  if (document === '') return { revision, shop: newShop() };
  let stored: unknown;
  try {
    stored = JSON.parse(document);
  } catch {
    throw new ApiError('SHOP_DAMAGED', 'The record of the shop cannot be read: it is not JSON any more.');
  }
  const shop = Shop.safeParse(stored);
  if (shop.success) return { revision, shop: shop.data };
  throw new ApiError('SHOP_DAMAGED', `The record of the shop cannot be read: ${issueSentence(shop.error.issues[0]!)}`);
}

function mayDo({ role }: Sender['person'], kind: ShopOperation['kind']): Reason | null {
  if (role === 'lead' || (role === 'installer' && CREW_SHOP_OPERATIONS.has(kind))) return null;
  const message =
    role === 'owner'
      ? 'Owners may look at the board. Ask the lead to change it.'
      : 'Only the lead may do that. Ask the lead.';
  return { kind: 'invalid', message };
}

export interface ShopOptions {
  database: Database;
  clock: Clock;
}

export function shopService({ database, clock }: ShopOptions) {
  const rows = shopRepository(database);
  /** Says 'changed' after each commit of this process. */
  const changes = new EventEmitter();
  changes.setMaxListeners(0);
  /** The document as last read or written; it never changes without a new revision. */
  let known: { revision: number; shop: Shop } | null = null;

  async function read(transaction?: Transaction): Promise<{ revision: number; shop: Shop }> {
    const revision = await rows.revision(transaction);
    if (known?.revision === revision) return known;
    known = readShop(await rows.document(transaction));
    return known;
  }

  async function take(baseRevision: number, operations: ShopOperation[], sender: Sender): Promise<Outcome[]> {
    let written: typeof known = null;
    const outcomes = await rows.transaction(async (transaction) => {
      const { revision, shop } = await read(transaction);
      const ids = operations.map((each) => each.id);
      const log = await rows.logFor(baseRevision, ids, sender, transaction);
      const taken = takeOperations<Shop, ShopOperation>({
        document: shop,
        revision,
        operations,
        ...log,
        sender,
        now: clock(),
        mayDo: (person, { kind }) => mayDo(person, kind as ShopOperation['kind']),
        // A plan of a whole week is not kept twice over: the board takes back by planning anew.
        apply: (document, operation) => {
          const applied = applyShopOperation(document, operation);
          return applied.ok ? ok({ ...applied.value, change: null }) : applied;
        },
        describe: (document, field) => ({
          words: describeShopField(document, field),
          value: readField(document, field),
        }),
      });
      if (taken.log.length > 0) {
        await rows.write(taken.revision, JSON.stringify(taken.document), taken.log, transaction);
        written = { revision: taken.revision, shop: taken.document };
      }
      return taken.outcomes;
    });
    if (written) {
      known = written;
      changes.emit('changed', SHOP_NEWS);
    }
    return outcomes;
  }

  return {
    changes,

    get: () => read(),

    /** How lamps are wired here; the usual while the record of the shop cannot be read: units go on. */
    habits: () =>
      read().then(
        ({ shop }) => shop.habits,
        (error: unknown): WiringHabits => {
          if (error instanceof ApiError) return {};
          throw error;
        },
      ),

    /** How far the log has come. */
    revision: () => rows.revision(),

    /** Puts a whole shop in, from which its log then begins, as the demo does. */
    async put(shop: Shop, transaction?: Transaction): Promise<void> {
      const document = JSON.stringify(Shop.parse(shop));
      await rows.begin(document, transaction);
      known = null;
    },

    async applyOperations(baseRevision: number, operations: ShopOperation[], sender: Sender): Promise<Outcome[]> {
      try {
        return await take(baseRevision, operations, sender);
      } catch (error) {
        // Two wrote the same id, or got in each other's way, at one moment: the second look knows what the first did.
        if (error instanceof UniqueConstraintError || isDeadlock(error)) return take(baseRevision, operations, sender);
        throw error;
      }
    },

    async newsSince(revision: number): Promise<{ revision: number; by: string; clientId: string }[]> {
      const log = await rows.logAfter(revision);
      return log.map((row) => ({ revision: row.revision, by: row.personName, clientId: row.clientId }));
    },
  };
}

export type ShopService = ReturnType<typeof shopService>;
