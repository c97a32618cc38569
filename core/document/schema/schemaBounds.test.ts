import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { Shop, ShopOperation } from '../../shop/index.ts';
import { Operation, SentOperation } from '../operations/operations.ts';
import { key, line, list, prose, table } from './bounds.ts';
import { Build } from './buildSchema.ts';
import { ShelfEntry } from './lampModel.ts';

/** Formats whose texts have a length of their own. */
const SHORT_FORMATS = ['uuid', 'date'];

const isBounded = (value: unknown): boolean => typeof value === 'number' && Math.abs(value) < Number.MAX_SAFE_INTEGER;

/** An array keeps its greatest length among its checks. */
const hasLongest = ({ checks = [] }: { checks?: z.core.$ZodCheck[] }): boolean =>
  checks.some(({ _zod: { def } }: z.core.$ZodCheck) => def.check === 'max_length' || def.check === 'length_equals');

/** Paths at which a schema takes something without an end. */
function unbounded(schema: z.core.$ZodType, path: string, seen = new Set<unknown>()): string[] {
  if (seen.has(schema)) return [];
  seen.add(schema);
  const def = schema._zod.def as unknown as Record<string, unknown>;
  const within = (inner: unknown, name: string) => unbounded(inner as z.core.$ZodType, `${path}${name}`, seen);
  switch (def.type as string) {
    case 'string': {
      const { maxLength, format } = schema as z.ZodString;
      return isBounded(maxLength) || SHORT_FORMATS.includes(format ?? '') ? [] : [`${path}: string`];
    }
    case 'number': {
      const { minValue, maxValue } = schema as z.ZodNumber;
      return isBounded(minValue) && isBounded(maxValue) ? [] : [`${path}: number`];
    }
    case 'array':
      return [
        ...(hasLongest(def as { checks?: z.core.$ZodCheck[] }) ? [] : [`${path}: array`]),
        ...within(def.element, '[]'),
      ];
    case 'record': {
      const isSized = (schema as z.ZodRecord).meta()?.mostEntries !== undefined;
      return [...(isSized ? [] : [`${path}: record`]), ...within(def.keyType, '{key}'), ...within(def.valueType, '{}')];
    }
    case 'object':
      return Object.entries(def.shape as object).flatMap(([name, inner]) => within(inner, `.${name}`));
    case 'tuple':
      return (def.items as unknown[]).flatMap((inner, index) => within(inner, `[${index}]`));
    case 'union':
      return (def.options as unknown[]).flatMap((inner, index) => within(inner, `|${index}`));
    case 'nullable':
    case 'optional':
    case 'default':
      return within(def.innerType, '');
    case 'literal':
    case 'enum':
    case 'boolean':
    case 'unknown':
      return [];
    default:
      return [`${path}: ${def.type} is of a kind this test does not know`];
  }
}

describe('every number, word and collection has a bound', () => {
  it.each([
    ['Build', Build],
    ['Operation', Operation],
    ['SentOperation', SentOperation],
    ['Shop', Shop],
    ['ShopOperation', ShopOperation],
    ['ShelfEntry', ShelfEntry],
  ])('%s', (name, schema) => {
    expect(unbounded(schema, name)).toEqual([]);
  });

  it('and this test notices one without', () => {
    const loose = z.object({
      a: z.number().min(0),
      b: z.string().min(1),
      c: z.array(z.boolean()),
      d: z.record(key(5), z.boolean()),
      e: z.number().int(),
      fine: table(key(5), list(line(3), 2), 4),
    });
    expect(unbounded(loose, 'X')).toEqual(['X.a: number', 'X.b: string', 'X.c: array', 'X.d: record', 'X.e: number']);
  });
});

describe('words', () => {
  const taken = ['__proto__', 'constructor', 'valueOf', 'toString', 'hasOwnProperty'];

  it('that every object has already are no keys, alone or as the keys of a collection', () => {
    for (const word of taken) {
      expect(key(40).safeParse(word).success, word).toBe(false);
      const given = JSON.parse(`{"${word}": true}`);
      const parsed = table(key(40), z.boolean(), 5).safeParse(given);
      // A parser may pass over __proto__; it must not let it in.
      if (parsed.success) expect(Object.keys(parsed.data)).toEqual([]);
    }
    expect(key(40).safeParse('prototypes').success).toBe(true);
  });

  it('hold no line breaks, control characters or halves of a character; prose may run over lines', () => {
    const bell = String.fromCharCode(7);
    const half = String.fromCharCode(0xd83d);
    const turned = String.fromCharCode(0x202e);
    for (const text of ['a\nb', 'a\rb', `a${bell}b`, `a${half}`, `a${turned}b`, 'a\u2028b'])
      expect(line(20).safeParse(text).success, JSON.stringify(text)).toBe(false);
    for (const text of ['Größe 3/4" – ok', '左前 12 V', 'lamp 🚨'])
      expect(line(20).safeParse(text).success, text).toBe(true);
    expect(prose(20).safeParse('a\n\tb').success).toBe(true);
    for (const text of ['a\rb', `a${bell}`, `a${half}b`]) expect(prose(20).safeParse(text).success).toBe(false);
  });

  it('collections end where they say', () => {
    const small = table(key(3), z.boolean(), 2);
    expect(small.safeParse({ a: true, b: true }).success).toBe(true);
    expect(small.safeParse({ a: true, b: true, c: true }).success).toBe(false);
  });
});

describe('edits', () => {
  const edits = Operation.options.flatMap((option) => {
    const shape = option.shape as Record<string, z.ZodType>;
    const { changes } = shape;
    return changes ? [[(shape.kind as z.ZodLiteral).value as string, changes] as const] : [];
  });

  it('are found among the operations', () => {
    expect(edits.map(([kind]) => kind)).toEqual(expect.arrayContaining(['editSlot', 'recordSlotReading', 'editWires']));
  });

  it.each(edits)('%s changes nothing that it does not name', (_, changes) => {
    expect(changes.parse({})).toEqual({});
  });

  it('of a slot keep its signal, and of a reading what was read before', () => {
    const slotId = '01900000-0000-7000-8000-000000000001';
    const id = '01900000-0000-7000-8000-000000000002';
    const limit = { id, kind: 'editSlot', slotId, changes: { limitA: 5 } };
    const read = { id, kind: 'recordSlotReading', slotId, changes: { keyOffV: 0 } };
    expect(Operation.parse(limit)).toEqual(limit);
    expect(Operation.parse(read)).toEqual(read);
    expect(Operation.safeParse({ ...limit, changes: { limitA: -5 } }).success).toBe(false);
    expect(Operation.safeParse({ ...limit, changes: { signal: 'siren' } }).success).toBe(false);
  });
});
