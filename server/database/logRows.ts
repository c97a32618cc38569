/** Writing rows of a log, the unit's or the shop's. */
import type { Transaction } from 'sequelize';
import type { LogRow } from '../../core/document/index.ts';
import { execute } from './execute.ts';

const COLUMNS = 'id, revision, kind, client_id, person_id, person_name, at, operation, touched, undoes, effect';

const valuesOf = (row: LogRow): unknown[] => [
  row.id,
  row.revision,
  row.kind,
  row.clientId,
  row.personId,
  row.personName,
  row.at,
  row.operation,
  row.touched,
  row.undoes,
  row.effect,
];

/** Puts rows at the end of a unit's log. */
export async function appendToUnit(transaction: Transaction, unitId: string, rows: readonly LogRow[]): Promise<void> {
  const sql = `INSERT INTO operations (unit_id, ${COLUMNS}) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`;
  for (const row of rows) await execute(transaction, sql, [unitId, ...valuesOf(row)]);
}

/** Puts rows at the end of the shop's log. */
export async function appendToShop(transaction: Transaction, rows: readonly LogRow[]): Promise<void> {
  const sql = `INSERT INTO shop_operations (${COLUMNS}) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`;
  for (const row of rows) await execute(transaction, sql, valuesOf(row));
}
