/** The shop as rows: its document and the log of it. */
import { Op, type Transaction } from 'sequelize';
import type { LogRow, OthersRow, Sender } from '../../core/document/index.ts';
import { byOthers } from '../database/byOthers.ts';
import type { Database } from '../database/connect.ts';
import { execute } from '../database/execute.ts';
import { appendToShop } from '../database/logRows.ts';
import type { ShopRow } from '../database/models.ts';
import { inTransaction } from '../database/transaction.ts';

/** The one shop of this server. */
const SHOP_ID = 1;
/** How many entries of the log are handed out at once. */
const NEWS_ROWS = 500;

export function shopRepository({ sequelize, tables }: Database) {
  return {
    transaction: inTransaction({ sequelize }),

    /** How far the log has come; within a transaction the row is locked. */
    async revision(transaction?: Transaction): Promise<number> {
      const lock = transaction ? { lock: transaction.LOCK.UPDATE, transaction } : {};
      const row = await tables.shop.findByPk(SHOP_ID, { attributes: ['revision'], raw: true, ...lock });
      return (row as unknown as ShopRow).revision;
    },

    async document(transaction?: Transaction): Promise<Pick<ShopRow, 'revision' | 'document'>> {
      const row = await tables.shop.findByPk(SHOP_ID, { attributes: ['revision', 'document'], raw: true, transaction });
      return row as unknown as ShopRow;
    },

    /** Rows of the log that an answer needs: what of this request is done already, and what others did. */
    async logFor(
      baseRevision: number,
      ids: readonly string[],
      sender: Sender,
      transaction: Transaction,
    ): Promise<{ known: LogRow[]; others: OthersRow[] }> {
      const known = await tables.shopOperations.findAll({ where: { id: [...ids] }, raw: true, transaction });
      const others = await tables.shopOperations.findAll({
        attributes: ['revision', 'personName', 'at', 'touched'],
        where: { revision: { [Op.gt]: baseRevision }, ...byOthers(sender) },
        order: [['revision', 'ASC']],
        raw: true,
        transaction,
      });
      return { known: known as unknown as LogRow[], others: others as unknown as OthersRow[] };
    },

    /** What operations made of the shop, with their entries at the end of its log. */
    async write(revision: number, document: string, log: readonly LogRow[], transaction: Transaction): Promise<void> {
      await appendToShop(transaction, log);
      await execute(transaction, 'UPDATE shop SET revision = ?, document = ? WHERE id = ?', [
        revision,
        document,
        SHOP_ID,
      ]);
    },

    /** Puts a whole shop in, from which its log then begins. */
    async begin(document: string, transaction?: Transaction): Promise<void> {
      await tables.shop.update({ document, base: document }, { where: { id: SHOP_ID }, transaction });
    },

    /** What came after a revision, oldest first. */
    async logAfter(revision: number): Promise<Pick<LogRow, 'revision' | 'personName' | 'clientId'>[]> {
      return (await tables.shopOperations.findAll({
        where: { revision: { [Op.gt]: revision } },
        order: [['revision', 'ASC']],
        limit: NEWS_ROWS,
        attributes: ['revision', 'personName', 'clientId'],
        raw: true,
      })) as unknown as LogRow[];
    },
  };
}
