import { createHash, randomBytes } from 'node:crypto';
import argon2 from 'argon2';

/** Argon2id with 19 MiB and two passes (OWASP password storage cheat sheet, from memory). */
const OPTIONS = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => argon2.hash(password, OPTIONS);

/** A hash of nothing in use: checked when the name is unknown, so that both failures take equally long. */
const NOBODY = argon2.hash(randomBytes(16).toString('hex'), OPTIONS);

export async function checkPassword(hash: string | null, password: string): Promise<boolean> {
  const matches = await argon2.verify(hash ?? (await NOBODY), password);
  return hash !== null && matches;
}

export const newToken = (): string => randomBytes(32).toString('hex');

/** Only the hash of a session token is stored: a copy of the database signs nobody in. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');
