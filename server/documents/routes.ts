import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import Papa from 'papaparse';
import { Piscina } from 'piscina';
import * as z from 'zod';
import { cutList, solveSetting, spiceDeck } from '../../core/feed/index.ts';
import { drawingDxf, drawingSvg, drillTemplate, PAPERS, templateJobs } from '../../core/place/index.ts';
import { assess, bodyOf } from '../../core/rules/index.ts';
import { daySheet, expectationOf, quoteFor, ShopDate, shopUnit } from '../../core/shop/index.ts';
import { EVERYONE } from '../auth/plugin.ts';
import { ApiError } from '../errors.ts';
import type { ShelfService } from '../shelf/service.ts';
import { shopWork } from '../shop/routes.ts';
import type { ShopService } from '../shop/service.ts';
import type { UnitsService } from '../units/service.ts';
import { feedDiagramSvg } from './feedDiagramPdf.ts';
import { isWorkbook, sheetsOf } from './tables.ts';
import type { DocumentTask, Makers } from './worker.ts';

const WORKER_IDLE_MS = 60_000;
const now = (): string => new Date().toISOString().slice(0, 16).replace('T', ' ');

export async function documentRoutes(
  instance: FastifyInstance,
  { units, shelf, shop }: { units: UnitsService; shelf: ShelfService; shop: ShopService },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const pool = new Piscina<DocumentTask, Uint8Array>({
    filename: new URL('./worker.ts', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: WORKER_IDLE_MS,
    // Said here and not inherited: the tests run the application under another loader.
    execArgv: ['--import', 'tsx'],
  });
  // A worker that dies takes its document with it, never the server.
  pool.on('error', (error: unknown) => app.log.error({ err: error }, 'document worker'));
  app.addHook('onClose', () => pool.destroy());
  const make = <Name extends keyof Makers>(name: Name, request: DocumentTask<Name>['request']): Promise<Uint8Array> =>
    pool.run({ name, request } as DocumentTask);
  const options = { config: { access: EVERYONE }, schema: { params: z.object({ id: z.uuid() }) } };

  const PDF = 'application/pdf';
  /** Pages open in the browser; everything else is saved. */
  const send = (reply: FastifyReply, type: string, name: string, content: Uint8Array | string) =>
    reply
      .type(type)
      .header('content-disposition', `${type === PDF ? 'inline' : 'attachment'}; filename="${name}"`)
      .send(typeof content === 'string' ? content : Buffer.from(content));

  app.get('/api/units/:id/card.pdf', options, async (request, reply) => {
    const { id, build } = await units.get(request.params.id);
    const address = `${request.protocol}://${request.headers.host}/unit/${id}`;
    const bytes = await make('operatorCardPdf', { build, address, printedAt: now() });
    return send(reply, PDF, `${build.unit.tag}-operator-card.pdf`, bytes);
  });

  app.get(
    '/api/units/:id/tape.pdf',
    { ...options, schema: { ...options.schema, querystring: z.object({ unit: z.enum(['mm', 'in']).default('mm') }) } },
    async (request, reply) => {
      const { build } = await units.get(request.params.id);
      const bytes = await make('tapeSheetPdf', { build, unit: request.query.unit, printedAt: now() });
      return send(reply, PDF, `${build.unit.tag}-tape.pdf`, bytes);
    },
  );

  app.get('/api/units/:id/quote.pdf', options, async (request, reply) => {
    const { id, build } = await units.get(request.params.id);
    const { shop: document, learned } = await shopWork({ shop, units });
    const unit = shopUnit(id, build, assess(build).feeds);
    const all = await units.forShop([...new Set([id, ...Object.keys(document.jobs)])]);
    const expected = expectationOf(unit, all, learned);
    const shelfMarks = new Map((await shelf.list()).map((entry) => [entry.model.key, entry.priceMarks]));
    const quote = quoteFor(unit, document, expected.minutes, shelfMarks);
    const bytes = await make('quotePdf', { tag: unit.tag, name: unit.name, quote, expected, printedAt: now() });
    return send(reply, PDF, `${unit.tag}-quote.pdf`, bytes);
  });

  app.get(
    '/api/shop/day.pdf',
    { config: { access: EVERYONE }, schema: { querystring: z.object({ date: ShopDate }) } },
    async (request, reply) => {
      const { date } = request.query;
      const sheet = daySheet(await shopWork({ shop, units }), date);
      return send(reply, PDF, `day-${date}.pdf`, await make('daySheetPdf', { sheet, printedAt: now() }));
    },
  );

  app.get('/api/units/:id/wire-labels.pdf', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    return send(reply, PDF, `${build.unit.tag}-wire-labels.pdf`, await make('wireLabelsPdf', { build }));
  });

  app.get('/api/units/:id/feed-diagram.pdf', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const bytes = await make('feedDiagramPdf', { build, printedAt: now() });
    return send(reply, PDF, `${build.unit.tag}-feed-diagram.pdf`, bytes);
  });

  app.get('/api/units/:id/feed-diagram.svg', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    return send(reply, 'image/svg+xml', `${build.unit.tag}-feed-diagram.svg`, feedDiagramSvg(build));
  });

  app.get('/api/units/:id/netlist.cir', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const controlIds = new Set(Object.keys(build.controls));
    const { network } = solveSetting(build, { keyOn: true, controlIds, load: 'average' });
    const labels = new Map(
      cutList(build).map((line) => [line.wireId, `${line.tag}: ${line.from.to} to ${line.end.to}`]),
    );
    for (const element of Object.values(build.elements)) labels.set(element.id, element.name || element.kind);
    const deck = spiceDeck(`${build.unit.tag}, key on, every control on, average draw`, network, labels);
    return send(reply, 'text/plain; charset=utf-8', `${build.unit.tag}.cir`, deck);
  });

  const tableOptions = {
    config: { access: EVERYONE },
    schema: {
      params: z.object({ id: z.uuid(), table: z.string().regex(/^[a-z-]{2,20}$/), format: z.enum(['csv', 'xlsx']) }),
    },
  };
  app.get('/api/units/:id/:table.:format', tableOptions, async (request, reply) => {
    const { id, table, format } = request.params;
    const { build } = await units.get(id);
    const pricesMarks = new Map((await shelf.list()).map((entry) => [entry.model.key, entry.priceMarks]));
    const [sheet] = sheetsOf(table, { build, pricesMarks });
    if (!sheet || (format === 'csv' && isWorkbook(table))) throw new ApiError('NOT_FOUND');
    const name = `${build.unit.tag}-${table}.${format}`;
    if (format === 'xlsx') {
      const bytes = await make('workbookXlsx', { name: table, build, pricesMarks });
      return send(reply, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', name, bytes);
    }
    const { columns, rows } = sheet;
    const csv = Papa.unparse({ fields: [...columns], data: rows }, { newline: '\r\n', escapeFormulae: true });
    return send(reply, 'text/csv; charset=utf-8', name, csv);
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
    },
  };
  app.get('/api/units/:id/templates/:job.:format', templateOptions, async (request, reply) => {
    const { id, job: jobKey, format } = request.params;
    const { build } = await units.get(id);
    const job = templateJobs(build, bodyOf(build)).find((each) => each.key === jobKey);
    const all = jobKey === 'all' && format === 'pdf';
    if (!job && !all) throw new ApiError('NOT_FOUND');
    const name = `${build.unit.tag}-${jobKey}.${format}`;
    if (format === 'svg') return send(reply, 'image/svg+xml', name, drawingSvg(drillTemplate(build, job!)));
    if (format === 'dxf') return send(reply, 'image/vnd.dxf', name, drawingDxf(drillTemplate(build, job!)));
    const paper = PAPERS.find((each) => each.name === request.query.paper)!;
    return send(reply, PDF, name, await make('drillTemplatesPdf', { build, paper, jobKey: all ? null : jobKey }));
  });
}
