import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { calendarOf, ShopOperation, type ShopWork } from '../../core/shop/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import { fleetOf } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import { ApiError } from '../errors.ts';
import type { UnitLists } from '../units/lists.ts';
import { wallClockMinutes } from '../wallClock.ts';
import { calendarFile } from './calendarFile.ts';
import { ownersView } from './ownersView.ts';
import type { ShopService } from './service.ts';

const SendOperations = z.strictObject({
  baseRevision: z.number().int().min(0).max(2_000_000_000),
  clientId: z.uuid(),
  operations: z.array(ShopOperation).min(1).max(200),
});

export interface ShopParts {
  shop: ShopService;
  lists: UnitLists;
  clock: Clock;
}

/** The shop with what its units bring: what board, planner and calendars are made from. */
export async function shopWork({ shop, lists, clock }: ShopParts): Promise<ShopWork> {
  const document = (await shop.get()).shop;
  const [own, learned] = await Promise.all([lists.forShop(Object.keys(document.jobs)), lists.learnedHours()]);
  return { shop: document, units: own, learned, nowMin: wallClockMinutes(clock()) };
}

export async function shopRoutes(instance: FastifyInstance, parts: ShopParts) {
  const { shop, lists } = parts;
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const everyone = { config: { access: EVERYONE } };

  app.get('/api/shop', everyone, async (request) => {
    const { revision, shop: document } = await shop.get();
    const fleetId = fleetOf(sessionOf(request).person);
    const units = await lists.forShop(Object.keys(document.jobs), fleetId);
    if (fleetId !== null)
      return {
        revision,
        shop: ownersView(document, new Set(units.map((unit) => unit.id))),
        units,
        learned: {},
        carried: {},
      };
    const [learned, carried] = await Promise.all([lists.learnedHours(), lists.carriedLamps()]);
    return { revision, shop: document, units, learned, carried };
  });

  app.post('/api/shop/operations', { ...everyone, schema: { body: SendOperations } }, async (request) => {
    const { baseRevision, clientId, operations } = request.body;
    const { person } = sessionOf(request);
    return { outcomes: await shop.applyOperations(baseRevision, operations, { person, clientId }) };
  });

  const calendarOptions = {
    config: { access: CREW },
    schema: { params: z.object({ of: z.enum(['workers', 'bays']), id: z.uuid() }) },
  };
  app.get('/api/shop/:of/:id/calendar.ics', calendarOptions, async (request, reply) => {
    const { of, id } = request.params;
    const work = await shopWork(parts);
    const whose = work.shop[of][id];
    if (!whose) throw new ApiError('NOT_FOUND');
    const entries = calendarOf(work, of === 'workers' ? { workerId: id } : { bayId: id });
    const name = `${whose.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.ics`;
    return reply
      .type('text/calendar; charset=utf-8')
      .header('content-disposition', `attachment; filename="${name}"`)
      .send(calendarFile(whose.name, entries));
  });
}
