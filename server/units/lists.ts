/** Questions over all units, answered from columns: no build is read for any of them. */
import { col, fn, Op, QueryTypes, type WhereOptions } from 'sequelize';
import type { UnitListItem, UnitSummary, YardPage, YardTotals } from '../../core/contract/index.ts';
import { STAGES, type Stage } from '../../core/document/index.ts';
import { STAGES_OF_ASK, type YardAsk } from '../../core/overview/index.ts';
import type { ShopUnit } from '../../core/shop/index.ts';
import type { LearnedFactor } from '../../core/steps/index.ts';
import { learnedHours, type SpentOn } from '../../core/work/index.ts';
import { fleetOf, type Person } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import type { UnitRow } from '../database/models.ts';
import type { Judge } from './judge.ts';

export interface YardQuestion {
  text: string;
  ask: YardAsk | null;
  from: number;
  count: number;
}

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
type ListRow = Pick<UnitRow, (typeof LIST_COLUMNS)[number]>;

const HOURS_KEPT_MS = 5000;

const likeText = (word: string): string => `%${word.replaceAll(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

/** What a row has to meet to answer: every word, and the chip that is pressed. Null when nothing is asked for. */
function asked(text: string, ask: YardAsk | null): { sql: string; values: Record<string, unknown> } | null {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const parts = words.map((_, at) => `words LIKE :word${at}`);
  const values: Record<string, unknown> = Object.fromEntries(words.map((word, at) => [`word${at}`, likeText(word)]));
  if (ask === 'stops') parts.push('stops > 0');
  else if (ask) {
    parts.push('stage IN (:stages)');
    values.stages = STAGES_OF_ASK[ask];
  }
  return parts.length === 0 ? null : { sql: parts.join(' AND '), values };
}

const itemOf = (row: ListRow): UnitListItem => ({
  id: row.id,
  tag: row.tag,
  name: row.name,
  revision: row.revision,
  stage: row.stage,
  updatedAt: row.updatedAt.toISOString(),
  judged: row.judgedRevision >= row.revision,
  damaged: row.damaged,
  summary: JSON.parse(row.summary) as UnitSummary,
  glyph: JSON.parse(row.glyph) as UnitListItem['glyph'],
});

export function unitLists({ sequelize, tables }: Database, judge: Judge, clock: Clock) {
  let hours: { at: number; learned: Record<string, LearnedFactor> } | null = null;

  async function totalsOf(fleetId: string | null): Promise<YardTotals> {
    const ofFleet = fleetId === null ? '' : 'WHERE fleet_id = :fleetId';
    const replacements = { fleetId };
    const [rows, patterns] = await Promise.all([
      sequelize.query<{ stage: Stage; units: number; stops: string; open: string; lamps: string }>(
        `SELECT stage, COUNT(*) units, SUM(stops > 0) stops, SUM(stops + cautions) open, SUM(lamps) lamps
         FROM units ${ofFleet} GROUP BY stage`,
        { type: QueryTypes.SELECT, replacements },
      ),
      sequelize.query<{ patterns: number }>(
        fleetId === null
          ? 'SELECT COUNT(DISTINCT pattern_id) patterns FROM unit_patterns'
          : `SELECT COUNT(DISTINCT pattern_id) patterns FROM unit_patterns
             JOIN units ON units.id = unit_patterns.unit_id ${ofFleet}`,
        { type: QueryTypes.SELECT, replacements },
      ),
    ]);
    const sum = (of: (row: (typeof rows)[number]) => unknown, stages: readonly Stage[] = STAGES) =>
      rows.filter((row) => stages.includes(row.stage)).reduce((all, row) => all + Number(of(row)), 0);
    return {
      units: sum((row) => row.units),
      lamps: sum((row) => row.lamps),
      open: sum((row) => row.open),
      patterns: Number(patterns[0]?.patterns ?? 0),
      stages: Object.fromEntries(
        STAGES.map((stage) => [stage, sum((row) => row.units, [stage])]),
      ) as YardTotals['stages'],
      asks: {
        stops: sum((row) => row.stops),
        work: sum((row) => row.units, STAGES_OF_ASK.work),
        planned: sum((row) => row.units, STAGES_OF_ASK.planned),
      },
    };
  }

  /** The lowest tags that are free, in the yard's own letters. */
  async function nextTags(count: number): Promise<string[]> {
    const rows = (await tables.units.findAll({
      attributes: ['tag'],
      order: [['tag', 'ASC']],
      raw: true,
    })) as unknown as { tag: string }[];
    const taken = new Set(rows.map((row) => row.tag));
    const prefix = /^[A-Z]+/.exec(rows[0]?.tag ?? '')?.[0] ?? 'SR';
    const free: string[] = [];
    for (let number = 1; free.length < count; number++) {
      const tag = `${prefix}-${String(number).padStart(2, '0')}`;
      if (!taken.has(tag)) free.push(tag);
    }
    return free;
  }

  return {
    /** A stretch of the yard as a person may see it. */
    async page(person: Person, { text, ask, from, count }: YardQuestion): Promise<YardPage> {
      const fleetId = fleetOf(person);
      const hit = asked(text, ask);
      const where: WhereOptions<UnitRow> = fleetId === null ? {} : { fleetId };
      const replacements = { ...hit?.values };
      const [totals, rows, hits] = await Promise.all([
        totalsOf(fleetId),
        tables.units.findAll({
          attributes: [...LIST_COLUMNS],
          where,
          order: hit
            ? [
                [sequelize.literal(`(${hit.sql})`), 'DESC'],
                ['tag', 'ASC'],
              ]
            : [['tag', 'ASC']],
          offset: from,
          limit: count,
          replacements,
          raw: true,
        }) as unknown as Promise<ListRow[]>,
        hit && tables.units.count({ where: { [Op.and]: [where, sequelize.literal(hit.sql)] }, replacements } as object),
      ]);
      return { rows: rows.map(itemOf), from, total: totals.units, hits: hit ? Number(hits) : totals.units, totals };
    },

    /** How estimates of each kind of work turn out, over all units. Looked up anew every few seconds. */
    async learnedHours(): Promise<Record<string, LearnedFactor>> {
      const now = clock().getTime();
      if (hours && now - hours.at < HOURS_KEPT_MS) return hours.learned;
      const rows = (await tables.units.findAll({
        attributes: ['spent'],
        where: { spent: { [Op.ne]: null } },
        raw: true,
      })) as unknown as { spent: string }[];
      hours = { at: now, learned: learnedHours(rows.flatMap((row) => JSON.parse(row.spent) as SpentOn[])) };
      return hours.learned;
    },

    /** Units on the shop's board, as it asks for them. Those that are gone, or never could be judged, are left out. */
    async forShop(
      unitIds: readonly string[],
      fleetId: string | null = null,
    ): Promise<(ShopUnit & { glyph: UnitListItem['glyph'] })[]> {
      await judge.settled();
      const rows = (await tables.units.findAll({
        attributes: ['shopUnit', 'glyph'],
        where: { id: [...unitIds], shopUnit: { [Op.ne]: null }, ...(fleetId !== null && { fleetId }) },
        order: [['tag', 'ASC']],
        raw: true,
      })) as unknown as { shopUnit: string; glyph: string }[];
      return rows.map((row) => ({
        ...(JSON.parse(row.shopUnit) as ShopUnit),
        glyph: JSON.parse(row.glyph) as UnitListItem['glyph'],
      }));
    },

    /** How many of some units have not been judged since they were last changed: what is told of them is not the newest. */
    beingJudged: (unitIds: readonly string[]): Promise<number> =>
      tables.units.count({ where: { id: [...unitIds], judgedRevision: { [Op.lt]: col('revision') } } }),

    /** The lowest free number in the yard's own style: SR-01, SR-02 ... */
    async nextTag(): Promise<string> {
      const [tag] = await nextTags(1);
      return tag!;
    },

    nextTags,

    /** Lamps of each model on all units. */
    async carriedLamps(): Promise<Record<string, number>> {
      const rows = (await tables.lamps.findAll({
        attributes: ['modelKey', [fn('COUNT', col('lamp_id')), 'count']],
        group: ['modelKey'],
        raw: true,
      })) as unknown as { modelKey: string; count: number | string }[];
      return Object.fromEntries(rows.map((row) => [row.modelKey, Number(row.count)]));
    },
  };
}

export type UnitLists = ReturnType<typeof unitLists>;
