/** Lists of the yard as its readers want them. */
import type { UnitListItem, UnitSummary, YardPage, YardTotals } from '../../core/contract/index.ts';
import { STAGES, type Stage } from '../../core/document/index.ts';
import { STAGES_OF_ASK, type YardAsk } from '../../core/overview/index.ts';
import type { ShopUnit } from '../../core/shop/index.ts';
import type { LearnedFactor } from '../../core/steps/index.ts';
import { learnedHours, type SpentOn } from '../../core/work/index.ts';
import { fleetOf, type Person } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import type { Database } from '../database/connect.ts';
import type { Judge } from './judge.ts';
import { type Asked, type ListRow, yardRepository } from './yardRepository.ts';

export interface YardQuestion {
  text: string;
  ask: YardAsk | null;
  from: number;
  count: number;
}

const HOURS_KEPT_MS = 5000;

/** What a row has to meet to answer: every word, and the chip that is pressed. */
const asked = (text: string, ask: YardAsk | null): Asked => ({
  words: text.toLowerCase().split(/\s+/).filter(Boolean),
  stages: ask === null || ask === 'stops' ? null : STAGES_OF_ASK[ask],
  withStops: ask === 'stops',
});

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

export function unitLists(database: Database, judge: Judge, clock: Clock) {
  const yard = yardRepository(database);
  let hours: { at: number; learned: Record<string, LearnedFactor> } | null = null;

  async function totalsOf(fleetId: string | null): Promise<YardTotals> {
    const [rows, patterns] = await Promise.all([yard.totals(fleetId), yard.countPatterns(fleetId)]);
    const sum = (of: (row: (typeof rows)[number]) => unknown, stages: readonly Stage[] = STAGES) =>
      rows.filter((row) => stages.includes(row.stage)).reduce((all, row) => all + Number(of(row)), 0);
    return {
      units: sum((row) => row.units),
      lamps: sum((row) => row.lamps),
      open: sum((row) => row.open),
      patterns,
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
    const tags = await yard.tags();
    const taken = new Set(tags);
    const prefix = /^[A-Z]+/.exec(tags[0] ?? '')?.[0] ?? 'SR';
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
      const [totals, { rows, hits }] = await Promise.all([
        totalsOf(fleetId),
        yard.page(fleetId, asked(text, ask), from, count),
      ]);
      return { rows: rows.map(itemOf), from, total: totals.units, hits: hits ?? totals.units, totals };
    },

    /** How estimates of each kind of work turn out, over all units. Looked up anew every few seconds. */
    async learnedHours(): Promise<Record<string, LearnedFactor>> {
      const now = clock().getTime();
      if (hours && now - hours.at < HOURS_KEPT_MS) return hours.learned;
      const spent = await yard.spent();
      hours = { at: now, learned: learnedHours(spent.flatMap((text) => JSON.parse(text) as SpentOn[])) };
      return hours.learned;
    },

    /** Units on the shop's board, as it asks for them. Those that are gone, or never could be judged, are left out. */
    async forShop(
      unitIds: readonly string[],
      fleetId: string | null = null,
    ): Promise<(ShopUnit & { glyph: UnitListItem['glyph'] })[]> {
      await judge.settled();
      const rows = await yard.forShop(unitIds, fleetId);
      return rows.map((row) => ({
        ...(JSON.parse(row.shopUnit) as ShopUnit),
        glyph: JSON.parse(row.glyph) as UnitListItem['glyph'],
      }));
    },

    /** How many of some units have not been judged since they were last changed: what is told of them is not the newest. */
    beingJudged: yard.countUnjudged,

    /** The lowest free number in the yard's own style: SR-01, SR-02 ... */
    async nextTag(): Promise<string> {
      const [tag] = await nextTags(1);
      return tag!;
    },

    nextTags,

    /** Lamps of each model on all units. */
    async carriedLamps(): Promise<Record<string, number>> {
      const rows = await yard.carriedLamps();
      return Object.fromEntries(rows.map((row) => [row.modelKey, Number(row.count)]));
    },
  };
}

export type UnitLists = ReturnType<typeof unitLists>;
