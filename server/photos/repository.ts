/** Pictures as rows. */
import { UniqueConstraintError } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { PhotoRow } from '../database/models.ts';

export type PhotoHead = Pick<PhotoRow, 'unitId' | 'width' | 'height' | 'sha256'>;

export function photoRepository({ tables }: Database) {
  return {
    /** What is known of a picture, without it. */
    async head(id: string): Promise<PhotoHead | null> {
      return (await tables.photos.findByPk(id, {
        attributes: ['unitId', 'width', 'height', 'sha256'],
        raw: true,
      })) as unknown as PhotoHead | null;
    },

    /** How many pictures a unit has, and how large they are together. */
    async kept(unitId: string): Promise<{ photos: number; bytes: number }> {
      const [photos, bytes] = await Promise.all([
        tables.photos.count({ where: { unitId } }),
        tables.photos.sum('sizeBytes', { where: { unitId } }),
      ]);
      return { photos, bytes: Number(bytes ?? 0) };
    },

    /** Keeps a picture; false when there is one of that id. */
    async insert(row: PhotoRow): Promise<boolean> {
      try {
        await tables.photos.create(row);
        return true;
      } catch (error) {
        if (error instanceof UniqueConstraintError) return false;
        throw error;
      }
    },

    async bytes(id: string, unitId: string): Promise<Buffer | null> {
      const row = await tables.photos.findOne({ where: { id, unitId } });
      return row && (row.get('bytes') as Buffer);
    },
  };
}
