import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { DemoChoices, Session, SignIn } from '../../core/contract/index.ts';
import { answers, DONE } from '../contract.ts';
import { ApiError } from '../errors.ts';
import { EVERYONE, SESSION_COOKIE, sessionOf } from './plugin.ts';
import type { AuthService, Session as SessionOf } from './service.ts';

const SIGN_IN_TRIES_A_MINUTE = 12;

/** So often may somebody try a password or a code. */
export const tries = (signInTries?: number) => ({
  max: signInTries ?? SIGN_IN_TRIES_A_MINUTE,
  timeWindow: '1 minute',
  errorResponseBuilder: () => new ApiError('TOO_MANY_TRIES'),
});

/** A session that has just begun, with the token that goes into the cookie. */
export interface Begun {
  token: string;
  session: SessionOf;
}

/** Over plain http a secure cookie would never come back. SameSite keeps other sites out. */
export const setSessionCookie = (reply: FastifyReply, token: string, secure: boolean): void => {
  reply.setCookie(SESSION_COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', secure });
};

export async function authRoutes(
  instance: FastifyInstance,
  { auth, signInTries, secureCookies }: { auth: AuthService; signInTries?: number; secureCookies: boolean },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();

  app.get(
    '/api/session',
    { config: { access: 'sign-in' }, schema: { response: answers(Session.nullable()) } },
    async (request) => request.session,
  );

  app.post(
    '/api/session',
    {
      config: {
        access: 'open',
        rateLimit: tries(signInTries),
      },
      schema: { body: SignIn, response: answers(Session) },
    },
    async (request, reply) => {
      const { token, session } = await auth.signIn(request.body.username, request.body.password);
      setSessionCookie(reply, token, secureCookies);
      return session;
    },
  );

  app.delete('/api/session', { config: { access: EVERYONE }, schema: { response: DONE } }, async (request, reply) => {
    await auth.signOut(request.cookies[SESSION_COOKIE]!);
    reply.clearCookie(SESSION_COOKIE, { path: '/' });
    return reply.code(204).send(undefined);
  });

  app.delete('/api/sessions', { config: { access: EVERYONE }, schema: { response: DONE } }, async (request, reply) => {
    await auth.signOutEverywhere(sessionOf(request).person.id);
    reply.clearCookie(SESSION_COOKIE, { path: '/' });
    return reply.code(204).send(undefined);
  });

  app.get(
    '/api/demo',
    {
      config: { access: 'open' },
      schema: { response: answers(DemoChoices.nullable()) },
    },
    () => auth.demoChoices(),
  );
}
