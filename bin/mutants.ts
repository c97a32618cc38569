/**
 * Small changes to the core, one at a time, each of which some test has to notice: a sign, a bound, a constant. Works on
 * a copy of the sources in a temporary folder, so that whatever stops it leaves nothing behind.
 *
 *   npm run mutants -- core/circuit            a sample of 40 of the folder's mutants
 *   npm run mutants -- core/flash --count 100 --seed 3
 *   npm run mutants -- core/rules/assess.ts    of one file
 *   ... --own                                  by the tests of its own folder alone: quick, and strict
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { parseSync } from 'vite';
import { xorshift } from '../core/schedule/index.ts';

const root = path.resolve(import.meta.dirname, '..');
const COPIED = ['core', 'demo', 'server', 'web', 'bin', 'docs', 'vitest.config.ts', 'tsconfig.json', 'package.json'];
const USUAL_COUNT = 40;
/** A mutant that keeps the tests busy this long is noticed by everybody. */
const TOO_LONG_MS = 180_000;

interface Mutant {
  file: string;
  start: number;
  end: number;
  text: string;
  line: number;
}

const OTHER_OPERATOR: Record<string, string> = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
};
const OTHER_FUNCTION: Record<string, string> = { min: 'max', max: 'min', floor: 'ceil', ceil: 'floor' };

/** A number far enough away to matter, near enough to look right. */
const otherNumber = (value: number): string => (value === 0 ? '1' : value === 1 ? '2' : String(value * 1.3));

interface Node {
  type: string;
  start: number;
  end: number;
  [name: string]: unknown;
}
const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && typeof (value as Node).type === 'string';

/** What may be changed at one place of the syntax tree. */
function changesAt(node: Node, source: string): { start: number; end: number; text: string }[] {
  if (node.type === 'BinaryExpression' || node.type === 'LogicalExpression') {
    const operator = node.operator as string;
    const other = OTHER_OPERATOR[operator];
    const { end: from } = node.left as Node;
    const at = source.indexOf(operator, from);
    const isText = operator === '+' && /['"`]/.test(source.slice(node.start, node.end));
    return other && !isText ? [{ start: at, end: at + operator.length, text: other }] : [];
  }
  if (node.type === 'Literal' && typeof node.value === 'number')
    return [{ start: node.start, end: node.end, text: otherNumber(node.value) }];
  if (node.type === 'UnaryExpression' && (node.operator === '!' || node.operator === '-'))
    return [{ start: node.start, end: node.start + 1, text: ' ' }];
  if (node.type === 'MemberExpression' && (node.object as Node).name === 'Math') {
    const property = node.property as Node;
    const other = OTHER_FUNCTION[property.name as string];
    return other ? [{ start: property.start, end: property.end, text: other }] : [];
  }
  return [];
}

function mutantsOf(file: string): Mutant[] {
  const source = readFileSync(path.join(root, file), 'utf8');
  const found: Mutant[] = [];
  const visit = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(visit);
    if (!isNode(value) || value.type.startsWith('TS')) return;
    for (const change of changesAt(value, source))
      found.push({ file, ...change, line: source.slice(0, change.start).split('\n').length });
    for (const [name, child] of Object.entries(value)) if (name !== 'type') visit(child);
  };
  visit(parseSync(file, source, { lang: 'ts' }).program);
  return found;
}

const isSource = (name: string): boolean => /\.ts$/.test(name) && !/\.test\.ts$|(^|\/)index\.ts$|testing/.test(name);

function sourcesOf(place: string): string[] {
  if (statSync(path.join(root, place)).isFile()) return [place];
  return readdirSync(path.join(root, place), { recursive: true, encoding: 'utf8' })
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

const { values, positionals } = parseArgs({
  options: { count: { type: 'string' }, seed: { type: 'string' }, own: { type: 'boolean', default: false } },
  allowPositionals: true,
});
const place = positionals[0] ?? 'core';
const chosen = sampled(
  sourcesOf(place).flatMap(mutantsOf),
  Number(values.count ?? USUAL_COUNT),
  Number(values.seed ?? 1),
);

/** Do the tests that are asked for pass on the copy? */
function passes(what: readonly string[]): boolean {
  const { status } = spawnSync(
    process.execPath,
    [
      path.join(root, 'node_modules/vitest/vitest.mjs'),
      ...[...what, '--project', 'core', '--bail', '1', '--passWithNoTests', '--reporter', 'dot'],
    ],
    { cwd: copy, stdio: 'ignore', timeout: TOO_LONG_MS },
  );
  return status === 0;
}

const copy = mkdtempSync(path.join(os.tmpdir(), 'ember-mutants-'));
try {
  for (const name of COPIED) cpSync(path.join(root, name), path.join(copy, name), { recursive: true });
  symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
  const own = chosen[0]?.file.split('/').slice(0, 2).join('/') ?? place;
  if (!passes(['run', own])) throw new Error(`The tests of ${own} fail before anything is changed`);
  const survivors: string[] = [];
  for (const { file, start, end, text, line } of chosen) {
    const source = readFileSync(path.join(root, file), 'utf8');
    const target = path.join(copy, file);
    writeFileSync(target, source.slice(0, start) + text + source.slice(end));
    // The folder's own tests first: most is noticed there. What they let pass is shown to all that depends on it.
    const isNoticed =
      !passes(['run', path.dirname(file).split('/').slice(0, 2).join('/')]) ||
      (!values.own && !passes(['related', file, '--run']));
    writeFileSync(target, source);
    const words = `${file}:${line}  ${source.slice(start, end)} -> ${text}   ${source.split('\n')[line - 1]!.trim()}`;
    if (!isNoticed) survivors.push(words);
    console.log(`${isNoticed ? 'noticed ' : 'SURVIVED'}  ${words}`);
  }
  const share = chosen.length === 0 ? 0 : survivors.length / chosen.length;
  console.log(`\n${place}: ${survivors.length} of ${chosen.length} went unnoticed (${Math.round(share * 100)} %)`);
} finally {
  rmSync(copy, { recursive: true, force: true });
}
