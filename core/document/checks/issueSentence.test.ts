import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { line, list, table } from '../schema/bounds.ts';
import { documentProblem } from './checkDocument.ts';
import { issueSentence } from './issueSentence.ts';
import { sameData } from './sameData.ts';

const sentence = (schema: z.ZodType, value: unknown) => issueSentence(schema.safeParse(value).error!.issues[0]!);

describe('what is wrong, in words', () => {
  const lamp = z.object({ widthMm: z.number().positive().max(600), name: line(4, 2), holes: list(z.number(), 2, 1) });
  it.each([
    [{ widthMm: 601, name: 'ab', holes: [1] }, 'width mm: the most is 600'],
    [{ widthMm: 0, name: 'ab', holes: [1] }, 'width mm: more than 0 is needed'],
    [{ widthMm: 1, name: 'a', holes: [1] }, 'name: at least 2 letters'],
    [{ widthMm: 1, name: 'abcde', holes: [1] }, 'name: at most 4 letters'],
    [{ widthMm: 1, name: 'ab', holes: [] }, 'holes: at least 1 of them'],
    [{ widthMm: 1, name: 'ab', holes: [1, 2, 3] }, 'holes: at most 2 of them'],
    [
      { widthMm: 1, name: 'a\nb', holes: [1] },
      'name: no line breaks or control characters, please: type it as one plain line',
    ],
  ])('%j', (value, words) => {
    expect(sentence(lamp, value)).toBe(words);
  });

  it('ids are left out, places in a list are counted from one', () => {
    const path = ['lamps', '01900000-0000-7000-8000-000000000001', 'holes', 0];
    expect(issueSentence({ code: 'too_big', origin: 'number', maximum: 5, path, message: '' } as never)).toBe(
      'lamps, holes, number 1: the most is 5',
    );
  });
});

describe('a changed document', () => {
  const schema = z.object({
    version: z.literal(1),
    parts: table(line(5), z.object({ count: z.number().min(0).max(9) }), 2),
  });
  const sound = { version: 1, parts: { a: { count: 1 } } };

  it('is looked at where it changed: entries, their keys, and how many there are', () => {
    const problem = (parts: object, before: object = sound.parts) =>
      documentProblem(schema, { version: 1, parts: before }, { version: 1, parts });
    expect(problem({ a: { count: 9 } })).toBeNull();
    expect(problem({ a: { count: 10 } })).toBe('parts, a, count: the most is 9');
    expect(problem({ ...sound.parts, toolong: { count: 1 } })).toContain('at most 5 letters');
    expect(problem({ ...sound.parts, b: { count: 1 }, c: { count: 1 } })).toBe(
      'parts: at most 2 of them. Take some out first.',
    );
    // What was amiss before and was left alone is not this change's matter.
    const odd = { count: 77 };
    expect(problem({ odd, a: { count: 2 } }, { odd, a: { count: 1 } })).toBeNull();
  });
});

describe('the same data', () => {
  it.each([
    [{ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 }, true],
    [{ a: 1, b: undefined }, { a: 1 }, true],
    [{ a: 1 }, { a: 1, b: 2 }, false],
    [[1, 2], { 0: 1, 1: 2 }, false],
    [{ a: [] }, { a: {} }, false],
    [Number.NaN, Number.NaN, true],
    [{ yMm: -0 }, { yMm: 0 }, true],
    [null, {}, false],
    ['1', 1, false],
  ])('%j and %j: %s', (left, right, same) => {
    expect(sameData(left, right)).toBe(same);
  });
});
