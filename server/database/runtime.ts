/** Where the database of a data folder listens, kept beside the data so that the command line finds it. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { connect, type Database, type DatabaseAddress } from './connect.ts';
import { addressOf, freePort, startDatabase } from './mariadb.ts';
import { SetupProblem } from './setupProblem.ts';

export interface Runtime {
  port: number;
  databasePort: number;
}

const fileOf = (dataFolder: string): string => path.join(dataFolder, 'runtime.json');

export const keepRuntime = (dataFolder: string, runtime: Runtime): void =>
  writeFileSync(fileOf(dataFolder), JSON.stringify(runtime));

function runtimeOf(dataFolder: string): Runtime | null {
  try {
    return JSON.parse(readFileSync(fileOf(dataFolder), 'utf8')) as Runtime;
  } catch {
    return null;
  }
}

async function tryToConnect(address: DatabaseAddress): Promise<Database | null> {
  try {
    return await connect(address);
  } catch {
    return null;
  }
}

/**
 * Works with the database of a data folder: the one that runs, or one that is started for this and stopped again.
 * `make` says that a folder without data is right.
 */
export async function withDatabase<Result>(
  dataFolder: string,
  work: (database: Database, address: DatabaseAddress) => Promise<Result>,
  { make = false } = {},
): Promise<Result> {
  if (!make && !existsSync(path.join(dataFolder, 'secrets.json')))
    throw new SetupProblem(`There is no database in ${dataFolder}: start West Ember once first.`);
  const runtime = runtimeOf(dataFolder);
  const address = runtime && addressOf(dataFolder, runtime.databasePort);
  const running = address && (await tryToConnect(address));
  if (running) {
    try {
      return await work(running, address);
    } finally {
      await running.close();
    }
  }
  const started = await startDatabase({ dataFolder, port: await freePort() });
  try {
    const database = await connect(started.address);
    try {
      return await work(database, started.address);
    } finally {
      await database.close();
    }
  } finally {
    await started.stop();
  }
}
