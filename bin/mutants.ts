/**
 * Small changes to the core, one at a time, each of which some test has to notice: a sign, a bound, a constant. Works on
 * copies of the sources in a temporary folder, so that whatever stops it leaves nothing behind.
 *
 *   npm run mutants -- core/circuit core/flash   a sample of 40 of each folder's mutants
 *   npm run mutants -- core/flash --count 100 --seed 3
 *   npm run mutants -- core/rules/assess.ts      of one file
 *   ... --own                                    by the tests of its own folder alone: quick, and strict
 *
 * What changes nothing that could be seen stands in bin/mutants/equivalent.json, with why, and is not counted.
 */
import { type ChildProcess, fork } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { xorshift } from '../core/schedule/index.ts';
import { type Mutant, mutantsOf } from './mutants/changes.ts';
import type { Answer, Question } from './mutants/tester.ts';

const root = path.resolve(import.meta.dirname, '..');
const COPIED = ['core', 'demo', 'server', 'web', 'bin', 'docs', 'vitest.config.ts', 'tsconfig.json', 'package.json'];
const USUAL_COUNT = 40;
const TESTERS = 2;
/** A mutant that keeps the tests busy this long is noticed by everybody. */
const TOO_LONG_MS = 600_000;

const isSource = (name: string): boolean => /\.ts$/.test(name) && !/\.test\.ts$|(^|\/)index\.ts$|testing/.test(name);

function sourcesOf(base: string, place: string): string[] {
  if (statSync(path.join(base, place)).isFile()) return [place];
  return readdirSync(path.join(base, place), { recursive: true, encoding: 'utf8' })
    .map((name) => `${place}/${name.replaceAll(path.sep, '/')}`)
    .filter(isSource)
    .sort();
}

/** So many of all, evenly mixed, the same for the same seed. */
function sampled<Item>(all: readonly Item[], count: number, seed: number): Item[] {
  const random = xorshift(seed);
  return all
    .map((item) => ({ item, key: random() }))
    .sort((a, b) => a.key - b.key)
    .slice(0, count)
    .map(({ item }) => item);
}

const Equivalent = z.array(z.object({ file: z.string(), words: z.string(), why: z.string().min(1) }));
const equivalent = new Set(
  Equivalent.parse(JSON.parse(readFileSync(path.join(root, 'bin/mutants/equivalent.json'), 'utf8'))).map(
    ({ file, words }) => `${file} ${words}`,
  ),
);

const { values, positionals } = parseArgs({
  options: { count: { type: 'string' }, seed: { type: 'string' }, own: { type: 'boolean', default: false } },
  allowPositionals: true,
});

/** A copy of the sources with a process that runs its tests; begun anew when a mutant hangs it. */
class Tester {
  readonly copy = mkdtempSync(path.join(os.tmpdir(), 'ember-mutants-'));
  #child: ChildProcess | undefined;

  constructor() {
    for (const name of COPIED) cpSync(path.join(root, name), path.join(this.copy, name), { recursive: true });
    symlinkSync(path.join(root, 'node_modules'), path.join(this.copy, 'node_modules'));
  }

  async #ready(): Promise<ChildProcess> {
    if (this.#child) return this.#child;
    const child = fork(path.join(root, 'bin/mutants/tester.ts'), [this.copy], {
      execArgv: ['--import', 'tsx'],
      detached: true,
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    this.#child = child;
    await new Promise<void>((resolve, reject) => {
      child.once('exit', () => reject(new Error('The process that runs the tests did not start')));
      child.once('message', () => {
        child.removeAllListeners();
        resolve();
      });
    });
    return child;
  }

  async isNoticed(question: Question): Promise<boolean> {
    const child = await this.#ready();
    const target = path.join(this.copy, question.mutant.file);
    const source = readFileSync(target);
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => {
        child.removeAllListeners();
        this.#end();
        // Whoever was ended in the midst of it has not put the file back.
        writeFileSync(target, source);
        resolve(true);
      }, TOO_LONG_MS);
      child.once('message', (answer: Answer) => {
        clearTimeout(timer);
        child.removeAllListeners();
        resolve(answer.isNoticed);
      });
      // One that ends by itself has answered nothing.
      child.once('exit', () => {
        clearTimeout(timer);
        reject(new Error(`The process that runs the tests ended at ${question.mutant.file}:${question.mutant.line}`));
      });
      child.send(question);
    });
  }

  /** Ends the process with all that it began. */
  #end(): void {
    if (this.#child?.pid) process.kill(-this.#child.pid, 'SIGKILL');
    this.#child = undefined;
  }

  close(): void {
    this.#end();
    rmSync(this.copy, { recursive: true, force: true });
  }
}

const testers = Array.from({ length: TESTERS }, () => new Tester());

async function measure(place: string): Promise<string> {
  // What is worked on meanwhile changes nothing: all of it is read from one copy.
  const { copy } = testers[0]!;
  const all = sourcesOf(copy, place).flatMap((file) => mutantsOf(file, readFileSync(path.join(copy, file), 'utf8')));
  const counted = all.filter(({ file, words }) => !equivalent.has(`${file} ${words}`));
  const waiting: Mutant[] = sampled(counted, Number(values.count ?? USUAL_COUNT), Number(values.seed ?? 1));
  const count = waiting.length;
  if (
    waiting[0] &&
    (await testers[0]!.isNoticed({ mutant: { ...waiting[0], start: 0, end: 0, text: '' }, ownOnly: true }))
  )
    throw new Error(`The tests of ${place} fail before anything is changed`);
  let survived = 0;
  const work = async (tester: Tester): Promise<void> => {
    for (let mutant = waiting.shift(); mutant; mutant = waiting.shift()) {
      const isNoticed = await tester.isNoticed({ mutant, ownOnly: values.own });
      if (!isNoticed) survived += 1;
      console.log(`${isNoticed ? 'noticed ' : 'SURVIVED'}  ${mutant.file}:${mutant.line}  ${mutant.words}`);
    }
  };
  await Promise.all(testers.map(work));
  return `${place}: ${survived} of ${count} went unnoticed (${Math.round((100 * survived) / Math.max(count, 1))} %)`;
}

try {
  const report: string[] = [];
  for (const place of positionals.length > 0 ? positionals : ['core']) report.push(await measure(place));
  console.log(`\n${report.join('\n')}`);
} finally {
  for (const tester of testers) tester.close();
}
