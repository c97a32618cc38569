/** A data folder with the demo in it, made once for all server tests: each starts from a copy of its own. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { loadDemo } from '../../demo/load.ts';
import { connect } from '../database/connect.ts';
import { startDatabase } from '../database/mariadb.ts';
import { migrate } from '../database/migrations.ts';
import { freePort } from './ports.ts';
import { testClock } from './testClock.ts';

export const temporaryFolder = (): string => mkdtempSync(path.join(os.tmpdir(), 'ember-test-'));

/** Names the folder to the workers of the test runner. */
const PREPARED = 'EMBER_TEST_PREPARED';

/** Before the first of the runner's workers; what it gives back is done after the last. */
export default async function prepare(): Promise<() => void> {
  const folder = temporaryFolder();
  const mariadb = await startDatabase({ dataFolder: folder, port: await freePort() });
  const database = await connect(mariadb.address);
  await migrate(database.sequelize);
  await loadDemo(database, testClock());
  await database.close();
  await mariadb.stop();
  process.env[PREPARED] = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}

export function copyOfPreparedData(): string {
  const folder = temporaryFolder();
  cpSync(process.env[PREPARED]!, folder, { recursive: true });
  return folder;
}
