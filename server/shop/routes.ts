import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { CalendarParams, Outcomes, SendShopOperations, ShopAnswer } from '../../core/contract/index.ts';
import { calendarOf, type ShopWork } from '../../core/shop/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import { fleetOf } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import { answers, files } from '../contract.ts';
import { ApiError } from '../errors.ts';
import type { UnitLists } from '../units/lists.ts';
import { wallClockMinutes } from '../wallClock.ts';
import { calendarFile } from './calendarFile.ts';
import { ownersView } from './ownersView.ts';
import type { ShopService } from './service.ts';

export interface ShopParts {
  shop: ShopService;
  lists: UnitLists;
  clock: Clock;
}

/** The shop with what its units bring: what board, planner and calendars are made from. */
export async function shopWork({ shop, lists, clock }: ShopParts): Promise<ShopWork> {
  const document = (await shop.get()).shop;
  const [own, learned] = await Promise.all([lists.forShop(Object.keys(document.jobs)), lists.learnedHours()]);
  return { shop: document, units: own, learned, nowMinutes: wallClockMinutes(clock()) };
}

export async function shopRoutes(instance: FastifyInstance, parts: ShopParts) {
  const { shop, lists } = parts;
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const everyone = { config: { access: EVERYONE } };

  app.get('/api/shop', { ...everyone, schema: { response: answers(ShopAnswer) } }, async (request) => {
    const { revision, shop: document } = await shop.get();
    const fleetId = fleetOf(sessionOf(request).person);
    const unitIds = Object.keys(document.jobs);
    const units = await lists.forShop(unitIds, fleetId);
    const beingJudged = await lists.beingJudged(unitIds);
    if (fleetId !== null)
      return {
        revision,
        shop: ownersView(document, new Set(units.map((unit) => unit.id))),
        units,
        beingJudged,
        learned: {},
        carried: {},
      };
    const [learned, carried] = await Promise.all([lists.learnedHours(), lists.carriedLamps()]);
    return { revision, shop: document, units, beingJudged, learned, carried };
  });

  app.post(
    '/api/shop/operations',
    { ...everyone, schema: { body: SendShopOperations, response: answers(Outcomes) } },
    async (request) => {
      const { baseRevision, clientId, operations } = request.body;
      const { person } = sessionOf(request);
      return { outcomes: await shop.applyOperations(baseRevision, operations, { person, clientId }) };
    },
  );

  const calendarOptions = {
    config: { access: CREW },
    schema: { params: CalendarParams, response: files('text/calendar') },
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
