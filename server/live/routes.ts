/** News over a WebSocket: whoever looks at a unit, or at the shop, hears of each operation from the log. */
import type { FastifyInstance } from 'fastify';
import * as z from 'zod';
import { EVERYONE, sessionOf } from '../auth/plugin.ts';
import type { UnitsService } from '../units/service.ts';
import { type NewsHub, SHOP, type Watcher } from './hub.ts';

const Watch = z.strictObject({
  watch: z.union([z.uuid(), z.literal(SHOP)]),
  revision: z.number().int().min(0).max(2_000_000_000),
});

function parsed(data: Buffer): z.infer<typeof Watch> | null {
  try {
    return Watch.parse(JSON.parse(data.toString()));
  } catch {
    return null;
  }
}

/** A browser sends the page's origin; another site must not listen with the visitor's cookie. */
function isOtherOrigin(origin: string | undefined, host: string | undefined): boolean {
  return origin !== undefined && URL.parse(origin)?.host !== host;
}

export async function liveRoutes(app: FastifyInstance, { hub, units }: { hub: NewsHub; units: UnitsService }) {
  app.addHook('onClose', () => hub.close());
  app.get('/api/live', { websocket: true, config: { access: EVERYONE, socket: true } }, (socket, request) => {
    if (isOtherOrigin(request.headers.origin, request.headers.host)) return socket.close(4403, 'other origin');
    const { person } = sessionOf(request);
    const watcher: Watcher = {
      sessionHash: request.sessionHash!,
      watched: null,
      revision: 0,
      send: (text) => socket.send(text),
      close: (code, reason) => socket.close(code, reason),
    };
    hub.add(watcher);
    socket.on('close', () => hub.remove(watcher));
    socket.on('message', async (data: Buffer) => {
      const message = parsed(data);
      if (!message) return socket.close(4400, 'not a watch message');
      try {
        if (message.watch !== SHOP) await units.mustSee(person, message.watch);
        hub.watch(watcher, message.watch, message.revision);
      } catch {
        // Not there, not theirs, or the database is away: the window asks again.
        socket.close(4404, 'nothing to hear of that');
      }
    });
  });
}
