import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { Build, Operation } from '../../core/build/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import type { UnitsService } from './service.ts';

const MOST_OPERATIONS_AT_ONCE = 500;

const UnitParams = z.object({ id: z.uuid() });

const CreateUnit = z.strictObject({
  id: z.uuid(),
  tag: Build.shape.unit.shape.tag,
  name: Build.shape.unit.shape.name,
  bodyId: z.string().max(40),
  parameters: z.record(z.string().max(40), z.number().finite()),
  systemVoltageV: z.union([z.literal(12), z.literal(24)]),
});

const SendOperations = z.strictObject({
  baseRevision: z.number().int().min(0),
  clientId: z.uuid(),
  operations: z.array(Operation).min(1).max(MOST_OPERATIONS_AT_ONCE),
});

export async function unitRoutes(instance: FastifyInstance, { units }: { units: UnitsService }) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const everyone = { config: { access: EVERYONE } };

  app.get('/api/units', everyone, () => units.list());

  app.get('/api/hours', everyone, () => units.learnedHours());

  app.post('/api/units', { config: { access: CREW }, schema: { body: CreateUnit } }, async (request, reply) => {
    reply.code(201);
    return units.create(request.body);
  });

  app.get('/api/units/:id', { ...everyone, schema: { params: UnitParams } }, (request) => units.get(request.params.id));

  app.get('/api/units/:id/history', { ...everyone, schema: { params: UnitParams } }, (request) =>
    units.history(request.params.id),
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
