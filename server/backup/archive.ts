/**
 * A backup is one file that can be read without this program: a tar archive with the rows of every table as JSON lines,
 * pictures as files, a list of checksums that `sha256sum -c` understands, and a manifest. It is a consistent snapshot:
 * one transaction sees one moment, whatever people do meanwhile.
 */
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import {
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { finished } from 'node:stream/promises';
import { type Connection, createConnection } from 'mariadb';
import { create, extract } from 'tar';
import type { DatabaseAddress } from '../database/connect.ts';
import { SetupProblem } from '../database/setupProblem.ts';

/** In the order in which they can be put back: what is referred to comes first. Sessions are nobody's business. */
const TABLES = [
  'fleets',
  'people',
  'people_log',
  'settings',
  'shelf',
  'units',
  'unit_bases',
  'operations',
  'lamps',
  'unit_patterns',
  'shop',
  'shop_operations',
] as const;
/** Pictures: their bytes lie beside, each in a file of its own. */
const PHOTOS = 'photos';
const FORMAT = 1;
const ROWS_AT_ONCE = 200;

export interface Manifest {
  format: number;
  program: 'West Ember';
  at: string;
  /** The last step of the database's shape. */
  migration: string;
  rows: Record<string, number>;
}

type Row = Record<string, unknown>;

const checksumOf = (file: string): string => createHash('sha256').update(readFileSync(file)).digest('hex');

/** Files of a folder, with their folders, in order. */
const filesOf = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)))
    .sort();

const photoFile = ({ unit_id, id }: Row): string => path.join('photos', String(unit_id), `${id}.jpg`);

/** Moments are written as MariaDB writes them, so that they come back to the millisecond in any time zone. */
const connectTo = (address: DatabaseAddress): Promise<Connection> =>
  createConnection({ ...address, dateStrings: true, bigIntAsNumber: true, timezone: 'Z' });

/** Writes rows as lines; tells how many there were. */
async function writeLines(connection: Connection, table: string, folder: string): Promise<number> {
  const out = createWriteStream(path.join(folder, `${table}.jsonl`));
  let count = 0;
  const rows = connection.queryStream(`SELECT * FROM ${table}`);
  for await (const row of rows as AsyncIterable<Row>) {
    count += 1;
    const { bytes, ...plain } = row;
    if (table === PHOTOS) {
      const file = path.join(folder, photoFile(row));
      mkdirSync(path.dirname(file), { recursive: true });
      writeFileSync(file, bytes as Buffer);
    }
    if (!out.write(`${JSON.stringify(plain)}\n`)) await once(out, 'drain');
  }
  out.end();
  await finished(out);
  return count;
}

/** Writes a backup of a running database into a file, which is there whole or not at all. */
export async function writeBackup(address: DatabaseAddress, file: string, at: Date): Promise<Manifest> {
  mkdirSync(path.dirname(path.resolve(file)), { recursive: true });
  const folder = mkdtempSync(path.join(path.dirname(path.resolve(file)), '.backup-'));
  const connection = await connectTo(address);
  try {
    await connection.query('SET SESSION max_statement_time = 0');
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT');
    const rows: Record<string, number> = {};
    for (const table of [...TABLES, PHOTOS]) rows[table] = await writeLines(connection, table, folder);
    const [newest] = await connection.query<Row[]>('SELECT name FROM migrations ORDER BY name DESC LIMIT 1');
    await connection.query('COMMIT');
    const manifest: Manifest = {
      format: FORMAT,
      program: 'West Ember',
      at: at.toISOString(),
      migration: String(newest!.name),
      rows,
    };
    writeFileSync(path.join(folder, 'manifest.json'), `${JSON.stringify(manifest, null, 2)}\n`);
    const sums = filesOf(folder).map((name) => `${checksumOf(path.join(folder, name))}  ${name}`);
    writeFileSync(path.join(folder, 'checksums.sha256'), `${sums.join('\n')}\n`);
    await create({ gzip: true, cwd: folder, file: `${file}.part`, portable: true }, filesOf(folder));
    renameSync(`${file}.part`, file);
    return manifest;
  } finally {
    await connection.end();
    rmSync(folder, { recursive: true, force: true });
    rmSync(`${file}.part`, { force: true });
  }
}

/** Unpacks a backup and holds every file against its checksum. The caller removes the folder. */
export async function openBackup(file: string, into: string): Promise<Manifest> {
  try {
    await extract({ file, cwd: into, strict: true });
  } catch (error) {
    throw new SetupProblem(`${file} is no backup that can be read: ${(error as Error).message}`);
  }
  const read = (name: string) => readFileSync(path.join(into, name), 'utf8');
  let manifest: Manifest;
  let sums: string[];
  try {
    manifest = JSON.parse(read('manifest.json')) as Manifest;
    sums = read('checksums.sha256').trim().split('\n');
  } catch {
    throw new SetupProblem(`${file} is no backup of West Ember: it has no manifest.`);
  }
  if (manifest.format !== FORMAT)
    throw new SetupProblem(`${file} is of format ${manifest.format}; this program reads ${FORMAT}.`);
  const listed = new Map(sums.map((line) => [line.slice(66), line.slice(0, 64)]));
  const there = filesOf(into).filter((name) => name !== 'checksums.sha256');
  const wrong =
    there.find((name) => listed.get(name) !== checksumOf(path.join(into, name))) ??
    [...listed.keys()].find((name) => !there.includes(name));
  if (wrong) throw new SetupProblem(`${file} is damaged: "${wrong}" is not as it was written. Use an older backup.`);
  return manifest;
}

/** Puts the rows of an unpacked backup into a database that has today's tables and nothing in them. All or nothing. */
export async function putBack(address: DatabaseAddress, folder: string): Promise<Record<string, number>> {
  const connection = await connectTo(address);
  try {
    const [people] = await connection.query<Row[]>('SELECT COUNT(*) AS count FROM people');
    const [units] = await connection.query<Row[]>('SELECT COUNT(*) AS count FROM units');
    if (Number(people!.count) + Number(units!.count) > 0)
      throw new SetupProblem('There is data in this folder already. Restore into an empty one, and nothing is lost.');
    await connection.query('SET SESSION max_statement_time = 0');
    await connection.beginTransaction();
    // The new database has its one empty shop; that of the backup takes its place.
    await connection.query('DELETE FROM shop');
    const counts: Record<string, number> = {};
    for (const table of [...TABLES, PHOTOS]) {
      const rows = readFileSync(path.join(folder, `${table}.jsonl`), 'utf8')
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Row);
      if (table === PHOTOS) for (const row of rows) row.bytes = readFileSync(path.join(folder, photoFile(row)));
      for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
        await insertRows(connection, table, rows.slice(from, from + ROWS_AT_ONCE));
      counts[table] = rows.length;
    }
    await connection.commit();
    return counts;
  } finally {
    await connection.end();
  }
}

const isColumn = (name: string): boolean => /^[a-z][a-z0-9_]*$/.test(name);

async function insertRows(connection: Connection, table: string, rows: Row[]): Promise<void> {
  const columns = Object.keys(rows[0]!);
  if (!columns.every(isColumn)) throw new SetupProblem(`The backup names a column of "${table}" that cannot be one.`);
  const places = columns.map(() => '?').join(', ');
  await connection.batch(
    `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${places})`,
    rows.map((row) => columns.map((column) => row[column])),
  );
}
