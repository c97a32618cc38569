import type { FastifyInstance } from 'fastify';
import { EVERYONE } from '../auth/plugin.ts';
import type { ShelfService } from './service.ts';

export async function shelfRoutes(app: FastifyInstance, { shelf }: { shelf: ShelfService }) {
  app.get('/api/shelf', { config: { access: EVERYONE } }, () => shelf.list());
}
