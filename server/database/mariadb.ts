/**
 * A MariaDB server of our own: its data in one folder, bound to loopback, on its own port and socket.
 * Every trouble is one sentence that says what is wrong and what to do; data is never touched to get around it.
 */
import { type ChildProcess, execFileSync, spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { type Connection, createConnection } from 'mariadb';
import type { DatabaseAddress } from './connect.ts';
import { SetupProblem } from './setupProblem.ts';

const DATABASE = 'west_ember';
const USER = 'ember';
/** Written last when a data folder is made: without it the folder is half-initialised. */
const READY_MARK = '.west-ember-ready';
/** What follows the data folder's name while it is made. */
const MAKING = '.making-';
const START_TIMEOUT_MS = 30_000;
const STOP_TIMEOUT_MS = 20_000;
/** Linux takes socket paths of at most 107 bytes. */
const LONGEST_SOCKET_PATH = 100;

export interface RunningDatabase {
  address: DatabaseAddress;
  process: ChildProcess;
  stop(): Promise<void>;
}

const isInstalled = (program: string): boolean => spawnSync('which', [program]).status === 0;

/** Installs Debian packages when a program is missing; as another user than root, says what to install. */
export function ensurePrograms(needed: { program: string; packageName: string }[]): void {
  const missing = [
    ...new Set(needed.filter(({ program }) => !isInstalled(program)).map(({ packageName }) => packageName)),
  ];
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!isInstalled('apt-get')) {
    throw new SetupProblem(
      `${missing.join(', ')} is missing and this machine has no apt-get: install it with your own package manager, then start again.`,
    );
  }
  if (process.getuid?.() !== 0)
    throw new SetupProblem(`${missing.join(', ')} is missing: run "sudo ${command}", then start again.`);
  console.log(`Installing ${missing.join(', ')} from Debian's packages (once) ...`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const update = spawnSync('apt-get', ['update', '-qq'], { env, encoding: 'utf8' });
  const install = spawnSync('apt-get', command.split(' ').slice(1), { env, encoding: 'utf8' });
  if (install.status !== 0) {
    const reason = (install.stderr || update.stderr || '').trim().split('\n').at(-1) ?? '';
    throw new SetupProblem(`Could not install ${missing.join(', ')}: ${reason}`);
  }
}

/** Is something listening on this port? */
export function isPortTaken(port: number, host = '127.0.0.1'): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once('error', () => resolve(true));
    probe.listen(port, host, () => probe.close(() => resolve(false)));
  });
}

/**
 * Where its temporary tables go. A server that starts removes all that it finds there, those of another that runs as
 * well: each has a folder of its own.
 */
function temporaryTables(root: string): NodeJS.ProcessEnv {
  const folder = path.join(root, 'temporary-tables');
  mkdirSync(folder, { recursive: true });
  return { ...process.env, TMPDIR: folder, PATH: `${process.env.PATH}:/usr/sbin` };
}

/**
 * Removes what first starts that were cut short have left beside the data folder. The program that made one may live
 * for a moment longer than who started it, and still write there: then it stays until the next first start.
 */
function removeAbandoned(folder: string): void {
  const parent = path.dirname(folder);
  if (!existsSync(parent)) return;
  for (const name of readdirSync(parent).filter((each) => each.startsWith(`${path.basename(folder)}${MAKING}`)))
    try {
      rmSync(path.join(parent, name), { recursive: true, force: true });
    } catch (error) {
      console.error(`${name} of an earlier first start could not be removed yet: ${(error as Error).message}`);
    }
}

function makeDataFolder(folder: string, env: NodeJS.ProcessEnv): void {
  if (existsSync(path.join(folder, READY_MARK))) return;
  if (existsSync(folder) && readdirSync(folder).length > 0) {
    throw new SetupProblem(
      `The data folder ${folder} is half-initialised (an earlier first start was cut short) and was left as it is: move it away, then start again.`,
    );
  }
  removeAbandoned(folder);
  // Made beside and renamed when whole, so that a first start that is cut short leaves nothing in the way.
  mkdirSync(path.dirname(folder), { recursive: true });
  const making = mkdtempSync(`${folder}${MAKING}`);
  const user = os.userInfo().username;
  const made = spawnSync(
    'mariadb-install-db',
    [
      '--no-defaults',
      `--datadir=${making}`,
      `--user=${user}`,
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${user}`,
      '--skip-test-db',
      '--skip-name-resolve',
    ],
    { encoding: 'utf8', env },
  );
  if (made.status !== 0) {
    throw new SetupProblem(
      `MariaDB could not make its data folder ${folder}: ${(made.stderr || made.stdout || '').trim().split('\n').at(-1)}`,
    );
  }
  writeFileSync(path.join(making, READY_MARK), '');
  if (existsSync(folder)) rmSync(folder, { recursive: true });
  renameSync(making, folder);
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** What /proc says of a process; empty when it has ended between two looks. */
function procFile(pid: number, name: 'cmdline' | 'status'): string {
  try {
    return readFileSync(`/proc/${pid}/${name}`, 'utf8');
  } catch {
    return '';
  }
}

/** Has the program that started this server gone, so that nobody is left to stop it? */
function isOrphan(pid: number): boolean {
  const parent = Number(/^PPid:\s+(\d+)/m.exec(procFile(pid, 'status'))?.[1] ?? 1);
  return parent <= 1 || !procFile(parent, 'cmdline').includes('node');
}

/**
 * A pid file whose process is gone (or is something else by now) is stale and removed. A server left over from a start
 * that was killed is stopped cleanly; one that somebody still looks after is left alone.
 */
async function clearStaleLock(pidFile: string, dataFolder: string): Promise<void> {
  if (!existsSync(pidFile)) return;
  const pid = Number(readFileSync(pidFile, 'utf8').trim());
  if (Number.isInteger(pid) && pid > 0 && isAlive(pid)) {
    const commandLine = procFile(pid, 'cmdline');
    if (commandLine.includes('mariadbd') && commandLine.includes(dataFolder)) {
      if (!isOrphan(pid))
        throw new SetupProblem(
          `West Ember's database already runs on this data folder (process ${pid}): stop that one first, or use --data with another folder.`,
        );
      process.kill(pid, 'SIGTERM');
      const until = Date.now() + STOP_TIMEOUT_MS;
      while (isAlive(pid)) {
        if (Date.now() > until)
          throw new SetupProblem(
            `A database left over from an earlier start (process ${pid}) does not stop: end it, then start again.`,
          );
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    }
  }
  rmSync(pidFile, { force: true });
}

