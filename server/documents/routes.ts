import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import Papa from 'papaparse';
import { Piscina } from 'piscina';
import * as z from 'zod';
import { cutList, solveSetting, spiceDeck } from '../../core/feed/index.ts';
import { drawingDxf, drawingSvg, drillTemplate, PAPERS, templateJobs } from '../../core/place/index.ts';
import { assess, bodyOf } from '../../core/rules/index.ts';
import { boughtQuantity, PART_GROUP_NAMES, partsList } from '../../core/work/index.ts';
import { EVERYONE } from '../auth/plugin.ts';
import { ApiError } from '../errors.ts';
import type { ShelfService } from '../shelf/service.ts';
import type { UnitsService } from '../units/service.ts';
import type { DocumentTask, Makers } from './worker.ts';

const WORKER_IDLE_MS = 60_000;
const now = (): string => new Date().toISOString().slice(0, 16).replace('T', ' ');

export async function documentRoutes(
  instance: FastifyInstance,
  { units, shelf }: { units: UnitsService; shelf: ShelfService },
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

  app.get('/api/units/:id/card.pdf', options, async (request, reply) => {
    const { id, build } = await units.get(request.params.id);
    const address = `${request.protocol}://${request.headers.host}/unit/${id}`;
    const bytes = await make('operatorCardPdf', { build, address, printedAt: now() });
    return reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="${build.unit.tag}-operator-card.pdf"`)
      .send(Buffer.from(bytes));
  });

  app.get(
    '/api/units/:id/tape.pdf',
    { ...options, schema: { ...options.schema, querystring: z.object({ unit: z.enum(['mm', 'in']).default('mm') }) } },
    async (request, reply) => {
      const { build } = await units.get(request.params.id);
      const bytes = await make('tapeSheetPdf', { build, unit: request.query.unit, printedAt: now() });
      return reply
        .type('application/pdf')
        .header('content-disposition', `inline; filename="${build.unit.tag}-tape.pdf"`)
        .send(Buffer.from(bytes));
    },
  );

  app.get('/api/units/:id/cut-list.csv', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const rows = cutList(build).map(({ tag, feed, gauge, colour, lengthMm, from, end, shrinkMm }) => ({
      wire: tag,
      feed,
      gauge,
      colour,
      length_mm: lengthMm,
      from: from.to,
      from_fitting: from.fitting,
      from_strip_mm: from.stripMm,
      to: end.to,
      to_fitting: end.fitting,
      to_strip_mm: end.stripMm,
      shrink_mm: shrinkMm,
    }));
    return reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="${build.unit.tag}-cut-list.csv"`)
      .send(Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true }));
  });

  app.get('/api/units/:id/wire-labels.pdf', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const bytes = await make('wireLabelsPdf', { build });
    return reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="${build.unit.tag}-wire-labels.pdf"`)
      .send(Buffer.from(bytes));
  });

  app.get('/api/units/:id/netlist.cir', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const controlIds = new Set(Object.keys(build.controls));
    const { network } = solveSetting(build, { keyOn: true, controlIds, load: 'average' });
    const labels = new Map(
      cutList(build).map((line) => [line.wireId, `${line.tag}: ${line.from.to} to ${line.end.to}`]),
    );
    for (const element of Object.values(build.elements)) labels.set(element.id, element.name || element.kind);
    return reply
      .type('text/plain; charset=utf-8')
      .header('content-disposition', `attachment; filename="${build.unit.tag}.cir"`)
      .send(spiceDeck(`${build.unit.tag}, key on, every control on, average draw`, network, labels));
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
    reply.header('content-disposition', `${format === 'pdf' ? 'inline' : 'attachment'}; filename="${name}"`);
    if (format === 'svg') return reply.type('image/svg+xml').send(drawingSvg(drillTemplate(build, job!)));
    if (format === 'dxf') return reply.type('image/vnd.dxf').send(drawingDxf(drillTemplate(build, job!)));
    const paper = PAPERS.find((each) => each.name === request.query.paper)!;
    const bytes = await make('drillTemplatesPdf', { build, paper, jobKey: all ? null : jobKey });
    return reply.type('application/pdf').send(Buffer.from(bytes));
  });

  app.get('/api/units/:id/parts.csv', options, async (request, reply) => {
    const { build } = await units.get(request.params.id);
    const prices = new Map((await shelf.list()).map((entry) => [entry.model.key, entry.priceMarks]));
    const rows = partsList(build, assess(build).feeds).map((line) => ({
      group: PART_GROUP_NAMES[line.group],
      part: line.name,
      number: prices.has(line.key) ? line.key : '',
      quantity: boughtQuantity(line),
      unit: line.unit,
      use: line.use,
      price_marks: prices.get(line.key) ?? '',
      note: line.missing ? line.reason : '',
    }));
    return reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="${build.unit.tag}-parts.csv"`)
      .send(Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true }));
  });
}
