/** The shop: one document, changed by operations in one transaction, with its own log. */
import { EventEmitter } from 'node:events';
import { Op, type Transaction } from 'sequelize';
import { readField } from '../../core/build/index.ts';
import {
  applyShopOperation,
  CREW_SHOP_OPERATIONS,
  describeShopField,
  newShop,
  Shop,
  type ShopOperation,
} from '../../core/shop/index.ts';
import type { Person } from '../auth/service.ts';
import type { Database } from '../database/connect.ts';
import type { LogRow, ShopRow } from '../database/models.ts';
import { type Outcome, type Refusal, type Sender, takeOperations } from '../operations.ts';

/** The one shop of this server. */
const SHOP_ID = 1;

function mayDo({ role }: Person, { kind }: ShopOperation): Refusal | null {
  if (role === 'lead' || (role === 'installer' && CREW_SHOP_OPERATIONS.has(kind))) return null;
  const message =
    role === 'owner'
      ? 'Owners may look at the board. Ask the lead to change it.'
      : 'Only the lead may do that. Ask the lead.';
  return { kind: 'invalid', message };
}

export function shopService({ sequelize, tables }: Database) {
  /** Says 'shop' after each commit of this process. */
  const changes = new EventEmitter();
  changes.setMaxListeners(0);
  /** The document as last read, by its very text. */
  let known = { text: '', shop: newShop() };

  async function read(transaction?: Transaction): Promise<{ revision: number; shop: Shop }> {
    const lock = transaction ? { lock: transaction.LOCK.UPDATE, transaction } : {};
    const row = (await tables.shop.findByPk(SHOP_ID, { raw: true, ...lock })) as unknown as ShopRow;
    if (row.document !== known.text)
      known = { text: row.document, shop: row.document === '' ? newShop() : Shop.parse(JSON.parse(row.document)) };
    return { revision: row.revision, shop: known.shop };
  }

  return {
    changes,

    get: () => read(),

    /** Puts a whole shop in, as the demo does. */
    async put(shop: Shop): Promise<void> {
      await tables.shop.update({ document: JSON.stringify(Shop.parse(shop)) }, { where: { id: SHOP_ID } });
    },

    async applyOperations(baseRevision: number, operations: ShopOperation[], sender: Sender): Promise<Outcome[]> {
      const outcomes = await sequelize.transaction(async (transaction) => {
        const { revision, shop } = await read(transaction);
        const logged = (await tables.shopOperations.findAll({
          where: {
            [Op.or]: [
              { id: operations.map((each) => each.id) },
              { revision: { [Op.gt]: baseRevision }, clientId: { [Op.ne]: sender.clientId } },
            ],
          },
          order: [['revision', 'ASC']],
          raw: true,
          transaction,
        })) as unknown as LogRow[];
        const taken = takeOperations<Shop, ShopOperation>({
          document: shop,
          revision,
          baseRevision,
          operations,
          logged,
          sender,
          mayDo,
          apply: applyShopOperation,
          describe: (document, field) => ({
            words: describeShopField(document, field),
            value: readField(document, field),
          }),
        });
        if (taken.log.length > 0) {
          await tables.shopOperations.bulkCreate(taken.log, { transaction });
          await tables.shop.update(
            { revision: taken.revision, document: JSON.stringify(taken.document) },
            { where: { id: SHOP_ID }, transaction },
          );
        }
        return taken.outcomes;
      });
      changes.emit('shop');
      return outcomes;
    },

    async newsSince(revision: number): Promise<{ revision: number; by: string; clientId: string }[]> {
      const rows = (await tables.shopOperations.findAll({
        where: { revision: { [Op.gt]: revision } },
        order: [['revision', 'ASC']],
        limit: 500,
        attributes: ['revision', 'personName', 'clientId'],
        raw: true,
      })) as unknown as LogRow[];
      return rows.map((row) => ({ revision: row.revision, by: row.personName, clientId: row.clientId }));
    },
  };
}

export type ShopService = ReturnType<typeof shopService>;
