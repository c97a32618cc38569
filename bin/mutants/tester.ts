/**
 * Runs the core's tests on a copy of the sources, kept warm between changes: what was compiled once is compiled again only
 * where something changed. Asked and answered over the channel to its parent, which ends it when a change never returns.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { createVitest, type TestSpecification } from 'vitest/node';
import type { Mutant } from './changes.ts';

export interface Question {
  mutant: Mutant;
  /** Ask the tests of its own folder alone. */
  ownOnly: boolean;
}
export interface Answer {
  isNoticed: boolean;
}

const copy = process.argv[2]!;
process.chdir(copy);
const vitest = await createVitest('test', {
  root: copy,
  watch: false,
  project: ['core'],
  reporters: [{}],
  maxWorkers: 1,
  bail: 1,
});
await vitest.standalone();
const specifications = await vitest.globTestSpecifications();

/** How long a file took when it last ran: what is quick is asked first. */
const tookMs = new Map<string, number>();

async function passes(asked: readonly TestSpecification[]): Promise<boolean> {
  const quickFirst = [...asked].sort((a, b) => (tookMs.get(a.moduleId) ?? 0) - (tookMs.get(b.moduleId) ?? 0));
  const { testModules, unhandledErrors } = await vitest.runTestSpecifications(quickFirst);
  // What came of earlier runs is still among it.
  const ids = new Set(asked.map(({ moduleId }) => moduleId));
  const ran = testModules.filter(({ moduleId }) => ids.has(moduleId));
  for (const each of ran) tookMs.set(each.moduleId, each.diagnostic().duration);
  return unhandledErrors.length === 0 && ran.every((each) => each.ok());
}

const folderOf = (file: string): string => file.split('/').slice(0, 2).join('/');
const ownOf = (file: string): TestSpecification[] =>
  specifications.filter(({ moduleId }) => moduleId.startsWith(`${path.join(copy, folderOf(file))}/`));

async function othersOf(file: string): Promise<TestSpecification[]> {
  vitest.config.related = [path.join(copy, file)];
  const related = await vitest.getRelevantTestSpecifications();
  const own = new Set(ownOf(file).map(({ moduleId }) => moduleId));
  return related.filter(({ moduleId }) => !own.has(moduleId));
}

async function isNoticed({ mutant, ownOnly }: Question): Promise<boolean> {
  const target = path.join(copy, mutant.file);
  const source = readFileSync(target, 'utf8');
  const put = (text: string): void => {
    writeFileSync(target, text);
    vitest.invalidateFile(target);
  };
  put(source.slice(0, mutant.start) + mutant.text + source.slice(mutant.end));
  try {
    // The folder's own tests first: most is noticed there. What they let pass is shown to all that depends on it.
    if (!(await passes(ownOf(mutant.file)))) return true;
    return !ownOnly && !(await passes(await othersOf(mutant.file)));
  } finally {
    put(source);
  }
}

process.on('message', async (question: Question) => {
  process.send!({ isNoticed: await isNoticed(question) } satisfies Answer);
});
process.send!('ready');
