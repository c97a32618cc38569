import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import {
  AddPerson,
  ChangePerson,
  Invitation,
  Join,
  OwnPassword,
  People,
  PersonParams,
  Session,
} from '../../core/contract/index.ts';
import { answers, DONE } from '../contract.ts';
import type { PeopleService } from './peopleService.ts';
import { EVERYONE, LEADS, sessionOf } from './plugin.ts';
import { type Begun, setSessionCookie, tries } from './routes.ts';

export async function peopleRoutes(
  instance: FastifyInstance,
  { people, signInTries, secureCookies }: { people: PeopleService; signInTries?: number; secureCookies: boolean },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const comeIn = (reply: FastifyReply, { token, session }: Begun) => {
    setSessionCookie(reply, token, secureCookies);
    return session;
  };

  app.get('/api/people', { config: { access: LEADS }, schema: { response: answers(People) } }, () => people.list());

  app.post(
    '/api/people',
    { config: { access: LEADS }, schema: { body: AddPerson, response: answers(Invitation) } },
    (request) => people.add(request.body, sessionOf(request).person),
  );

  app.patch(
    '/api/people/:id',
    { config: { access: LEADS }, schema: { params: PersonParams, body: ChangePerson, response: DONE } },
    async (request, reply) => {
      await people.change(request.params.id, request.body, sessionOf(request).person);
      return reply.code(204).send(undefined);
    },
  );

  app.put(
    '/api/people/:id/invitation',
    { config: { access: LEADS }, schema: { params: PersonParams, response: answers(Invitation) } },
    (request) => people.inviteAgain(request.params.id, sessionOf(request).person),
  );

  app.delete(
    '/api/people/:id/sessions',
    { config: { access: LEADS }, schema: { params: PersonParams, response: DONE } },
    async (request, reply) => {
      await people.endSessions(request.params.id, sessionOf(request).person);
      return reply.code(204).send(undefined);
    },
  );

  app.post(
    '/api/join',
    { config: { access: 'open', rateLimit: tries(signInTries) }, schema: { body: Join, response: answers(Session) } },
    async (request, reply) => comeIn(reply, await people.join(request.body)),
  );

  app.put(
    '/api/session/password',
    {
      config: { access: EVERYONE, rateLimit: tries(signInTries) },
      schema: { body: OwnPassword, response: answers(Session) },
    },
    async (request, reply) => {
      const { old, new: next } = request.body;
      return comeIn(reply, await people.changePassword(sessionOf(request).person, old, next));
    },
  );
}
