/** `bin/start`: everything from a fresh machine to a running West Ember. `bin/start --help` tells its options. */
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { loadDemo, loadShelf } from '../demo/load.ts';
import { DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/world.ts';
import { peopleService } from '../server/auth/peopleService.ts';
import { peopleRepository } from '../server/auth/repository.ts';
import { authService } from '../server/auth/service.ts';
import { nightlyBackups } from '../server/backup/nightly.ts';
import { clockFrom, machineClock } from '../server/clock.ts';
import { ensurePrograms } from '../server/database/mariadb.ts';
import { keepRuntime } from '../server/database/runtime.ts';
import { SetupProblem } from '../server/database/setupProblem.ts';
import { run } from '../server/main.ts';
import { buildWebWhenStale } from './buildWeb.ts';
import { readCertificate, selfSigned } from './certificate.ts';

const root = path.resolve(import.meta.dirname, '..');
const DEFAULT_PORT = 4310;
/** Whatever is in flight is answered by then; what is not by then never will be. */
const LONGEST_STOP_MS = 10_000;

const HELP = `bin/start [--port N] [--data FOLDER] [--empty] [--host ADDRESS] [--cert FILE --key FILE | --self-signed]
  --port         port of the application (4310); the database takes the next one, on loopback only
  --data         folder for the data (.data)
  --empty        no demo: the first lead comes in with a code that is printed
  --host         address to listen on for the shop's network, such as 0.0.0.0 (127.0.0.1)
  --cert, --key  certificate and key in PEM: phones need https to work without a network
  --self-signed  make a certificate of our own and say how to trust it
  --now          stand at this moment, as 2026-02-27T10:00, and go on from there: for trials and tests`;

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        empty: { type: 'boolean', default: false },
        host: { type: 'string', default: '127.0.0.1' },
        cert: { type: 'string' },
        key: { type: 'string' },
        'self-signed': { type: 'boolean', default: false },
        now: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    });
    return values;
  } catch (error) {
    throw new SetupProblem(`${error instanceof Error ? error.message : String(error)}. Usage:\n${HELP}`);
  }
}

type Options = ReturnType<typeof readOptions>;

/** Names under which the shop's network may know this machine. */
const ownAddresses = (host: string): string[] => [
  ...new Set([
    'localhost',
    '127.0.0.1',
    ...(host.startsWith('127.') ? [] : [host]),
    ...Object.values(networkInterfaces()).flatMap((each) => (each ?? []).map((one) => one.address)),
  ]),
];

async function tlsOf({ cert, key, 'self-signed': own, host }: Options, dataFolder: string) {
  if (cert || key) {
    if (!cert || !key) throw new SetupProblem('--cert and --key belong together: give both files.');
    return readCertificate(cert, key);
  }
  return own ? selfSigned(dataFolder, ownAddresses(host)) : undefined;
}

function clockOf({ now }: Options) {
  if (now === undefined) return machineClock;
  const at = new Date(now);
  if (Number.isNaN(at.getTime())) throw new SetupProblem(`--now must be a moment as 2026-02-27T10:00, got ${now}.`);
  return clockFrom(at);
}

async function main(): Promise<void> {
  const values = readOptions();
  if (values.help) {
    console.log(HELP);
    return;
  }
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65_534)
    throw new SetupProblem(`--port must be a number from 1 to 65534, got ${values.port}.`);
  const clock = clockOf(values);
  ensurePrograms([
    { program: 'mariadbd', packageName: 'mariadb-server' },
    { program: 'mariadb-install-db', packageName: 'mariadb-server' },
  ]);
  buildWebWhenStale(root);
  const dataFolder = path.resolve(values.data ?? path.join(root, '.data'));
  const tls = await tlsOf(values, dataFolder);
  let backups: ReturnType<typeof nightlyBackups> | null = null;
  const running = await run({
    port,
    host: values.host,
    tls,
    databasePort: port + 1,
    dataFolder,
    webFolder: path.join(root, 'dist', 'web'),
    fill: values.empty ? (database) => loadShelf(database) : loadDemo,
    clock,
    lastBackup: () => backups?.last() ?? null,
  });
  keepRuntime(dataFolder, { port, databasePort: port + 1 });
  backups = nightlyBackups({
    folder: path.join(dataFolder, 'backups'),
    command: (file) => [
      process.execPath,
      ['--import', 'tsx', path.join(root, 'bin', 'ember.ts'), 'backup', file, '--data', dataFolder],
    ],
    clock,
    log: (line) => console.log(line),
  });
  console.log(`\nWest Ember is ready: ${running.address}`);
  if (!values.host.startsWith('127.') && !tls)
    console.log(
      'Without a certificate phones cannot work without a network: start with --cert and --key, or --self-signed.',
    );
  const people = peopleRepository(running.database);
  if ((await people.demoPassword()) !== null) {
    console.log(
      `Demo sign-ins (password "${DEMO_PASSWORD}"): ${DEMO_PEOPLE.map((person) => `${person.username} (${person.role})`).join(', ')}`,
    );
  } else {
    const first = await peopleService(running.database, clock, authService(running.database, clock)).firstLead();
    if (first)
      console.log(
        `Nobody has come in yet. The first lead comes in here: ${running.address}/yard#first=${first.code} (code ${first.code}, for three days)`,
      );
  }
  console.log('Ctrl-C stops it.');

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    console.log('\nStopping ...');
    setTimeout(() => {
      // The database ends by itself once it is told to, and nobody has to wait for that.
      running.mariadb().process.kill('SIGTERM');
      process.exit(1);
    }, LONGEST_STOP_MS).unref();
    backups?.stop();
    await running.stop();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof SetupProblem ? error.message : error);
  process.exit(1);
});
