/** Small changes to a source file that look right and are wrong: a sign, a bound, a constant. */
import { parseSync } from 'vite';

/** One change: what stands between `start` and `end` of the file becomes `text`. */
export interface Mutant {
  file: string;
  start: number;
  end: number;
  text: string;
  line: number;
  /** As a person reads it: what becomes what, and the line it stands in. */
  words: string;
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

/** All changes that can be made to a file, one at a time. */
export function mutantsOf(file: string, source: string): Mutant[] {
  const lines = source.split('\n');
  const found: Mutant[] = [];
  const visit = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(visit);
    if (!isNode(value) || value.type.startsWith('TS')) return;
    for (const change of changesAt(value, source)) {
      const line = source.slice(0, change.start).split('\n').length;
      const words = `${source.slice(change.start, change.end)} -> ${change.text}   ${lines[line - 1]!.trim()}`;
      found.push({ file, ...change, line, words });
    }
    for (const [name, child] of Object.entries(value)) if (name !== 'type') visit(child);
  };
  visit(parseSync(file, source, { lang: 'ts' }).program);
  return found;
}
