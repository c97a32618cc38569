/**
 * News over a WebSocket: whoever looks at a unit, or at the shop, hears of each operation from the log. A commit in this process rings at
 * once; a slow look at the log finds what other processes have committed.
 */
import type { FastifyInstance } from 'fastify';
import * as z from 'zod';
import { EVERYONE } from '../auth/plugin.ts';
import type { ShopService } from '../shop/service.ts';
import type { UnitsService } from '../units/service.ts';

const LOOK_EVERY_MS = 1000;

/** What the shop's news goes by, where a unit's goes by its id. */
const SHOP = 'shop';

const Watch = z.strictObject({ watch: z.union([z.uuid(), z.literal(SHOP)]), revision: z.number().int().min(0) });

export async function liveRoutes(app: FastifyInstance, { units, shop }: { units: UnitsService; shop: ShopService }) {
  app.get('/api/live', { websocket: true, config: { access: EVERYONE } }, (socket, request) => {
    // A browser sends the page's origin; another site must not listen with the visitor's cookie.
    const { origin, host } = request.headers;
    if (origin && new URL(origin).host !== host) return socket.close(4403, 'other origin');

    let unitId: string | null = null;
    let revision = 0;
    let looking = false;
    let again = false;

    const changesOf = (watched: string) => (watched === SHOP ? shop.changes : units.changes);
    const look = async () => {
      if (looking) {
        again = true;
        return;
      }
      looking = true;
      try {
        do {
          again = false;
          if (unitId === null) continue;
          const asked = unitId;
          const news = asked === SHOP ? await shop.newsSince(revision) : await units.newsSince(asked, revision);
          if (asked !== unitId || news.length === 0) continue;
          revision = news.at(-1)!.revision;
          socket.send(JSON.stringify({ unitId, news }));
        } while (again);
      } catch (error) {
        // The database may be away for a moment; the next look catches up from the same revision.
        request.log.warn({ err: error }, 'news could not be read');
      } finally {
        looking = false;
      }
    };
    const timer = setInterval(look, LOOK_EVERY_MS);
    const stopWatching = () => {
      if (unitId !== null) changesOf(unitId).off(unitId, look);
      unitId = null;
    };

    socket.on('message', (data: Buffer) => {
      let parsed: unknown;
      try {
        parsed = JSON.parse(data.toString());
      } catch {
        return socket.close(4400, 'not JSON');
      }
      const watch = Watch.safeParse(parsed);
      if (!watch.success) return socket.close(4400, 'not a watch message');
      stopWatching();
      unitId = watch.data.watch;
      revision = watch.data.revision;
      changesOf(unitId).on(unitId, look);
      void look();
    });
    socket.on('close', () => {
      clearInterval(timer);
      stopWatching();
    });
  });
}
