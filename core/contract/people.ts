/** Who is signed in, and who may be chosen in the demo. */
import * as z from 'zod';

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

export const SignIn = z.strictObject({
  username: z.string().min(1, 'Type your sign-in name').max(60),
  password: z.string().min(1, 'Type your password').max(200),
});

export const DemoChoices = z.object({ password: z.string(), people: z.array(Person) });
export type DemoChoices = z.infer<typeof DemoChoices>;

export const Fleet = z.object({ id: z.string(), name: z.string() });
export type Fleet = z.infer<typeof Fleet>;
