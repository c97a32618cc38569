/** A backup every night, the last seven kept. It runs in a process of its own, beside the server. */
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, rmSync, statSync, utimesSync } from 'node:fs';
import path from 'node:path';
import type { Clock } from '../clock.ts';
import type { LastBackup } from '../health/routes.ts';
import { wallClockText } from '../wallClock.ts';

const KEPT = 7;
const LOOK_EVERY_MS = 10 * 60 * 1000;
/** On the wall: when nobody is in the shop. */
const FROM_HOUR = 2;
const DAY_MS = 24 * 3600 * 1000;
const NAME = /^west-ember-(\d{4}-\d{2}-\d{2})\.tar\.gz$/;

/** Backups that lie in the folder, newest first. */
export function backupsIn(folder: string): LastBackup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .toReversed()
    .map((file) => {
      const { mtime, size } = statSync(path.join(folder, file));
      return { at: mtime, file, sizeBytes: size };
    });
}

/** Is it time: in the night, or as soon as the machine is on after one without? Not on the first day of all. */
export function isDue(last: Date | null, startedAt: Date, now: Date): boolean {
  const age = now.getTime() - (last ?? startedAt).getTime();
  const isNight = now.getHours() >= FROM_HOUR && now.getHours() < FROM_HOUR + 3;
  return isNight ? age > DAY_MS / 3 : age > DAY_MS * 1.25;
}

export interface NightlyOptions {
  folder: string;
  /** Writes a backup into a file; a program and its arguments. */
  command(file: string): [string, string[]];
  clock: Clock;
  log(line: string): void;
}

export function nightlyBackups({ folder, command, clock, log }: NightlyOptions) {
  const startedAt = clock();
  let running: ReturnType<typeof spawn> | null = null;

  function make(): Promise<boolean> {
    const day = wallClockText(clock()).slice(0, 10);
    const file = path.join(folder, `west-ember-${day}.tar.gz`);
    const [program, args] = command(file);
    return new Promise((resolve) => {
      running = spawn(program, args, { stdio: ['ignore', 'ignore', 'pipe'] });
      let errors = '';
      running.stderr!.on('data', (chunk) => {
        errors += chunk;
      });
      running.once('error', (error) => {
        errors += error.message;
      });
      running.once('close', (code) => {
        running = null;
        if (code !== 0) log(`The nightly backup failed: ${errors.trim() || `it ended with ${code}`}`);
        else {
          // Its age is told by the clock that the shop goes by.
          utimesSync(file, clock(), clock());
          for (const old of backupsIn(folder).slice(KEPT)) rmSync(path.join(folder, old.file));
          log(`Backup of ${day}: ${file}`);
        }
        resolve(code === 0);
      });
    });
  }

  const look = () => {
    if (!running && isDue(backupsIn(folder)[0]?.at ?? null, startedAt, clock())) void make();
  };
  const timer = setInterval(look, LOOK_EVERY_MS);
  look();

  return {
    make,
    last: (): LastBackup | null => backupsIn(folder)[0] ?? null,
    stop(): void {
      clearInterval(timer);
      running?.kill('SIGTERM');
    },
  };
}
