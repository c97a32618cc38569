/** Tables as a spreadsheet: a sheet each, a heading that stays in sight, columns as wide as what is in them. */
import writeExcelFile from 'write-excel-file/node';
import { type Cell, sheetsOf, type Sheet as TableSheet, type TableSource } from './tables.ts';

export interface WorkbookRequest extends TableSource {
  name: string;
}

const WIDEST = 48;
const PADDING = 2;

const words = (column: string): string => column.replaceAll('_', ' ');

/** Text stays text: a name that begins with "=" is no formula in a string cell. */
const cell = (value: Cell) =>
  value === null || value === '' ? null : typeof value === 'number' ? { type: Number, value } : { type: String, value };

function widthOf({ rows }: TableSheet, column: string): number {
  const longest = rows.reduce((most, row) => Math.max(most, String(row[column] ?? '').length), words(column).length);
  return Math.min(WIDEST, longest) + PADDING;
}

const asSheet = (sheet: TableSheet) => ({
  sheet: sheet.title,
  columns: sheet.columns.map((column) => ({ width: widthOf(sheet, column) })),
  stickyRowsCount: 1,
  data: [
    sheet.columns.map((column) => ({ value: words(column), fontWeight: 'bold' as const })),
    ...sheet.rows.map((row) => sheet.columns.map((column) => cell(row[column] ?? null))),
  ],
});

/** Bytes of the XLSX file of a table or workbook. null when there is none of that name. */
export async function workbookXlsx({ name, ...source }: WorkbookRequest): Promise<Uint8Array | null> {
  const sheets = sheetsOf(name, source);
  if (sheets.length === 0) return null;
  return new Uint8Array(await writeExcelFile(sheets.map(asSheet)).toBuffer());
}
