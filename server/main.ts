/** Starts database and server together, keeps them up, and stops them together. Used by bin/start, the tests and the benchmark. */
import type { FastifyInstance } from 'fastify';
import { buildApp } from './app.ts';
import { peopleRepository } from './auth/repository.ts';
import { type Clock, machineClock } from './clock.ts';
import { connect, type Database } from './database/connect.ts';
import { isPortTaken, type RunningDatabase, startDatabase } from './database/mariadb.ts';
import { migrate } from './database/migrations.ts';
import { SetupProblem } from './database/setupProblem.ts';
import type { LastBackup } from './health/routes.ts';

export interface RunOptions {
  port: number;
  /** Address to listen on: loopback, unless the shop's network is to reach it. */
  host?: string;
  tls?: { cert: string; key: string };
  databasePort: number;
  dataFolder: string;
  webFolder?: string;
  /** Fills a database in which there is nobody yet: with the demo, or with what an empty shop begins with. */
  fill(database: Database, clock: Clock): Promise<void>;
  logLevel?: string;
  signInTries?: number;
  clock?: Clock;
  lastBackup?: () => LastBackup | null;
  checkAnswers?: boolean;
}

export interface Running {
  app: FastifyInstance;
  database: Database;
  /** The database server of the moment: one that stopped by itself is started again. */
  mariadb(): RunningDatabase;
  address: string;
  stop(): Promise<void>;
}

/** Pauses between tries to start a database that has stopped by itself. */
const FIRST_PAUSE_MS = 250;
const LONGEST_PAUSE_MS = 10_000;

/** Keeps a database server running on its data folder until it is told to stop. */
async function superviseDatabase(options: { dataFolder: string; port: number }) {
  let current = await startDatabase(options);
  let stopping = false;
  let pause = FIRST_PAUSE_MS;
  let starting: Promise<void> | null = null;

  async function startAgain(): Promise<void> {
    while (!stopping) {
      await new Promise((resolve) => setTimeout(resolve, pause));
      if (stopping) return;
      try {
        current = await startDatabase(options);
        watch();
        pause = FIRST_PAUSE_MS;
        console.error('The database runs again.');
        return;
      } catch (error) {
        pause = Math.min(LONGEST_PAUSE_MS, pause * 2);
        console.error(error instanceof Error ? error.message : error);
      }
    }
  }
  function watch() {
    current.process.once('exit', () => {
      if (stopping) return;
      console.error('The database has stopped by itself and is started again; nothing acknowledged is lost.');
      starting = startAgain();
    });
  }
  watch();
  return {
    current: () => current,
    async stop(): Promise<void> {
      stopping = true;
      await starting;
      await current.stop();
    },
  };
}

export async function run(options: RunOptions): Promise<Running> {
  const { clock = machineClock, host = '127.0.0.1' } = options;
  if (await isPortTaken(options.port, host)) {
    throw new SetupProblem(`Port ${options.port} is in use: stop what uses it, or start with another --port.`);
  }
  const supervised = await superviseDatabase({ dataFolder: options.dataFolder, port: options.databasePort });
  try {
    const database = await connect(supervised.current().address);
    await migrate(database.sequelize);
    if ((await peopleRepository(database).count()) === 0) await options.fill(database, clock);
    const app = await buildApp({
      database,
      webFolder: options.webFolder,
      logLevel: options.logLevel,
      signInTries: options.signInTries,
      clock,
      tls: options.tls,
      lastBackup: options.lastBackup,
      checkAnswers: options.checkAnswers,
    });
    const address = await app.listen({ port: options.port, host });
    const stop = async () => {
      await app.close();
      await database.close();
      await supervised.stop();
    };
    return { app, database, mariadb: supervised.current, address, stop };
  } catch (error) {
    await supervised.stop();
    throw error;
  }
}
