import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { UnitParams } from '../../core/contract/index.ts';
import { PAPERS } from '../../core/place/index.ts';
import { ShopDate } from '../../core/shop/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import type { Clock } from '../clock.ts';
import { files } from '../contract.ts';
import { ApiError } from '../errors.ts';
import type { ShelfService } from '../shelf/service.ts';
import { shopWork } from '../shop/routes.ts';
import type { ShopService } from '../shop/service.ts';
import type { UnitLists } from '../units/lists.ts';
import type { UnitsService } from '../units/service.ts';
import { wallClockText } from '../wallClock.ts';
import type { DocumentPool } from './pool.ts';

export interface DocumentParts {
  units: UnitsService;
  lists: UnitLists;
  shelf: ShelfService;
  shop: ShopService;
  pool: DocumentPool;
  clock: Clock;
}

const PDF = 'application/pdf';
const SVG = 'image/svg+xml';
const DXF = 'image/vnd.dxf';
const CSV = 'text/csv';
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Papers of a unit, of the day and of the shop. All of them are made in worker threads. */
export async function documentRoutes(
  instance: FastifyInstance,
  { units, lists, shelf, shop, pool: { make }, clock }: DocumentParts,
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const now = () => wallClockText(clock());
  const unitOf = (request: FastifyRequest<{ Params: { id: string } }>) =>
    units.get(sessionOf(request).person, request.params.id);
  const made = (...types: string[]) => ({
    config: { access: EVERYONE },
    schema: { params: UnitParams, response: files(...types) },
  });
  const options = made(PDF);

  /** Pages open in the browser; everything else is saved. A maker that has nothing of that name gives null. */
  const send = (reply: FastifyReply, type: string, name: string, content: Uint8Array | string | null) => {
    if (content === null) throw new ApiError('NOT_FOUND');
    return reply
      .type(type)
      .header('content-disposition', `${type === PDF ? 'inline' : 'attachment'}; filename="${name}"`)
      .send(typeof content === 'string' ? content : Buffer.from(content));
  };

  app.get('/api/units/:id/card.pdf', options, async (request, reply) => {
    const { id, build } = await unitOf(request);
    const address = `${request.protocol}://${request.headers.host}/unit/${id}`;
    const bytes = await make('operatorCardPdf', { build, address, printedAt: now() });
    return send(reply, PDF, `${build.unit.tag}-operator-card.pdf`, bytes);
  });

  app.get(
    '/api/units/:id/tape.pdf',
    { ...options, schema: { ...options.schema, querystring: z.object({ unit: z.enum(['mm', 'in']).default('mm') }) } },
    async (request, reply) => {
      const { build } = await unitOf(request);
      const bytes = await make('tapeSheetPdf', { build, unit: request.query.unit, printedAt: now() });
      return send(reply, PDF, `${build.unit.tag}-tape.pdf`, bytes);
    },
  );

  // Rates and hours are the crew's: an owner is handed the quote, and does not look into the shop for it.
  app.get('/api/units/:id/quote.pdf', { ...options, config: { access: CREW } }, async (request, reply) => {
    const { id, build } = await unitOf(request);
    const work = await shopWork({ shop, lists, clock });
    const others = await lists.forShop([...new Set([id, ...Object.keys(work.shop.jobs)])]);
    const shelfMarks = new Map((await shelf.list()).map((entry) => [entry.model.key, entry.priceMarks]));
    const { shop: document, learned } = work;
    const bytes = await make('quotePdf', { id, build, others, shop: document, learned, shelfMarks, printedAt: now() });
    return send(reply, PDF, `${build.unit.tag}-quote.pdf`, bytes);
  });

  app.get(
    '/api/shop/day.pdf',
    { config: { access: CREW }, schema: { querystring: z.object({ date: ShopDate }), response: files(PDF) } },
    async (request, reply) => {
      const { date } = request.query;
      const work = await shopWork({ shop, lists, clock });
      return send(reply, PDF, `day-${date}.pdf`, await make('daySheetPdf', { work, date, printedAt: now() }));
    },
  );

  app.get('/api/units/:id/wire-labels.pdf', options, async (request, reply) => {
    const { build } = await unitOf(request);
    return send(reply, PDF, `${build.unit.tag}-wire-labels.pdf`, await make('wireLabelsPdf', { build }));
  });

  app.get('/api/units/:id/feed-diagram.pdf', options, async (request, reply) => {
    const { build } = await unitOf(request);
    const bytes = await make('feedDiagramPdf', { build, printedAt: now() });
    return send(reply, PDF, `${build.unit.tag}-feed-diagram.pdf`, bytes);
  });

  app.get('/api/units/:id/feed-diagram.svg', made(SVG), async (request, reply) => {
    const { build } = await unitOf(request);
    return send(reply, SVG, `${build.unit.tag}-feed-diagram.svg`, await make('feedDiagramSvg', build));
  });

  app.get('/api/units/:id/netlist.cir', made('text/plain'), async (request, reply) => {
    const { build } = await unitOf(request);
    return send(reply, 'text/plain; charset=utf-8', `${build.unit.tag}.cir`, await make('netlist', build));
  });

  const tableOptions = {
    config: { access: EVERYONE },
    schema: {
      params: z.object({ id: z.uuid(), table: z.string().regex(/^[a-z-]{2,20}$/), format: z.enum(['csv', 'xlsx']) }),
      response: files(CSV, XLSX),
    },
  };
  app.get('/api/units/:id/:table.:format', tableOptions, async (request, reply) => {
    const { table, format } = request.params;
    const { build } = await unitOf(request);
    const isCrew = sessionOf(request).person.role !== 'owner';
    // What the shop pays for a part is the crew's own.
    const priced = isCrew ? await shelf.list() : [];
    const pricesMarks = new Map(priced.map((entry) => [entry.model.key, entry.priceMarks]));
    const name = `${build.unit.tag}-${table}.${format}`;
    const source = { name: table, build, pricesMarks };
    return format === 'xlsx'
      ? send(reply, XLSX, name, await make('workbookXlsx', source))
      : send(reply, `${CSV}; charset=utf-8`, name, await make('tableCsv', source));
  });

  const templateOptions = {
    config: { access: EVERYONE },
    schema: {
      params: z.object({
        id: z.uuid(),
        job: z.string().regex(/^[A-Za-z0-9-]{3,80}$/),
        format: z.enum(['pdf', 'svg', 'dxf']),
      }),
      querystring: z.object({ paper: z.enum(['A4', 'Letter']).default('A4') }),
      response: files(PDF, SVG, DXF),
    },
  };
  app.get('/api/units/:id/templates/:job.:format', templateOptions, async (request, reply) => {
    const { job, format } = request.params;
    const { build } = await unitOf(request);
    const name = `${build.unit.tag}-${job}.${format}`;
    if (format !== 'pdf') {
      const type = format === 'svg' ? SVG : DXF;
      return send(reply, type, name, await make('templateDrawing', { build, jobKey: job, format }));
    }
    const paper = PAPERS.find((each) => each.name === request.query.paper)!;
    return send(
      reply,
      PDF,
      name,
      await make('drillTemplatesPdf', { build, paper, jobKey: job === 'all' ? null : job }),
    );
  });
}
