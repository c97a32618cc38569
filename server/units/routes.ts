import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { Build, SentOperation } from '../../core/build/index.ts';
import { YARD_ASKS } from '../../core/keep/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import type { FleetsService } from './fleets.ts';
import type { UnitLists } from './lists.ts';
import type { UnitsService } from './service.ts';

const MOST_OPERATIONS_AT_ONCE = 500;

const UnitParams = z.object({ id: z.uuid() });

const CreateUnit = z.strictObject({
  id: z.uuid(),
  tag: Build.shape.unit.shape.tag,
  name: Build.shape.unit.shape.name,
  bodyId: Build.shape.body.shape.bodyId,
  parameters: Build.shape.body.shape.parameters,
  systemVoltageV: z.union([z.literal(12), z.literal(24)]),
  fleetId: z.uuid().nullable().optional(),
});

const MOST_ROWS = 200;
const YardQuery = z.object({
  text: z.string().max(120).default(''),
  ask: z.enum(YARD_ASKS).optional(),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  count: z.coerce.number().int().min(1).max(MOST_ROWS).default(60),
});

const SendOperations = z.strictObject({
  baseRevision: z.number().int().min(0).max(2_000_000_000),
  clientId: z.uuid(),
  operations: z.array(SentOperation).min(1).max(MOST_OPERATIONS_AT_ONCE),
});

export interface UnitParts {
  units: UnitsService;
  lists: UnitLists;
  fleets: FleetsService;
}

export async function unitRoutes(instance: FastifyInstance, { units, lists, fleets }: UnitParts) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const everyone = { config: { access: EVERYONE } };

  app.get('/api/units', { ...everyone, schema: { querystring: YardQuery } }, (request) => {
    const { text, ask = null, from, count } = request.query;
    return lists.page(sessionOf(request).person, { text, ask, from, count });
  });

  app.get('/api/hours', everyone, () => lists.learnedHours());

  app.get('/api/next-tag', { config: { access: CREW } }, async () => ({ tag: await lists.nextTag() }));

  app.get('/api/fleets', { config: { access: CREW } }, () => fleets.list());

  app.post('/api/units', { config: { access: CREW }, schema: { body: CreateUnit } }, async (request, reply) => {
    reply.code(201);
    return units.create(request.body);
  });

  app.get('/api/units/:id', { ...everyone, schema: { params: UnitParams } }, (request) =>
    units.get(sessionOf(request).person, request.params.id),
  );

  app.get('/api/units/:id/history', { ...everyone, schema: { params: UnitParams } }, (request) =>
    units.history(sessionOf(request).person, request.params.id),
  );

  app.get('/api/units/:id/undo', { ...everyone, schema: { params: UnitParams } }, (request) =>
    units.undoRows(sessionOf(request).person, request.params.id),
  );

  // Owners may come in here too: which operations a role may send is judged one by one.
  app.post(
    '/api/units/:id/operations',
    { ...everyone, schema: { params: UnitParams, body: SendOperations } },
    async (request) => {
      const { baseRevision, clientId, operations } = request.body;
      const { person } = sessionOf(request);
      return {
        outcomes: await units.applyOperations(request.params.id, baseRevision, operations, { person, clientId }),
      };
    },
  );
}
