/**
 * Is a changed document still one that can be read again? Asked of every operation's result before it is kept. Parts
 * that an operation left alone keep their identity, so only what changed is looked at, and the answer is the same as
 * that of the whole schema.
 */
import type * as z from 'zod';
import { issueSentence, placeWords } from './issueSentence.ts';

type Entries = Readonly<Record<string, unknown>>;

const firstIssue = (schema: z.ZodType, value: unknown, path: PropertyKey[]): string | null => {
  const parsed = schema.safeParse(value);
  if (parsed.success) return null;
  const [issue] = parsed.error.issues;
  return issueSentence({ ...issue!, path: [...path, ...issue!.path] });
};

/** Entries of a collection that are not those of before; its size is told by the schema's own mark. */
function collectionProblem(schema: z.ZodRecord, name: string, before: Entries, after: Entries): string | null {
  const most = schema.meta()?.mostEntries as number;
  if (Object.keys(after).length > most) return `${placeWords([name])}: at most ${most} of them. Take some out first.`;
  for (const [key, value] of Object.entries(after)) {
    if (before[key] === value) continue;
    const problem =
      firstIssue(schema.keyType as z.ZodType, key, [name, key]) ??
      firstIssue(schema.valueType as z.ZodType, value, [name, key]);
    if (problem) return problem;
  }
  return null;
}

/** What is wrong with a document that came out of another that was sound, as a sentence; null when it can be kept. */
export function documentProblem<Document extends object>(
  schema: z.ZodObject,
  before: Document,
  after: Document,
): string | null {
  for (const [name, field] of Object.entries(schema.shape) as [string, z.ZodType][]) {
    const [old, value] = [before[name as keyof Document], after[name as keyof Document]];
    if (old === value) continue;
    const problem =
      field.type === 'record'
        ? collectionProblem(field as z.ZodRecord, name, old as Entries, value as Entries)
        : firstIssue(field, value, [name]);
    if (problem) return problem;
  }
  return null;
}
