/** What Zod found, as a sentence for somebody with a lamp in the hand: what, where, and what to do. */
import type * as z from 'zod';

/** Field names are camel case with their unit at the end: 'lengthMm' reads 'length mm'. */
const wordsOf = (field: PropertyKey): string =>
  String(field)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

const isId = (part: PropertyKey): boolean => /^[0-9a-f]{8}-/.test(String(part));

/** The place of an issue in words, ids left out: ['lamps', ID, 'position', 'xMm'] reads 'lamps, position, x mm'. */
export function placeWords(path: readonly PropertyKey[]): string {
  return path
    .filter((part) => !isId(part) && part !== '')
    .map((part) => (typeof part === 'number' ? `number ${part + 1}` : wordsOf(part)))
    .join(', ');
}

type Issue = z.core.$ZodIssue;

/** A bound in words: of a figure, of a word's letters, of a list's entries. */
function boundWords(origin: string, least: boolean, bound: number | bigint): string {
  const side = least ? 'least' : 'most';
  if (origin === 'string') return `at ${side} ${bound} ${bound === 1 ? 'letter' : 'letters'}`;
  if (origin === 'array' || origin === 'set') return `at ${side} ${bound} of them`;
  return `the ${side} is ${bound}`;
}

function what(issue: Issue): string {
  switch (issue.code) {
    case 'too_big':
      return boundWords(issue.origin, false, issue.maximum);
    case 'too_small':
      if (issue.origin === 'number' && issue.inclusive === false) return `more than ${issue.minimum} is needed`;
      return boundWords(issue.origin, true, issue.minimum);
    case 'invalid_union':
    case 'unrecognized_keys':
      return 'this is of no kind that is known here';
    default:
      return issue.message;
  }
}

/** `issueSentence({ path: ['extraParts', 'tie', 'quantity'], ... }) // => 'extra parts, tie, quantity: the most is 500'` */
export function issueSentence(issue: Issue): string {
  const place = placeWords(issue.path);
  return place === '' ? what(issue) : `${place}: ${what(issue)}`;
}
