/**
 * Holds the direction of imports: web and server may use core; core uses neither; inside core a folder uses only those
 * above it in the list. Prints what breaks the rule and ends with 1.
 */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const CORE_ORDER = [
  'units',
  'schedule',
  'build',
  'body',
  'place',
  'feed',
  'flash',
  'sight',
  'steps',
  'rules',
  'work',
  'prove',
  'keep',
  'shop',
];
/** What each top folder may import from, besides itself. Tests may build their units from the demo's. */
const ALLOWED: Record<string, string[]> = {
  core: [],
  demo: ['core', 'server'],
  server: ['core', 'demo'],
  web: ['core'],
  bin: ['core', 'server', 'demo'],
  bench: ['core', 'server', 'demo', 'e2e'],
  e2e: ['server', 'bin'],
};

const rank = (file: string): number => {
  const folder = file.split('/')[1]!;
  return folder.endsWith('.ts') ? -1 : CORE_ORDER.indexOf(folder);
};

const problems: string[] = [];
let checked = 0;
const files = Object.keys(ALLOWED).flatMap((folder) => filesOf(folder));
for (const file of files) {
  const [top] = file.split('/') as [string];
  const isTest = /\.test\.tsx?$/.test(file);
  for (const match of readFileSync(path.join(root, file), 'utf8').matchAll(/from '(\.[^']+)'|import\('(\.[^']+)'\)/g)) {
    checked += 1;
    const target = path
      .relative(root, path.resolve(root, path.dirname(file), match[1] ?? match[2]!))
      .replaceAll(path.sep, '/');
    const [targetTop] = target.split('/') as [string];
    const mayUseDemo = isTest && targetTop === 'demo';
    if (targetTop !== top && !ALLOWED[top]!.includes(targetTop) && !mayUseDemo)
      problems.push(`${file} imports ${target}: ${top} may not use ${targetTop}`);
    if (top === 'core' && targetTop === 'core' && !isTest && rank(target) > rank(file))
      problems.push(`${file} imports ${target}, which stands below it`);
  }
}

function filesOf(folder: string): string[] {
  return readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name))
    .map((name) => `${folder}/${name.replaceAll(path.sep, '/')}`);
}

for (const problem of problems) console.error(problem);
console.log(`${checked} imports checked, ${problems.length} against the direction`);
process.exit(problems.length > 0 ? 1 : 0);
