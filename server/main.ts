/** Starts database and server together and stops them together. Used by bin/start, the tests and the benchmark. */
import type { FastifyInstance } from 'fastify';
import { isEmpty, loadDemo, loadShelf } from '../demo/load.ts';
import { buildApp } from './app.ts';
import { connect, type Database } from './database/connect.ts';
import { isPortTaken, type RunningDatabase, SetupProblem, startDatabase } from './database/mariadb.ts';
import { migrate } from './database/migrations.ts';

export interface RunOptions {
  port: number;
  databasePort: number;
  dataFolder: string;
  webFolder?: string;
  demo: boolean;
  logLevel?: string;
  signInTries?: number;
}

export interface Running {
  app: FastifyInstance;
  database: Database;
  mariadb: RunningDatabase;
  address: string;
  stop(): Promise<void>;
}

export async function run(options: RunOptions): Promise<Running> {
  if (await isPortTaken(options.port)) {
    throw new SetupProblem(`Port ${options.port} is in use: stop what uses it, or start with another --port.`);
  }
  const mariadb = await startDatabase({ dataFolder: options.dataFolder, port: options.databasePort });
  try {
    const database = await connect(mariadb.address);
    await migrate(database.sequelize);
    if (await isEmpty(database)) await (options.demo ? loadDemo(database) : loadShelf(database));
    const app = await buildApp({
      database,
      webFolder: options.webFolder,
      logLevel: options.logLevel,
      signInTries: options.signInTries,
    });
    const address = await app.listen({ port: options.port, host: '127.0.0.1' });
    const stop = async () => {
      await app.close();
      await database.close();
      await mariadb.stop();
    };
    return { app, database, mariadb, address, stop };
  } catch (error) {
    await mariadb.stop();
    throw error;
  }
}
