import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import * as z from 'zod';
import { PutOnShelf, ShelfParams } from '../../core/contract/index.ts';
import { ShelfEntry } from '../../core/document/index.ts';
import { CREW, EVERYONE } from '../auth/plugin.ts';
import { answers } from '../contract.ts';
import type { ShopService } from '../shop/service.ts';
import type { ShelfService } from './service.ts';

export async function shelfRoutes(
  instance: FastifyInstance,
  { shelf, shop }: { shelf: ShelfService; shop: ShopService },
) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  app.get(
    '/api/shelf',
    { config: { access: EVERYONE }, schema: { response: answers(z.array(ShelfEntry)) } },
    async () => {
      const [entries, { shop: document }] = await Promise.all([shelf.list(), shop.get()]);
      // What the shop counts in its bins is truer than what the shelf came with.
      return entries.map((entry) => ({
        ...entry,
        onHand: Math.floor(document.stock[entry.model.key]?.onHand ?? entry.onHand),
      }));
    },
  );

  app.put(
    '/api/shelf/:key',
    { config: { access: CREW }, schema: { params: ShelfParams, body: PutOnShelf, response: answers(ShelfEntry) } },
    (request) => shelf.keep(request.params.key, request.body),
  );
}
