/** Command line. `calc` runs without a database; the rest works on that of a data folder, whether it runs or not. */
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { parseArgs } from 'node:util';
import { SetupProblem } from '../server/database/setupProblem.ts';
import { CALCULATION_NAMES, CalcError } from './calc.ts';
import { fail, runPure } from './pure.ts';
import { UNIT_VERBS } from './unit.ts';

const HELP = `bin/ember calc NAME < in.json > out.json    NAME: ${CALCULATION_NAMES.join(', ')}
bin/ember unit VERB < in.json > out    VERB: ${UNIT_VERBS.join(', ')}
bin/ember user add --name NAME --role lead|installer|owner [--username NAME] [--fleet NAME] [--data FOLDER]
    the password is asked for, or taken from EMBER_PASSWORD; an owner sees the units of the fleet
bin/ember backup FILE.tar.gz [--data FOLDER]     a consistent snapshot while people work
bin/ember restore FILE.tar.gz [--data FOLDER]    into a data folder without data
bin/ember verify [--repair] [--data FOLDER]      replays every log and says what differs; --repair rebuilds from the log
bin/ember demo --large [--units N] [--operations N] [--data FOLDER]    a generated fleet for measuring`;

const NOT_AS_IT_SHOULD_BE = 1;

const usage = () => new CalcError('INVALID_INPUT', HELP);

const dataFolderOf = (given: string | undefined): string =>
  path.resolve(given ?? path.join(import.meta.dirname, '..', '.data'));

async function askPassword(): Promise<string> {
  if (process.env.EMBER_PASSWORD) return process.env.EMBER_PASSWORD;
  process.stderr.write('Password: ');
  return (await text(process.stdin)).split('\n')[0]!.trim();
}

async function addUser(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      name: { type: 'string' },
      role: { type: 'string' },
      username: { type: 'string' },
      fleet: { type: 'string' },
      data: { type: 'string' },
    },
  });
  const { NewPerson } = await import('../server/auth/newPerson.ts');
  const { name, role, username, fleet } = values;
  const password = name && role ? await askPassword() : '';
  const given = NewPerson.safeParse({ name, role, password, username: username ?? name?.split(' ')[0], fleet });
  if (!given.success) {
    const [issue] = given.error.issues;
    throw new CalcError('INVALID_INPUT', `${issue!.path.join('.')}: ${issue!.message}\n${HELP}`);
  }
  const { withDatabase } = await import('../server/database/runtime.ts');
  const { authService } = await import('../server/auth/service.ts');
  const { fleetsService } = await import('../server/units/fleets.ts');
  const { machineClock } = await import('../server/clock.ts');
  await withDatabase(dataFolderOf(values.data), async (database) => {
    const fleetId = given.data.fleet ? (await fleetsService(database).byName(given.data.fleet)).id : null;
    const person = await authService(database, machineClock).addPerson({ ...given.data, colour: '#5F7290', fleetId });
    process.stdout.write(`${person.name} can sign in as "${person.username}" (${person.role}).\n`);
  });
}

/** A file named on the command line, and the data folder. */
function fileAndFolder(args: string[]): { file: string; dataFolder: string } {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options: { data: { type: 'string' } } });
  const [file, ...rest] = positionals;
  if (!file || rest.length > 0) throw usage();
  return { file: path.resolve(file), dataFolder: dataFolderOf(values.data) };
}

async function backup(args: string[]): Promise<void> {
  const { file, dataFolder } = fileAndFolder(args);
  const { withDatabase } = await import('../server/database/runtime.ts');
  const { writeBackup } = await import('../server/backup/archive.ts');
  const manifest = await withDatabase(dataFolder, (_, address) => writeBackup(address, file, new Date()));
  process.stdout.write(`${JSON.stringify({ file, ...manifest })}\n`);
}

async function restore(args: string[]): Promise<void> {
  const { file, dataFolder } = fileAndFolder(args);
  if (!existsSync(file)) throw new SetupProblem(`There is no file ${file}.`);
  const { withDatabase } = await import('../server/database/runtime.ts');
  const { openBackup, putBack } = await import('../server/backup/archive.ts');
  const { migrate } = await import('../server/database/migrations.ts');
  const unpacked = mkdtempSync(path.join(os.tmpdir(), 'ember-restore-'));
  try {
    const manifest = await openBackup(file, unpacked);
    const rows = await withDatabase(
      dataFolder,
      async ({ sequelize }, address) => {
        // Rows go into the tables that they came from; what has changed since is lifted afterwards.
        await migrate(sequelize, manifest.migration);
        const counts = await putBack(address, unpacked);
        await migrate(sequelize);
        return counts;
      },
      { make: true },
    );
    process.stdout.write(`${JSON.stringify({ file, at: manifest.at, rows })}\n`);
  } finally {
    rmSync(unpacked, { recursive: true, force: true });
  }
}

async function verify(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: { repair: { type: 'boolean', default: false }, data: { type: 'string' } },
  });
  const { withDatabase } = await import('../server/database/runtime.ts');
  const { verifyAll } = await import('../server/backup/verify.ts');
  const open = await withDatabase(dataFolderOf(values.data), async (database) => {
    let [records, operations, wrong, left] = [0, 0, 0, 0];
    for await (const verdict of verifyAll(database, values.repair)) {
      records += 1;
      operations += verdict.operations;
      if (verdict.problems.length === 0) continue;
      wrong += 1;
      if (!verdict.repaired) left += 1;
      process.stdout.write(
        `${verdict.what}: ${verdict.problems.join('; ')}${verdict.repaired ? '. Rebuilt from its log.' : ''}\n`,
      );
    }
    process.stdout.write(`${records} records, ${operations} operations replayed, ${wrong} not as they should be\n`);
    return left;
  });
  if (open > 0) process.exitCode = NOT_AS_IT_SHOULD_BE;
}

async function largeDemo(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      large: { type: 'boolean', default: false },
      units: { type: 'string', default: '5000' },
      operations: { type: 'string', default: '500000' },
      data: { type: 'string' },
    },
  });
  const [units, operations] = [Number(values.units), Number(values.operations)];
  if (!values.large || !(units > 0) || !(operations >= 0)) throw usage();
  const { withDatabase } = await import('../server/database/runtime.ts');
  const { loadLargeFleet } = await import('../demo/largeFleet.ts');
  await withDatabase(dataFolderOf(values.data), (database) =>
    loadLargeFleet(database, { units, operations, now: new Date() }),
  );
  process.stdout.write(`${units} units with ${operations} operations were added.\n`);
}

async function main([command, ...args]: string[]): Promise<void> {
  switch (command) {
    case 'calc':
    case 'unit':
      return runPure(command, args[0]);
    case 'user':
      return args[0] === 'add' ? addUser(args.slice(1)) : fail(usage());
    case 'backup':
      return backup(args);
    case 'restore':
      return restore(args);
    case 'verify':
      return verify(args);
    case 'demo':
      return largeDemo(args);
    case '--help':
      process.stdout.write(`${HELP}\n`);
      return;
    default:
      return fail(usage());
  }
}

main(process.argv.slice(2)).catch(fail);
