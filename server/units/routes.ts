import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import {
  Created,
  CreatedAlike,
  Fleet,
  HistoryItem,
  LearnedHours,
  NewUnit,
  NextTag,
  Outcomes,
  SendOperations,
  UndoRow,
  UnitAnswer,
  UnitParams,
  UnitsAlike,
  YardPage,
  YardQuery,
} from '../../core/contract/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import { answers } from '../contract.ts';
import type { FleetsService } from './fleets.ts';
import type { UnitLists } from './lists.ts';
import type { UnitsService } from './service.ts';

export interface UnitParts {
  units: UnitsService;
  lists: UnitLists;
  fleets: FleetsService;
}

export async function unitRoutes(instance: FastifyInstance, { units, lists, fleets }: UnitParts) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const everyone = { config: { access: EVERYONE } };

  app.get('/api/units', { ...everyone, schema: { querystring: YardQuery, response: answers(YardPage) } }, (request) => {
    const { text, ask = null, from, count } = request.query;
    return lists.page(sessionOf(request).person, { text, ask, from, count });
  });

  app.get('/api/hours', { ...everyone, schema: { response: answers(LearnedHours) } }, () => lists.learnedHours());

  app.get('/api/next-tag', { config: { access: CREW }, schema: { response: answers(NextTag) } }, async () => ({
    tag: await lists.nextTag(),
  }));

  app.get('/api/fleets', { config: { access: CREW }, schema: { response: answers(z.array(Fleet)) } }, () =>
    fleets.list(),
  );

  app.post(
    '/api/units',
    { config: { access: CREW }, schema: { body: NewUnit, response: answers(Created, 201) } },
    async (request, reply) => {
      reply.code(201);
      return units.create(request.body);
    },
  );

  app.post(
    '/api/units/:id/alike',
    {
      config: { access: CREW },
      schema: { params: UnitParams, body: UnitsAlike, response: answers(CreatedAlike, 201) },
    },
    async (request, reply) => {
      reply.code(201);
      return units.createAlike(sessionOf(request).person, request.params.id, request.body.ids, lists.nextTags);
    },
  );

  app.get('/api/units/:id', { ...everyone, schema: { params: UnitParams, response: answers(UnitAnswer) } }, (request) =>
    units.get(sessionOf(request).person, request.params.id),
  );

  app.get(
    '/api/units/:id/history',
    { ...everyone, schema: { params: UnitParams, response: answers(z.array(HistoryItem)) } },
    (request) => units.history(sessionOf(request).person, request.params.id),
  );

  app.get(
    '/api/units/:id/undo',
    { ...everyone, schema: { params: UnitParams, response: answers(z.array(UndoRow)) } },
    (request) => units.undoRows(sessionOf(request).person, request.params.id),
  );

  // Owners may come in here too: which operations a role may send is judged one by one.
  app.post(
    '/api/units/:id/operations',
    { ...everyone, schema: { params: UnitParams, body: SendOperations, response: answers(Outcomes) } },
    async (request) => {
      const { baseRevision, clientId, operations } = request.body;
      const { person } = sessionOf(request);
      return {
        outcomes: await units.applyOperations(request.params.id, baseRevision, operations, { person, clientId }),
      };
    },
  );
}
