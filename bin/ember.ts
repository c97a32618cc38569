/** Command line. `calc` runs without a database; `user add` talks to the database of a running bin/start. */
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { parseArgs } from 'node:util';
import { CALCULATION_NAMES, CalcError, calc } from './calc.ts';

const HELP = `bin/ember calc NAME < in.json > out.json    NAME: ${CALCULATION_NAMES.join(', ')}
bin/ember user add --name NAME --role lead|installer|owner [--username NAME] [--data FOLDER] [--port N]
    while bin/start runs; the password is asked for, or taken from EMBER_PASSWORD`;

const BAD_INPUT = 2;

function fail(error: unknown): never {
  const known =
    error instanceof CalcError
      ? error
      : new CalcError('FAILED', error instanceof Error ? error.message : String(error));
  process.stderr.write(
    `${JSON.stringify({ error: { code: known.code, message: known.message, issues: known.issues } })}\n`,
  );
  process.exit(BAD_INPUT);
}

async function runCalc(name: string | undefined): Promise<void> {
  const answer = calc(name, await text(process.stdin));
  process.stdout.write(`${answer}\n`);
}

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
      data: { type: 'string' },
      port: { type: 'string' },
    },
  });
  const { name, role } = values;
  if (!name || !['lead', 'installer', 'owner'].includes(role ?? '')) throw new CalcError('INVALID_INPUT', HELP);
  const folder = path.resolve(values.data ?? path.join(import.meta.dirname, '..', '.data'));
  const secrets = path.join(folder, 'secrets.json');
  if (!existsSync(secrets))
    throw new CalcError('NO_DATABASE', `There is no database in ${folder}: start West Ember once first.`);
  const { databasePassword } = JSON.parse(readFileSync(secrets, 'utf8')) as { databasePassword: string };
  const password = await askPassword();
  const MINIMUM_LENGTH = 8;
  if (password.length < MINIMUM_LENGTH)
    throw new CalcError('INVALID_INPUT', `The password needs at least ${MINIMUM_LENGTH} characters.`);
  // Loaded here: calc must not wait for a database client.
  const { connect } = await import('../server/database/connect.ts');
  const { authService } = await import('../server/auth/service.ts');
  const port = Number(values.port ?? 4310) + 1;
  const database = await connect({
    host: '127.0.0.1',
    port,
    user: 'ember',
    password: databasePassword,
    database: 'west_ember',
  });
  try {
    const username = values.username ?? name.split(' ')[0]!;
    const person = await authService(database).addPerson({
      username,
      name,
      role: role as 'lead' | 'installer' | 'owner',
      colour: '#5F7290',
      password,
    });
    process.stdout.write(`${person.name} can sign in as "${person.username}" (${person.role}).\n`);
  } finally {
    await database.close();
  }
}

const [command, ...rest] = process.argv.slice(2);
try {
  if (command === 'calc') await runCalc(rest[0]);
  else if (command === 'user' && rest[0] === 'add') await addUser(rest.slice(1));
  else if (command === '--help' || command === 'help') process.stdout.write(`${HELP}\n`);
  else throw new CalcError('UNKNOWN_COMMAND', HELP);
} catch (error) {
  fail(error);
}
