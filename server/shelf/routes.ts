import type { FastifyInstance } from 'fastify';
import * as z from 'zod';
import { ShelfEntry } from '../../core/document/index.ts';
import { EVERYONE } from '../auth/plugin.ts';
import { answers } from '../contract.ts';
import type { ShopService } from '../shop/service.ts';
import type { ShelfService } from './service.ts';

export async function shelfRoutes(app: FastifyInstance, { shelf, shop }: { shelf: ShelfService; shop: ShopService }) {
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
}
