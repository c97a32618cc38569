/** What the server would answer of the demo's yard, shop and shelf at one moment. */
import { makeBody } from '../../core/body/index.ts';
import type { ShopAnswer, UnitListItem, YardPage } from '../../core/contract/index.ts';
import { type Build, STAGES, type Stage } from '../../core/document/index.ts';
import { assess } from '../../core/rules/index.ts';
import { minutesOf, shopUnit } from '../../core/shop/index.ts';
import { demoShop } from '../../demo/shop.ts';
import { countingIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';

/** A Tuesday morning in the demo's shop, as its clock on the wall says it. */
export const SHOP_NOW = '2026-01-20T10:00';

const glyphOf = (build: Build): UnitListItem['glyph'] => ({
  bodyId: build.body.bodyId,
  parameters: build.body.parameters,
  outlines: build.body.outlines,
  lamps: Object.values(build.lamps).map((lamp) => ({
    x: lamp.position.xMm,
    y: lamp.position.yMm,
    face: lamp.face,
    colour: lamp.colour,
    size: 100,
    fitted: false,
  })),
});

let made: { shop: ShopAnswer } | null = null;

/** The board as the demo begins, with what its units bring. */
export function shopAnswer(): ShopAnswer {
  if (!made) {
    const newId = countingIds();
    const builds = demoUnits(new Date(`${SHOP_NOW}:00Z`), newId).map((build) => ({ id: newId(), build }));
    const shop = demoShop(builds, minutesOf(SHOP_NOW), newId);
    const units = builds
      .filter(({ id }) => shop.jobs[id])
      .map(({ id, build }) => ({ ...shopUnit(id, build, assess(build).feeds), glyph: glyphOf(build) }));
    made = { shop: { revision: 1, shop, units, beingJudged: 0, learned: {}, carried: {} } };
  }
  return structuredClone(made.shop);
}

/** A row of the yard; `changes` says what matters to the test. */
export function yardRow(tag: string, changes: Partial<UnitListItem> = {}): UnitListItem {
  const body = makeBody('van', {});
  if (!body.ok) throw new Error(body.reason.message);
  return {
    id: `id-${tag}`,
    tag,
    name: 'Service van',
    revision: 3,
    stage: 'place',
    updatedAt: '2026-01-20T09:00:00.000Z',
    judged: true,
    damaged: null,
    summary: {
      stops: 0,
      cautions: 0,
      notes: 0,
      firstFinding: null,
      shares: [1, 0.5, 0, 0, 0, 0, 0, 0],
      stageWords: '2 lamps',
      patternIds: [],
    },
    glyph: { bodyId: 'van', parameters: {}, outlines: null, lamps: [] },
    ...changes,
  };
}

/** One page of the yard with these rows; `hits` of them answer what is asked for. */
export function yardPage(rows: readonly UnitListItem[], hits = rows.length): YardPage {
  const stages = Object.fromEntries(
    STAGES.map((stage) => [stage, rows.filter((row) => row.stage === stage).length]),
  ) as Record<Stage, number>;
  const sum = (of: (row: UnitListItem) => number) => rows.reduce((all, row) => all + of(row), 0);
  return {
    rows: [...rows],
    from: 0,
    total: rows.length,
    hits,
    totals: {
      units: rows.length,
      lamps: sum((row) => row.glyph.lamps.length),
      open: sum((row) => row.summary.stops + row.summary.cautions),
      patterns: new Set(rows.flatMap((row) => row.summary.patternIds)).size,
      stages,
      asks: { stops: rows.filter((row) => row.summary.stops > 0).length, work: 0, planned: rows.length },
    },
  };
}
