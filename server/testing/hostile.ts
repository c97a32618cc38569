/**
 * Values from a schema, and around it: right ones with figures at their bounds, and, now and then, something that does
 * not belong there. Random, but the same for the same seed.
 */
import type * as z from 'zod';

/** Mulberry32: small, quick, and good enough to shake things (public domain, from memory). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let value = Math.imul(state ^ (state >>> 15), 1 | state);
    value = (value + Math.imul(value ^ (value >>> 7), 61 | value)) ^ value;
    return ((value ^ (value >>> 14)) >>> 0) / 4_294_967_296;
  };
}

export const TAKEN_WORDS = ['__proto__', 'constructor', 'valueOf', 'toString'];

const HOSTILE: unknown[] = [
  null,
  true,
  '',
  ...TAKEN_WORDS,
  'x'.repeat(5000),
  'a\r\nb',
  `a${String.fromCharCode(0)}b`,
  String.fromCharCode(0xd83d),
  '=1+1',
  '../../etc',
  "'; DROP TABLE units; --",
  0,
  -1,
  1e12,
  -1e308,
  0.1 + 0.2,
  [],
  {},
  { a: { b: { c: {} } } },
  JSON.parse('{"__proto__": {"polluted": true}}'),
];

/** Words for the patterns that are in use; whichever a schema takes is used for it. */
const WORDS = [
  'plain words',
  'SR-07',
  'L1',
  'EB-1201',
  'own-a1',
  'us-road',
  '#a0b1c2',
  'IP67',
  '2026-03-11',
  '2026-03-11T10:00',
  '07:30',
  '12:00',
  '2026-03-11T10:00:00.000Z',
  'steady',
  'in',
  'out',
  '12',
  'x',
  'a word that is long enough for the key of a task of a unit on the board, as 36 letters and some',
];

export interface Source {
  random(): number;
  /** Words and ids that are in use for a field of this name, so that what is asked meets something. */
  known(field: string): readonly string[];
  /** How often something hostile takes a value's place: 0 to 1. */
  hostility: number;
}

const newId = (random: () => number): string => {
  const hex = (count: number) => Array.from({ length: count }, () => Math.floor(random() * 16).toString(16)).join('');
  return `${hex(8)}-${hex(4)}-7${hex(3)}-8${hex(3)}-${hex(12)}`;
};

const pick = <T>(random: () => number, from: readonly T[]): T => from[Math.floor(random() * from.length)]!;

/** A value for a schema that stands under a field's name. */
export function valueFor(schema: z.core.$ZodType, source: Source, field = ''): unknown {
  const { random, hostility } = source;
  if (random() < hostility) return pick(random, HOSTILE);
  const def = schema._zod.def as unknown as Record<string, unknown>;
  const inner = (of: unknown, name = field) => valueFor(of as z.core.$ZodType, source, name);
  switch (def.type as string) {
    case 'string': {
      const known = random() < 0.9 ? source.known(field) : [];
      if (known.length > 0) return pick(random, known);
      if ((schema as z.ZodString).format === 'uuid') return newId(random);
      const fitting = WORDS.filter((word) => (schema as z.ZodString).safeParse(word).success);
      return fitting.length > 0 ? pick(random, fitting) : 'x'.repeat(40);
    }
    case 'number': {
      const { minValue, maxValue, isInt } = schema as z.ZodNumber;
      const [low, high] = [Math.max(minValue ?? -1e6, -1e9), Math.min(maxValue ?? 1e6, 1e9)];
      const value = pick(random, [low, high, low + (high - low) * random()]);
      return isInt ? Math.round(value) : value;
    }
    case 'array': {
      const checks = (def.checks ?? []) as z.core.$ZodCheck[];
      const least = checks.map((check) => (check._zod.def as { minimum?: number }).minimum ?? 0);
      const length = Math.max(...least, 0) + Math.floor(random() * 3);
      return Array.from({ length }, () => inner(def.element));
    }
    case 'tuple':
      return (def.items as unknown[]).map((each) => inner(each));
    case 'record':
      return Object.fromEntries(
        Array.from({ length: Math.floor(random() * 3) }, () => [
          String(inner(def.keyType, `${field} key`)),
          inner(def.valueType),
        ]),
      );
    case 'object':
      return Object.fromEntries(Object.entries(def.shape as object).map(([name, each]) => [name, inner(each, name)]));
    case 'union':
      return inner(pick(random, def.options as unknown[]));
    case 'nullable':
      return random() < 0.3 ? null : inner(def.innerType);
    case 'optional':
      return random() < 0.5 ? undefined : inner(def.innerType);
    case 'default':
      return inner(def.innerType);
    case 'pipe':
      return inner(def.in);
    case 'enum':
      return pick(random, Object.values(def.entries as object));
    case 'literal':
      return pick(random, def.values as unknown[]);
    case 'boolean':
      return random() < 0.5;
    default:
      return pick(random, HOSTILE);
  }
}

type Path = (string | number)[];

/** Paths of the free words in a value for a schema: where a person, or a script, could type anything. */
export function freeWords(schema: z.core.$ZodType, path: Path = []): Path[] {
  const def = schema._zod.def as unknown as Record<string, unknown>;
  const inner = (of: unknown, ...further: Path) => freeWords(of as z.core.$ZodType, [...path, ...further]);
  switch (def.type as string) {
    case 'string':
      return (schema as z.ZodString).format === 'uuid' ? [] : [path];
    case 'array':
      return inner(def.element, 0);
    case 'object':
      return Object.entries(def.shape as object).flatMap(([name, field]) => inner(field, name));
    case 'record':
      return [[...path, '*key*'], ...inner(def.valueType, '*key*')];
    case 'nullable':
    case 'optional':
    case 'default':
      return inner(def.innerType);
    case 'union':
      return (def.options as unknown[]).flatMap((option) => inner(option));
    default:
      return [];
  }
}

/** A copy of a value with a word put at a path; what lies on the way is made where it is missing. */
export function withWord(value: unknown, path: Path, word: string): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return word;
  const name = head === '*key*' ? word : head;
  if (typeof name === 'number') {
    const items = Array.isArray(value) && value.length > 0 ? [...value] : [{}];
    items[0] = withWord(items[0], rest, word);
    return items;
  }
  const fields = Object.entries(typeof value === 'object' && value !== null && !Array.isArray(value) ? value : {});
  const own = rest.length === 0 && head === '*key*' ? {} : withWord(new Map(fields).get(name), rest, word);
  // Through JSON, so that "__proto__" arrives as the name of a field, as it would over the wire.
  const text = [...fields.filter(([key]) => key !== name), [name, own] as const]
    .map(([key, each]) => `${JSON.stringify(key)}:${JSON.stringify(each) ?? 'null'}`)
    .join(',');
  return JSON.parse(`{${text}}`);
}
