/**
 * Bounds of what comes in. Every number, word and collection of a document has one, so that nothing a person or a
 * script sends can be larger than what the rest of the program was made for. A test walks all schemas and holds this.
 */
import * as z from 'zod';
import type { Millimetres } from '../../units/index.ts';

/** Names that every plain object carries from birth: a word that is used as a key must be none of them. */
const TAKEN_WORDS: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype));

/** Control characters, line and paragraph separators, halves of a character, and marks that turn the reading about. */
const NOT_IN_A_LINE = /[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u202A-\u202E\u2066-\u2069]/u;
/** The same for prose of several lines, where a line feed and a tab are at home. */
const NOT_IN_PROSE = /(?![\n\t])[\p{Cc}\p{Cs}\u202A-\u202E\u2066-\u2069]/u;

const isLine = (text: string): boolean => !NOT_IN_A_LINE.test(text);
const isProse = (text: string): boolean => !NOT_IN_PROSE.test(text);

/**
 * Words on their way into a file in which a line break begins something new: a comment of a netlist, a property of a
 * calendar.
 */
export const oneLine = (words: string): string => words.replaceAll(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, ' ');

/** One line of words. */
export const line = (most: number, least = 0) =>
  z
    .string()
    .min(least)
    .max(most)
    .refine(isLine, { error: 'no line breaks or control characters, please: type it as one plain line' });

/** One line of words without blanks around them. */
export const trimmedLine = (most: number, least = 0) =>
  z
    .string()
    .trim()
    .min(least)
    .max(most)
    .refine(isLine, { error: 'no line breaks or control characters, please: type it as one plain line' });

/** Words that may run over several lines. */
export const prose = (most: number, least = 0) =>
  z.string().trim().min(least).max(most).refine(isProse, { error: 'no control characters, please: type plain words' });

/** A word that things are kept under: a line that is no name of something every object has. */
export const key = (most: number, least = 1) =>
  line(most, least).refine((word) => !TAKEN_WORDS.has(word), {
    error: 'this word is taken by the program itself: choose another',
  });

/** A list with an end. */
export const list = <Item extends z.ZodType>(item: Item, most: number, least = 0) => z.array(item).min(least).max(most);

/** A collection by key with an end. */
export const table = <Key extends z.core.$ZodRecordKey, Value extends z.ZodType>(
  keyOf: Key,
  value: Value,
  most: number,
) =>
  z
    .record(keyOf, value)
    .refine((entries) => Object.keys(entries).length <= most, {
      error: `at most ${most} of these: take some out first`,
    })
    .meta({ mostEntries: most });

/** The longest thing that is lit, with room around it. A figure beyond is a slip of the pen. */
export const FURTHEST_MM = 60_000;

/** A number that knows what it counts: the same shape, told apart by its type. */
const counted = <Quantity extends number>(shape: z.ZodNumber) => shape as z.ZodType as z.ZodType<Quantity, Quantity>;

/** Between two bounds. */
export const between = <Quantity extends number>(least: number, most: number) =>
  counted<Quantity>(z.number().min(least).max(most));
/** Above zero, and not without end. */
export const upTo = <Quantity extends number>(most: number) => counted<Quantity>(z.number().positive().max(most));

export const coordinateMm = between<Millimetres>(-FURTHEST_MM, FURTHEST_MM);
export const extentMm = between<Millimetres>(0, FURTHEST_MM);

/** A moment as the server writes it. */
export const Moment = z.iso.datetime().max(40);
/** Who and when. Both come from the session and the server alone. */
export const stamped = { by: line(80), at: Moment };

/**
 * Some fields of an object, as an edit sends them. A field that is left out stays as it is: its default is for documents
 * that have not got it, and would be an edit that nobody made.
 */
export const changesTo = <Shape extends z.ZodRawShape>(schema: z.ZodObject<Shape>) =>
  z.object(
    Object.fromEntries(
      Object.entries(schema.shape).map(([name, field]) => [
        name,
        (field instanceof z.ZodDefault ? (field.unwrap() as z.ZodType) : (field as z.ZodType)).optional(),
      ]),
    ),
  ) as unknown as ReturnType<z.ZodObject<Shape>['partial']>;
