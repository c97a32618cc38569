/** Somebody new at the door, as the command line asks for them. */
import * as z from 'zod';
import { MIN_PASSWORD } from '../../core/contract/index.ts';
import { Role, trimmedLine } from '../../core/document/index.ts';

export const NewPerson = z.strictObject({
  name: trimmedLine(80, 1),
  role: Role,
  username: trimmedLine(60, 1),
  password: z.string().min(MIN_PASSWORD, `The password needs at least ${MIN_PASSWORD} characters.`).max(200),
  fleet: trimmedLine(80, 1).optional(),
});
