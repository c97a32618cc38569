/** Questions over all units, answered from columns: no build is read for any of them. */
import { col, fn, Op, QueryTypes, type WhereOptions } from 'sequelize';
import type { Stage } from '../../core/document/index.ts';
import type { Database } from '../database/connect.ts';
import type { UnitRow } from '../database/models.ts';

const LIST_COLUMNS = [
  'id',
  'tag',
  'name',
  'revision',
  'stage',
  'summary',
  'glyph',
  'judgedRevision',
  'damaged',
  'updatedAt',
] as const;
export type ListRow = Pick<UnitRow, (typeof LIST_COLUMNS)[number]>;

/** What rows are asked for; each word has to stand in what a search looks in. */
export interface Asked {
  words: readonly string[];
  stages: readonly Stage[] | null;
  withStops: boolean;
}

export interface StageTotals {
  stage: Stage;
  units: number;
  stops: string | number;
  open: string | number;
  lamps: string | number;
}

const likeText = (word: string): string => `%${word.replaceAll(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

/** The condition in SQL with its values; null when nothing is asked for. */
function conditionOf({ words, stages, withStops }: Asked): { sql: string; values: Record<string, unknown> } | null {
  const parts = words.map((_, at) => `words LIKE :word${at}`);
  const values: Record<string, unknown> = Object.fromEntries(words.map((word, at) => [`word${at}`, likeText(word)]));
  if (withStops) parts.push('stops > 0');
  if (stages) {
    parts.push('stage IN (:stages)');
    values.stages = stages;
  }
  return parts.length === 0 ? null : { sql: parts.join(' AND '), values };
}

export function yardRepository({ sequelize, tables }: Database) {
  return {
    /** Counts of each stage, of all fleets or of one. */
    totals(fleetId: string | null): Promise<StageTotals[]> {
      return sequelize.query<StageTotals>(
        `SELECT stage, COUNT(*) units, SUM(stops > 0) stops, SUM(stops + cautions) open, SUM(lamps) lamps
         FROM units ${fleetId === null ? '' : 'WHERE fleet_id = :fleetId'} GROUP BY stage`,
        { type: QueryTypes.SELECT, replacements: { fleetId } },
      );
    },

    async countPatterns(fleetId: string | null): Promise<number> {
      const [row] = await sequelize.query<{ patterns: number }>(
        fleetId === null
          ? 'SELECT COUNT(DISTINCT pattern_id) patterns FROM unit_patterns'
          : `SELECT COUNT(DISTINCT pattern_id) patterns FROM unit_patterns
             JOIN units ON units.id = unit_patterns.unit_id WHERE fleet_id = :fleetId`,
        { type: QueryTypes.SELECT, replacements: { fleetId } },
      );
      return Number(row?.patterns ?? 0);
    },

    /** A stretch of the yard, those first that meet what is asked; `hits` is null when nothing was asked for. */
    async page(
      fleetId: string | null,
      asked: Asked,
      from: number,
      count: number,
    ): Promise<{ rows: ListRow[]; hits: number | null }> {
      const condition = conditionOf(asked);
      const where: WhereOptions<UnitRow> = fleetId === null ? {} : { fleetId };
      const replacements = { ...condition?.values };
      const meets = condition && sequelize.literal(`(${condition.sql})`);
      const [rows, hits] = await Promise.all([
        tables.units.findAll({
          attributes: [...LIST_COLUMNS],
          where,
          order: [...(meets ? [[meets, 'DESC'] as [typeof meets, string]] : []), ['tag', 'ASC']],
          offset: from,
          limit: count,
          replacements,
          raw: true,
        }),
        meets && tables.units.count({ where: { [Op.and]: [where, meets] }, replacements } as object),
      ]);
      return { rows: rows as unknown as ListRow[], hits: hits === null ? null : Number(hits) };
    },

    async tags(): Promise<string[]> {
      const rows = (await tables.units.findAll({
        attributes: ['tag'],
        order: [['tag', 'ASC']],
        raw: true,
      })) as unknown as { tag: string }[];
      return rows.map((row) => row.tag);
    },

    /** What was written down as spent, a text a unit. */
    async spent(): Promise<string[]> {
      const rows = (await tables.units.findAll({
        attributes: ['spent'],
        where: { spent: { [Op.ne]: null } },
        raw: true,
      })) as unknown as { spent: string }[];
      return rows.map((row) => row.spent);
    },

    /** Units as the shop's board needs them; those that are gone, or never could be judged, are left out. */
    async forShop(unitIds: readonly string[], fleetId: string | null): Promise<{ shopUnit: string; glyph: string }[]> {
      return (await tables.units.findAll({
        attributes: ['shopUnit', 'glyph'],
        where: { id: [...unitIds], shopUnit: { [Op.ne]: null }, ...(fleetId !== null && { fleetId }) },
        order: [['tag', 'ASC']],
        raw: true,
      })) as unknown as { shopUnit: string; glyph: string }[];
    },

    /** How many of some units have not been judged since they were last changed. */
    countUnjudged: (unitIds: readonly string[]): Promise<number> =>
      tables.units.count({ where: { id: [...unitIds], judgedRevision: { [Op.lt]: col('revision') } } }),

    /** Lamps of each model on all units. */
    async carriedLamps(): Promise<{ modelKey: string; count: number | string }[]> {
      return (await tables.lamps.findAll({
        attributes: ['modelKey', [fn('COUNT', col('lamp_id')), 'count']],
        group: ['modelKey'],
        raw: true,
      })) as unknown as { modelKey: string; count: number | string }[];
    },
  };
}
