/** A table as CSV that no spreadsheet runs as a formula. */
import Papa from 'papaparse';
import { type Cell, isWorkbook, sheetsOf, type TableSource } from './tables.ts';

/**
 * What spreadsheets take for the beginning of a formula: the four signs in their plain and full-width forms, also after
 * blanks, which some programs drop, and tab or return (OWASP, CSV injection, from memory; blanks and full-width signs are
 * our own addition).
 */
const FORMULA = /^[\s\u00A0\u200B\uFEFF]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20\u2212\uFE62\uFE63]|^[\t\r\n]/;

/** Text that would be run is led by an apostrophe, which says "this is text". Numbers stay numbers. */
export const plainCell = (value: Cell): Cell =>
  typeof value === 'string' && FORMULA.test(value) ? `'${value}` : value;

/** The text of the file; null when there is no table of that name. */
export async function tableCsv({ name, ...source }: TableSource & { name: string }): Promise<string | null> {
  const [sheet] = isWorkbook(name) ? [] : sheetsOf(name, source);
  if (!sheet) return null;
  const { columns, rows } = sheet;
  const data = rows.map((row) => columns.map((column) => plainCell(row[column] ?? null)));
  return Papa.unparse({ fields: [...columns], data }, { newline: '\r\n' });
}
