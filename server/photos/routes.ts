/** Pictures kept with a unit. They are re-drawn on the way in, which turns them upright and leaves their metadata behind. */
import { createHash } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { PhotoKept, PhotoParams } from '../../core/contract/index.ts';
import { CREW, EVERYONE, sessionOf } from '../auth/plugin.ts';
import type { Clock } from '../clock.ts';
import { answers, files } from '../contract.ts';
import type { Database } from '../database/connect.ts';
import { ApiError } from '../errors.ts';
import type { UnitsService } from '../units/service.ts';
import { pictureWorker } from './pictureWorker.ts';
import { photoRepository } from './repository.ts';

const UPLOAD_LIMIT_BYTES = 15 * 1024 * 1024;
const KINDS = ['image/jpeg', 'image/png', 'image/webp'];
/** What one unit may keep: as many as a build lists, and not more than a small disk bears. */
const QUOTA = { photos: 500, bytes: 500 * 1024 * 1024 };

export interface PhotoParts {
  database: Database;
  units: UnitsService;
  clock: Clock;
}

export async function photoRoutes(instance: FastifyInstance, { database, units, clock }: PhotoParts) {
  const photos = photoRepository(database);
  const app = instance.withTypeProvider<ZodTypeProvider>();
  const pictures = pictureWorker((error) => app.log.error({ err: error }, 'picture worker'));
  app.addHook('onClose', () => pictures.close());
  // Only this plugin takes pictures as a body; everywhere else they are refused unread.
  app.addContentTypeParser(KINDS, { parseAs: 'buffer', bodyLimit: UPLOAD_LIMIT_BYTES }, (_request, body, done) =>
    done(null, body),
  );

  /** The answer for a picture that is there already: the same again is fine, another is not. */
  async function kept(photoId: string, unitId: string, sha256: string) {
    const row = await photos.head(photoId);
    if (!row) return null;
    if (row.unitId !== unitId || row.sha256 !== sha256) throw new ApiError('PHOTO_DIFFERS');
    return { id: photoId, width: row.width, height: row.height };
  }

  async function mustHaveRoom(unitId: string): Promise<void> {
    const kept = await photos.kept(unitId);
    if (kept.photos >= QUOTA.photos || kept.bytes >= QUOTA.bytes) throw new ApiError('PHOTO_QUOTA');
  }

  app.put(
    '/api/units/:id/photos/:photoId',
    {
      config: { access: CREW },
      schema: { params: PhotoParams, response: answers(PhotoKept, 201) },
      bodyLimit: UPLOAD_LIMIT_BYTES,
    },
    async (request, reply) => {
      const { id, photoId } = request.params;
      if (!Buffer.isBuffer(request.body)) throw new ApiError('NOT_A_PICTURE');
      await units.mustSee(sessionOf(request).person, id);
      const sha256 = createHash('sha256').update(request.body).digest('hex');
      reply.code(201);
      const before = await kept(photoId, id, sha256);
      if (before) return before;
      await mustHaveRoom(id);
      const { bytes, width, height } = await pictures.redraw(request.body);
      const row = { id: photoId, unitId: id, width, height, bytes, sizeBytes: bytes.length, sha256, at: clock() };
      // The same picture may have come twice at once.
      if (!(await photos.insert(row))) return (await kept(photoId, id, sha256))!;
      return { id: photoId, width, height };
    },
  );

  app.get(
    '/api/units/:id/photos/:photoId',
    { config: { access: EVERYONE }, schema: { params: PhotoParams, response: files('image/jpeg') } },
    async (request, reply) => {
      const { id, photoId } = request.params;
      await units.mustSee(sessionOf(request).person, id);
      const bytes = await photos.bytes(photoId, id);
      if (!bytes) throw new ApiError('NOT_FOUND');
      return reply.type('image/jpeg').header('cache-control', 'private, max-age=31536000, immutable').send(bytes);
    },
  );
}
