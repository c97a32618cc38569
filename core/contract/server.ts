/** How the server is, and how it says that something is wrong. */
import * as z from 'zod';

export const ErrorAnswer = z.object({
  error: z.object({
    code: z.string().describe('one of docs/errors.md'),
    message: z.string().describe('what is wrong, where, and what to do'),
    issues: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
});

export const Health = z.object({
  live: z.boolean(),
  ready: z.boolean(),
  why: z.string().nullable(),
  backupAgeH: z.number().nullable(),
});

export const Records = z.object({
  backup: z.object({ at: z.string(), file: z.string(), sizeBytes: z.number(), ageH: z.number() }).nullable(),
  damaged: z.array(z.object({ id: z.string(), tag: z.string(), damaged: z.string() })),
});
export type Records = z.infer<typeof Records>;
