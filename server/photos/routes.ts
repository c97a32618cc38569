/** Pictures kept with a unit. They are re-drawn on the way in, which turns them upright and leaves their metadata behind. */
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import sharp from 'sharp';
import * as z from 'zod';
import { CREW, EVERYONE } from '../auth/plugin.ts';
import type { Database } from '../database/connect.ts';
import { ApiError } from '../errors.ts';

const UPLOAD_LIMIT_BYTES = 15 * 1024 * 1024;
const MOST_PIXELS = 60_000_000;
const LONGEST_SIDE_PX = 2000;
const KINDS = ['image/jpeg', 'image/png', 'image/webp'];
const FORMATS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);

interface Redrawn {
  bytes: Buffer;
  width: number;
  height: number;
}

/** A picture as it is kept: upright, at most LONGEST_SIDE_PX, JPEG, without place, device or any other metadata. */
async function redrawn(upload: Buffer): Promise<Redrawn> {
  try {
    const image = sharp(upload, { limitInputPixels: MOST_PIXELS });
    const { format } = await image.metadata();
    if (!FORMATS.has(format ?? '')) throw new Error(`format ${format}`);
    const { data, info } = await image
      .rotate()
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return { bytes: data, width: info.width, height: info.height };
  } catch {
    throw new ApiError('NOT_A_PICTURE');
  }
}

export async function photoRoutes(instance: FastifyInstance, { database: { tables } }: { database: Database }) {
  const app = instance.withTypeProvider<ZodTypeProvider>();
  // Only this plugin takes pictures as a body; everywhere else they are refused unread.
  app.addContentTypeParser(KINDS, { parseAs: 'buffer', bodyLimit: UPLOAD_LIMIT_BYTES }, (_request, body, done) =>
    done(null, body),
  );
  const params = z.object({ id: z.uuid(), photoId: z.uuid() });

  app.put(
    '/api/units/:id/photos/:photoId',
    { config: { access: CREW }, schema: { params }, bodyLimit: UPLOAD_LIMIT_BYTES },
    async (request, reply) => {
      const { id, photoId } = request.params;
      if (!Buffer.isBuffer(request.body)) throw new ApiError('NOT_A_PICTURE');
      if (!(await tables.units.findByPk(id))) throw new ApiError('UNIT_NOT_FOUND');
      const { bytes, width, height } = await redrawn(request.body);
      // The same picture sent twice, after a lost answer, is kept once.
      await tables.photos.findOrCreate({
        where: { id: photoId },
        defaults: { id: photoId, unitId: id, width, height, bytes, at: new Date() },
      });
      return reply.code(201).send({ id: photoId, width, height });
    },
  );

  app.get(
    '/api/units/:id/photos/:photoId',
    { config: { access: EVERYONE }, schema: { params } },
    async (request, reply) => {
      const { id, photoId } = request.params;
      const row = await tables.photos.findOne({ where: { id: photoId, unitId: id } });
      if (!row) throw new ApiError('NOT_FOUND');
      return reply
        .type('image/jpeg')
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(row.get('bytes') as Buffer);
    },
  );
}
