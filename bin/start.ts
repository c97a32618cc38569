/** `bin/start [--port N] [--data FOLDER] [--empty]`: everything from a fresh machine to a running West Ember. */
import path from 'node:path';
import { parseArgs } from 'node:util';
import { DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/world.ts';
import { ensurePrograms, SetupProblem } from '../server/database/mariadb.ts';
import { run } from '../server/main.ts';
import { buildWebWhenStale } from './buildWeb.ts';

const root = path.resolve(import.meta.dirname, '..');
const DEFAULT_PORT = 4310;

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        empty: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
    return values;
  } catch (error) {
    throw new SetupProblem(
      `${error instanceof Error ? error.message : String(error)}. Usage: bin/start [--port N] [--data FOLDER] [--empty]`,
    );
  }
}

async function main(): Promise<void> {
  const values = readOptions();
  if (values.help) {
    console.log(
      'bin/start [--port N] [--data FOLDER] [--empty]\n  --port   port of the application (4310); the database takes the next one\n  --data   folder for the data (.data)\n  --empty  no demo: add the first person with "bin/ember user add"',
    );
    return;
  }
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65_534)
    throw new SetupProblem(`--port must be a number from 1 to 65534, got ${values.port}.`);
  ensurePrograms([
    { program: 'mariadbd', packageName: 'mariadb-server' },
    { program: 'mariadb-install-db', packageName: 'mariadb-server' },
  ]);
  buildWebWhenStale(root);
  const running = await run({
    port,
    databasePort: port + 1,
    dataFolder: path.resolve(values.data ?? path.join(root, '.data')),
    webFolder: path.join(root, 'dist', 'web'),
    demo: !values.empty,
  });
  console.log(`\nWest Ember is ready: ${running.address}`);
  if ((await running.database.tables.settings.count()) > 0) {
    console.log(
      `Demo sign-ins (password "${DEMO_PASSWORD}"): ${DEMO_PEOPLE.map((person) => `${person.username} (${person.role})`).join(', ')}`,
    );
  } else if ((await running.database.tables.people.count()) === 0) {
    console.log('Nobody can sign in yet: add the first person with "bin/ember user add --name NAME --role lead".');
  }
  console.log('Ctrl-C stops it.');

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    console.log('\nStopping ...');
    await running.stop();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  running.mariadb.process.once('exit', async () => {
    if (stopping) return;
    stopping = true;
    console.error(
      'The database has stopped by itself; West Ember stops too. Start it again: nothing acknowledged is lost.',
    );
    await running.app.close();
    process.exit(1);
  });
}

main().catch((error: unknown) => {
  console.error(error instanceof SetupProblem ? error.message : error);
  process.exit(1);
});
