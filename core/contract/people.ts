/** Who is signed in, and who may be chosen in the demo. */
import * as z from 'zod';
import { Role, trimmedLine } from '../document/index.ts';

export const Person = z.object({
  id: z.string(),
  username: z.string(),
  name: z.string(),
  role: z.enum(['lead', 'installer', 'owner']),
  colour: z.string(),
  fleetId: z.string().nullable(),
});
export type Person = z.infer<typeof Person>;

export const Session = z.object({
  person: Person,
  csrf: z.string().describe('goes back in the header x-csrf-token with whatever changes anything'),
});
export type Session = z.infer<typeof Session>;

export const MIN_PASSWORD = 8;
const newPassword = z
  .string()
  .min(MIN_PASSWORD, `The password needs at least ${MIN_PASSWORD} characters.`)
  .max(200, 'The password is longer than 200 characters.');
const colour = z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'A colour is # and six digits.');

/** Somebody of the shop, as the lead sees them. */
export const PersonLine = Person.extend({
  fleet: z.string().nullable(),
  isDisabled: z.boolean(),
  /** They have a password of their own; before that they come in with the code of their invitation. */
  hasJoined: z.boolean(),
  invitedUntil: z.string().nullable(),
  sessions: z.array(z.object({ startedAt: z.string(), expiresAt: z.string() })),
});
export type PersonLine = z.infer<typeof PersonLine>;

/** What was done about people, newest first. */
export const PeopleEvent = z.object({ at: z.string(), by: z.string(), what: z.string() });
export const People = z.object({ people: z.array(PersonLine), log: z.array(PeopleEvent) });
export type People = z.infer<typeof People>;

export const AddPerson = z.strictObject({
  name: trimmedLine(80, 1),
  username: trimmedLine(60, 1),
  role: Role,
  fleet: trimmedLine(80, 1).optional().describe('of an owner: whose units they see'),
  colour: colour.optional(),
});
export type AddPerson = z.infer<typeof AddPerson>;

export const ChangePerson = z.strictObject({
  name: trimmedLine(80, 1).optional(),
  role: Role.optional(),
  fleet: trimmedLine(80, 1).nullable().optional(),
  colour: colour.optional(),
  isDisabled: z.boolean().optional(),
});
export type ChangePerson = z.infer<typeof ChangePerson>;

/** A code that somebody comes in with once, to choose a password. */
export const Invitation = z.object({ personId: z.string(), code: z.string(), until: z.string() });
export type Invitation = z.infer<typeof Invitation>;

export const Join = z.strictObject({
  code: trimmedLine(40, 6),
  password: newPassword,
  name: trimmedLine(80, 1).optional().describe('of the first lead, whom nobody has named yet'),
  username: trimmedLine(60, 1).optional(),
});
export type Join = z.infer<typeof Join>;
export const OwnPassword = z.strictObject({ old: z.string().min(1).max(200), new: newPassword });
export const PersonParams = z.strictObject({ id: z.string().min(1).max(36) });

export const SignIn = z.strictObject({
  username: z.string().min(1, 'Type your sign-in name').max(60),
  password: z.string().min(1, 'Type your password').max(200),
});

export const DemoChoices = z.object({ password: z.string(), people: z.array(Person) });
export type DemoChoices = z.infer<typeof DemoChoices>;

export const Fleet = z.object({ id: z.string(), name: z.string() });
export type Fleet = z.infer<typeof Fleet>;
