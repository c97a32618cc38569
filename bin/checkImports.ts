/**
 * Holds the shape of the house: who may import from whom, folders of the core by their names in order and through their
 * index alone, no wildcards there, no folder of it too full to be looked through, and no clock read in it; questions to
 * the database in repositories; one component a file and colours by their names in the interface. Prints what breaks a
 * rule and ends with 1. That the core knows neither browser nor Node.js is held by core/tsconfig.json.
 */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const CORE_ORDER = [
  'units',
  'schedule',
  'document',
  'body',
  'place',
  'graph',
  'flash',
  'circuit',
  'protection',
  'harness',
  'planning',
  'sight',
  'steps',
  'rules',
  'work',
  'prove',
  'overview',
  'report',
  'shop',
  'contract',
];
const MAX_FILES_OF_A_CORE_FOLDER = 15;
/** What each top folder may import from, besides itself. Tests, and what serves them, may build their units from the demo's. */
const ALLOWED: Record<string, string[]> = {
  core: [],
  demo: ['core', 'server'],
  server: ['core'],
  web: ['core'],
  bin: ['core', 'server', 'demo'],
  bench: ['core', 'server', 'demo', 'e2e'],
  e2e: ['server', 'bin'],
};
/** Places of the interface: what two of them share lies in web/ui. */
const PAGES = ['yard', 'unit', 'shop', 'shelf'];
const CLOCK = /\bDate\.now\(|\bnew Date\(\)|\bperformance\.now\(|\bMath\.random\(/;

/** Questions to the database lie in a subject's repository, and in what keeps and proves the database itself. */
const ASKS_DATABASE = /\btables\.\w+\.\w+\(|\bsequelize\.(?:query|transaction)\b/;
const MAY_ASK_DATABASE =
  /^server\/(?:database|backup|testing)\/|^server\/\w+\/(?:\w*[rR]epository|queryTables|fleets)\.ts$/;

const COMPONENT = /^(?:export )?(?:function [A-Z]|const [A-Z][a-z]\w* = (?:memo|forwardRef)\()/gm;
const COLOUR = /#[0-9a-fA-F]{3,8}\b/;

const problems: string[] = [];
let checked = 0;

function filesOf(folder: string, kind = /\.tsx?$/): string[] {
  return readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => kind.test(name))
    .map((name) => `${folder}/${name.replaceAll(path.sep, '/')}`);
}

const folderOf = (file: string): string => file.split('/')[1]!;
const rank = (file: string): number => (folderOf(file).endsWith('.ts') ? -1 : CORE_ORDER.indexOf(folderOf(file)));
const isForTests = (file: string): boolean => /\.test\.tsx?$|\/testing\//.test(file);
const isIndex = (file: string): boolean => /^core\/[^/]+\/index\.ts$/.test(file);

/** What is fetched only when it is wanted comes by itself, not with all of its folder. */
function checkImport(file: string, target: string, isLazy: boolean): void {
  const [top, targetTop] = [file.split('/')[0]!, target.split('/')[0]!];
  if (targetTop !== top && !ALLOWED[top]!.includes(targetTop) && !(isForTests(file) && targetTop === 'demo'))
    problems.push(`${file} imports ${target}: ${top} may not use ${targetTop}`);
  const isFromOutside = targetTop === 'core' && (top !== 'core' || folderOf(file) !== folderOf(target));
  if (isFromOutside && !isLazy && rank(target) >= 0 && !isIndex(target) && !isForTests(target))
    problems.push(`${file} imports ${target} past the index of its folder`);
  if (top === 'core' && targetTop === 'core' && !isForTests(file) && rank(target) > rank(file))
    problems.push(`${file} imports ${target}, which stands below it`);
  if (top === 'core' && targetTop === 'core' && isIndex(target) && folderOf(file) === folderOf(target))
    problems.push(`${file} imports the index of its own folder`);
  const arePages = top === 'web' && targetTop === 'web' && PAGES.includes(folderOf(file));
  if (arePages && PAGES.includes(folderOf(target)) && folderOf(target) !== folderOf(file))
    problems.push(`${file} imports ${target}: what pages share lies in web/ui`);
}

for (const file of Object.keys(ALLOWED).flatMap((folder) => filesOf(folder))) {
  const text = readFileSync(path.join(root, file), 'utf8');
  for (const match of text.matchAll(/from '(\.[^']+)'|import\('(\.[^']+)'\)/g)) {
    checked += 1;
    const target = path.relative(root, path.resolve(root, path.dirname(file), match[1] ?? match[2]!));
    checkImport(file, target.replaceAll(path.sep, '/'), match[2] !== undefined);
  }
  if (isIndex(file) && /^export \*/m.test(text)) problems.push(`${file} exports by wildcard: list the names`);
  if (file.startsWith('core/') && !isForTests(file) && CLOCK.test(text))
    problems.push(`${file} reads a clock or chance: have it handed in`);
}

for (const file of filesOf('server')) {
  if (isForTests(file) || MAY_ASK_DATABASE.test(file)) continue;
  if (ASKS_DATABASE.test(readFileSync(path.join(root, file), 'utf8')))
    problems.push(`${file} asks the database: questions lie in the repository of their subject`);
}

for (const file of filesOf('web', /\.(tsx?|css)$/)) {
  if (isForTests(file) || file.startsWith('web/ui/tokens.')) continue;
  const text = readFileSync(path.join(root, file), 'utf8');
  if (COLOUR.test(text)) problems.push(`${file} names a colour: give it a name in web/ui/tokens.css`);
  if (file.endsWith('.tsx') && (text.match(COMPONENT) ?? []).length > 1)
    problems.push(`${file} holds several components: one a file`);
}

const filesIn = new Map<string, number>();
for (const file of filesOf('core')) filesIn.set(path.dirname(file), (filesIn.get(path.dirname(file)) ?? 0) + 1);
for (const [folder, count] of filesIn)
  if (count > MAX_FILES_OF_A_CORE_FOLDER) problems.push(`${folder} has ${count} files: find what belongs together`);

for (const problem of problems) console.error(problem);
console.log(`${checked} imports checked, ${problems.length} against the rules`);
process.exit(problems.length > 0 ? 1 : 0);