/** Where the database of a data folder listens, and as whom to speak to it. */
export const addressOf = (root: string, port: number): DatabaseAddress => ({
  host: '127.0.0.1',
  port,
  user: USER,
  password: secretOf(path.join(root, 'secrets.json')),
  database: DATABASE,
});

/** A port of loopback on which nobody listens. */
export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as net.AddressInfo;
      probe.close(() => resolve(port));
    });
  });
}

function secretOf(file: string): string {
  if (existsSync(file))
    return (JSON.parse(readFileSync(file, 'utf8')) as { databasePassword: string }).databasePassword;
  const databasePassword = randomBytes(24).toString('hex');
  writeFileSync(file, JSON.stringify({ databasePassword }), { mode: 0o600 });
  return databasePassword;
}

async function waitUntilReady(socketPath: string, child: ChildProcess, logFile: string): Promise<Connection> {
  const deadline = Date.now() + START_TIMEOUT_MS;
  const user = os.userInfo().username;
  for (;;) {
    if (child.exitCode !== null || child.signalCode !== null || Date.now() > deadline) {
      const errors = existsSync(logFile)
        ? readFileSync(logFile, 'utf8')
            .split('\n')
            .filter((line) => line.includes('[ERROR]'))
        : [];
      throw new SetupProblem(
        `MariaDB did not start: ${errors.at(-1)?.replace(/^.*\[ERROR\]\s*/, '') ?? 'no reason given'} (log: ${logFile}).`,
      );
    }
    try {
      return await createConnection({ socketPath, user, connectTimeout: 1000 });
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
  }
}

/** Starts MariaDB on a data folder, making the folder, the database and its one user at the first start. */
export async function startDatabase(options: { dataFolder: string; port: number }): Promise<RunningDatabase> {
  const root = path.resolve(options.dataFolder);
  mkdirSync(root, { recursive: true });
  const dataFolder = path.join(root, 'mariadb');
  const pidFile = path.join(root, 'mariadb.pid');
  const logFile = path.join(root, 'mariadb.log');
  await clearStaleLock(pidFile, dataFolder);
  if (await isPortTaken(options.port)) {
    throw new SetupProblem(
      `Port ${options.port}, wanted for the database, is in use: stop what uses it, or start with another --port.`,
    );
  }
  const env = temporaryTables(root);
  makeDataFolder(dataFolder, env);
  const inFolder = path.join(root, 'mariadb.sock');
  const socketPath =
    inFolder.length <= LONGEST_SOCKET_PATH
      ? inFolder
      : path.join(os.tmpdir(), `west-ember-${process.pid}-${options.port}.sock`);
  const { password } = addressOf(root, options.port);
  const log = openSync(logFile, 'a');
  const program = execFileSync('which', ['mariadbd'], { encoding: 'utf8', env }).trim();
  const child = spawn(
    program,
    [
      '--no-defaults',
      `--datadir=${dataFolder}`,
      `--user=${os.userInfo().username}`,
      '--bind-address=127.0.0.1',
      `--port=${options.port}`,
      `--socket=${socketPath}`,
      `--pid-file=${pidFile}`,
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--skip-name-resolve',
      '--innodb-flush-log-at-trx-commit=1',
      '--innodb-buffer-pool-size=256M',
      '--max-allowed-packet=64M',
      // Reads inside a transaction must see what the row lock has just waited for.
      '--transaction-isolation=READ-COMMITTED',
      // Nothing a screen asks for takes this long; what does is stopped and says so.
      '--max-statement-time=15',
      '--innodb-lock-wait-timeout=10',
    ],
    // A process group of its own, so that Ctrl-C reaches us first and the database is stopped after the server.
    { stdio: ['ignore', log, log], env, detached: true },
  );
  child.on('error', () => {});
  let admin: Connection;
  try {
    admin = await waitUntilReady(socketPath, child, logFile);
  } catch (error) {
    child.kill('SIGKILL');
    throw error;
  }
  await admin.query(`CREATE DATABASE IF NOT EXISTS ${DATABASE} CHARACTER SET utf8mb4`);
  await admin.query(`CREATE USER IF NOT EXISTS '${USER}'@'127.0.0.1' IDENTIFIED BY '${password}'`);
  await admin.query(
    `GRANT SELECT, INSERT, UPDATE, DELETE, CREATE, ALTER, DROP, INDEX, REFERENCES ON ${DATABASE}.* TO '${USER}'@'127.0.0.1'`,
  );
  await admin.end();
  return {
    address: addressOf(root, options.port),
    process: child,
    stop: () => stopProcess(child),
  };
}

async function stopProcess(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  child.kill('SIGTERM');
  const timer = setTimeout(() => child.kill('SIGKILL'), STOP_TIMEOUT_MS);
  await ended;
  clearTimeout(timer);
}
