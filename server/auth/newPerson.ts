/** Somebody new at the door, as the command line asks for them. */
import * as z from 'zod';
import { Role, trimmedLine } from '../../core/build/index.ts';

const LEAST_PASSWORD = 8;

export const NewPerson = z.strictObject({
  name: trimmedLine(80, 1),
  role: Role,
  username: trimmedLine(60, 1),
  password: z.string().min(LEAST_PASSWORD, `The password needs at least ${LEAST_PASSWORD} characters.`).max(200),
  fleet: trimmedLine(80, 1).optional(),
});
