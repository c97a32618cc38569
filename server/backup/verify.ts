/** Replays every log from the document in which it begins and holds the result against what is stored. */
import { applyToUnit } from '../../core/body/index.ts';
import type { LogRow } from '../../core/document/index.ts';
import { type Build, migrateBuild, Operation, sameData } from '../../core/document/index.ts';
import { applyShopOperation, newShop, Shop, ShopOperation } from '../../core/shop/index.ts';
import type { Database } from '../database/connect.ts';
import type { OperationRow, ShopRow, UnitBaseRow, UnitRow } from '../database/models.ts';
import { readBuild } from '../units/judgeWorker.ts';

export interface Verdict {
  /** A unit's tag, or 'shop'. */
  what: string;
  operations: number;
  /** What differs, in words; empty when all is as it should be. */
  problems: string[];
  repaired: boolean;
}

/** What comes of the log; the problems are of the log itself, and with one of them nothing is repaired. */
interface Replay<Document> {
  document: Document | null;
  revision: number;
  problems: string[];
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Applies a log in order; it stops at the first entry that does not fit. */
function replay<Document extends object, Op>(
  base: Document | null,
  baseRevision: number,
  log: readonly LogRow[],
  read: (value: unknown) => Op | null,
  apply: (document: Document, operation: Op, row: LogRow) => Document | string,
): Replay<Document> {
  if (base === null)
    return { document: null, revision: 0, problems: ['the document in which its log begins cannot be read'] };
  let document = base;
  let revision = baseRevision;
  for (const row of log) {
    const stop = (words: string) => ({ document, revision, problems: [`entry ${row.revision} of its log ${words}`] });
    if (row.revision !== revision + 1) return stop(`comes after ${revision}: something is missing between`);
    const operation = read(parse(row.operation));
    if (operation === null) return stop('cannot be read');
    const next = apply(document, operation, row);
    if (typeof next === 'string') return stop(`does not fit: ${next}`);
    document = next;
    revision = row.revision;
  }
  return { document, revision, problems: [] };
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** Where two documents differ, for each field on the top the first place in it: 'electrics/batteryAh'. */
const differing = (left: object, right: object): string[] =>
  Object.keys({ ...left, ...right }).flatMap((field) => {
    const [mine, theirs] = [left, right].map((each) => (each as Record<string, unknown>)[field]);
    if (sameData(mine, theirs)) return [];
    const [below] = isObject(mine) && isObject(theirs) ? differing(mine, theirs) : [];
    return [below === undefined ? field : `${field}/${below}`];
  });

function compare(replayed: Replay<object>, stored: object | null, storedRevision: number): string[] {
  if (replayed.problems.length > 0 || replayed.document === null) return replayed.problems;
  const problems: string[] = [];
  if (stored === null) problems.push('the stored document cannot be read');
  else {
    const fields = differing(replayed.document, stored);
    if (fields.length > 0) problems.push(`the stored document differs from its log in ${fields.join(', ')}`);
  }
  if (replayed.revision !== storedRevision)
    problems.push(`it stands at revision ${storedRevision}, its log at ${replayed.revision}`);
  return problems;
}

const mayRepair = (replayed: Replay<object>, problems: readonly string[]): boolean =>
  problems.length > 0 && replayed.problems.length === 0 && replayed.document !== null;

async function verifyUnit({ sequelize, tables }: Database, unitId: string, repair: boolean): Promise<Verdict> {
  return sequelize.transaction(async (transaction) => {
    const lock = { lock: transaction.LOCK.UPDATE, transaction };
    const row = (await tables.units.findByPk(unitId, { raw: true, ...lock })) as unknown as UnitRow;
    const base = (await tables.unitBases.findByPk(unitId, { raw: true, transaction })) as unknown as UnitBaseRow | null;
    const log = (await tables.operations.findAll({
      where: { unitId },
      order: [['revision', 'ASC']],
      raw: true,
      transaction,
    })) as unknown as OperationRow[];
    const begun = migrateBuild(base && parse(base.document));
    const baseRevision = base?.revision ?? 0;
    const replayed = replay<Build, Operation>(
      begun.ok ? begun.value : null,
      baseRevision,
      log.filter((each) => each.revision > baseRevision),
      (value) => Operation.safeParse(value).data ?? null,
      (build, operation, { personName, at }) => {
        const applied = applyToUnit(build, operation, { by: personName, at: at.toISOString() });
        return applied.ok ? applied.value.build : applied.reason.message;
      },
    );
    const stored = readBuild(row.build);
    const problems = compare(replayed, stored.ok ? stored.value : null, row.revision);
    const repaired = repair && mayRepair(replayed, problems);
    if (repaired)
      await tables.units.update(
        {
          build: JSON.stringify(replayed.document),
          revision: replayed.revision,
          damaged: null,
          // What is derived from it is judged anew at the next start.
          judgedRevision: -1,
        },
        { where: { id: unitId }, transaction },
      );
    return { what: row.tag, operations: log.length, problems, repaired };
  });
}

async function verifyShop({ sequelize, tables }: Database, repair: boolean): Promise<Verdict> {
  return sequelize.transaction(async (transaction) => {
    const row = (await tables.shop.findByPk(1, {
      raw: true,
      lock: transaction.LOCK.UPDATE,
      transaction,
    })) as unknown as ShopRow;
    const log = (await tables.shopOperations.findAll({
      order: [['revision', 'ASC']],
      raw: true,
      transaction,
    })) as unknown as LogRow[];
    const read = (text: string | null) => (text ? (Shop.safeParse(parse(text)).data ?? null) : newShop());
    const replayed = replay<Shop, ShopOperation>(
      read(row.base),
      row.baseRevision,
      log.filter((each) => each.revision > row.baseRevision),
      (value) => ShopOperation.safeParse(value).data ?? null,
      (shop, operation) => {
        const applied = applyShopOperation(shop, operation);
        return applied.ok ? applied.value.document : applied.reason.message;
      },
    );
    const problems = compare(replayed, read(row.document), row.revision);
    const repaired = repair && mayRepair(replayed, problems);
    if (repaired)
      await tables.shop.update(
        { document: JSON.stringify(replayed.document), revision: replayed.revision },
        { where: { id: 1 }, transaction },
      );
    return { what: 'shop', operations: log.length, problems, repaired };
  });
}

/** Looks through all records; a verdict each, in the order of tags, the shop last. */
export async function* verifyAll(database: Database, repair: boolean): AsyncGenerator<Verdict> {
  const rows = (await database.tables.units.findAll({
    attributes: ['id'],
    order: [['tag', 'ASC']],
    raw: true,
  })) as unknown as { id: string }[];
  for (const { id } of rows) yield verifyUnit(database, id, repair);
  yield verifyShop(database, repair);
}
