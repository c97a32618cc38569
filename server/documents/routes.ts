import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import Papa from 'papaparse';
import { Piscina } from 'piscina';
import * as z from 'zod';
import { assess } from '../../core/rules/index.ts';
import { boughtQuantity, PART_GROUP_NAMES, partsList } from '../../core/work/index.ts';
import { EVERYONE } from '../auth/plugin.ts';
import type { ShelfService } from '../shelf/service.ts';
import type { UnitsService } from '../units/service.ts';
import type { CardRequest } from './operatorCardPdf.ts';

const WORKER_IDLE_MS = 60_000;

export async function documentRoutes(
  instance: FastifyInstance,
  { units, shelf }: { units: UnitsService; shelf: ShelfService },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const pool = new Piscina<CardRequest, Uint8Array>({
    filename: new URL('./operatorCardPdf.ts', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: WORKER_IDLE_MS,
    // Said here and not inherited: the tests run the application under another loader.
    execArgv: ['--import', 'tsx'],
  });
  app.addHook('onClose', () => pool.destroy());
  const options = { config: { access: EVERYONE }, schema: { params: z.object({ id: z.uuid() }) } };

  app.get('/api/units/:id/card.pdf', options, async (request, reply) => {
    const { id, build } = await units.get(request.params.id);
    const address = `${request.protocol}://${request.headers.host}/unit/${id}`;
    const printedAt = new Date().toISOString().slice(0, 16).replace('T', ' ');
    const bytes = await pool.run({ build, address, printedAt });
    return reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="${build.unit.tag}-operator-card.pdf"`)
      .send(Buffer.from(bytes));
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
