import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { ApiError } from '../errors.ts';
import { EVERYONE, SESSION_COOKIE, sessionOf } from './plugin.ts';
import type { AuthService } from './service.ts';

const SIGN_IN_TRIES_A_MINUTE = 12;

const PersonShape = z.object({
  id: z.string(),
  username: z.string(),
  name: z.string(),
  role: z.enum(['lead', 'installer', 'owner']),
  colour: z.string(),
  fleetId: z.string().nullable(),
});
export const SessionShape = z.object({ person: PersonShape, csrf: z.string() });

const SignIn = z.strictObject({
  username: z.string().min(1, 'Type your sign-in name').max(60),
  password: z.string().min(1, 'Type your password').max(200),
});

export async function authRoutes(
  instance: FastifyInstance,
  { auth, signInTries, secureCookies }: { auth: AuthService; signInTries?: number; secureCookies: boolean },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();

  app.get(
    '/api/session',
    { config: { access: 'sign-in' }, schema: { response: { 200: SessionShape.nullable() } } },
    async (request) => request.session,
  );

  app.post(
    '/api/session',
    {
      config: {
        access: 'open',
        rateLimit: {
          max: signInTries ?? SIGN_IN_TRIES_A_MINUTE,
          timeWindow: '1 minute',
          errorResponseBuilder: () => new ApiError('TOO_MANY_TRIES'),
        },
      },
      schema: { body: SignIn, response: { 200: SessionShape } },
    },
    async (request, reply) => {
      const { token, session } = await auth.signIn(request.body.username, request.body.password);
      // Over plain http a secure cookie would never come back. SameSite keeps other sites out.
      reply.setCookie(SESSION_COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', secure: secureCookies });
      return session;
    },
  );

  app.delete('/api/session', { config: { access: EVERYONE } }, async (request, reply) => {
    await auth.signOut(request.cookies[SESSION_COOKIE]!);
    reply.clearCookie(SESSION_COOKIE, { path: '/' });
    return reply.code(204).send();
  });

  app.delete('/api/sessions', { config: { access: EVERYONE } }, async (request, reply) => {
    await auth.signOutEverywhere(sessionOf(request).person.id);
    reply.clearCookie(SESSION_COOKIE, { path: '/' });
    return reply.code(204).send();
  });

  app.get(
    '/api/demo',
    {
      config: { access: 'open' },
      schema: { response: { 200: z.object({ password: z.string(), people: z.array(PersonShape) }).nullable() } },
    },
    () => auth.demoChoices(),
  );
}
