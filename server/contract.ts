/** How routes say what they answer: the shapes of core/contract, files by their kind, and the one shape of an error. */
import * as z from 'zod';
import { ErrorAnswer } from '../core/contract/index.ts';

/** Names the kind of a file in a schema: read when the API is described. */
const FILE = 'x-file-type';

export const answers = <Shape extends z.ZodType>(shape: Shape, status: 200 | 201 = 200) =>
  ({ [status]: shape, default: ErrorAnswer }) as { 200: Shape; 201: Shape; default: typeof ErrorAnswer };

/** Nothing but that it was done. */
export const DONE = { 204: z.any(), default: ErrorAnswer };

/** A file of one kind, or of several. */
export const files = (...types: string[]) => ({ 200: z.any().meta({ [FILE]: types }), default: ErrorAnswer });

export const fileTypesOf = (shape: unknown): string[] | null => {
  const meta = shape instanceof z.ZodType ? (shape.meta() as Record<string, unknown> | undefined) : undefined;
  return (meta?.[FILE] as string[] | undefined) ?? null;
};
