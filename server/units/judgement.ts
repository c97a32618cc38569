/**
 * What is derived from a build and kept in columns beside it, so that lists need not read builds. Pure; runs in a worker
 * thread, except for the columns that are cheap enough to be written with each operation.
 */

import type { UnitListItem, UnitSummary } from '../../core/contract/index.ts';
import { type Build, STAGE_NAMES, type Stage } from '../../core/document/index.ts';
import { patternById } from '../../core/flash/index.ts';
import { currentStage, stageProgress } from '../../core/overview/index.ts';
import { litHousings } from '../../core/place/index.ts';
import { assess } from '../../core/rules/index.ts';
import { type ShopUnit, shopUnit } from '../../core/shop/index.ts';
import { jobSteps } from '../../core/steps/index.ts';
import { inWords, plain } from '../../core/units/index.ts';
import { type SpentOn, spentOn } from '../../core/work/index.ts';

export interface Judgement {
  stage: Stage;
  summary: UnitSummary;
  shopUnit: ShopUnit;
  spent: SpentOn[];
}

export function judgeUnit(unitId: string, build: Build): Judgement {
  const assessment = assess(build);
  const progress = stageProgress(build, assessment);
  const stage = currentStage(progress);
  const count = (severity: string) =>
    assessment.findings.filter((finding) => finding.severity === severity && !finding.standing).length;
  const patternIds = new Set(
    Object.values(build.functions).flatMap((each) => Object.values(each.shows).map((show) => show.patternId)),
  );
  return {
    stage,
    summary: {
      stops: count('stop'),
      cautions: count('caution'),
      notes: count('note'),
      firstFinding: assessment.findings.find((finding) => !finding.standing)?.message ?? null,
      shares: progress.map((each) => Math.round(each.share * 100) / 100),
      stageWords: progress.find((each) => each.stage === stage)?.words ?? '',
      patternIds: [...patternIds],
    },
    shopUnit: shopUnit(unitId, build, assessment.feeds),
    spent: spentOn(build, jobSteps(build, assessment.feeds)),
  };
}

/** A unit before it was judged for the first time, or one that could not be judged. */
export const unjudgedSummary = (why: string | null = null): UnitSummary => ({
  stops: 0,
  cautions: 0,
  notes: 0,
  firstFinding: why === null ? null : plain(why),
  shares: [],
  stageWords: '',
  patternIds: [],
});

export const glyphOf = (build: Build): UnitListItem['glyph'] => ({
  bodyId: build.body.bodyId,
  parameters: build.body.parameters,
  outlines: build.body.outlines,
  lamps: litHousings(build).map((lamp) => ({
    x: lamp.position.xMm,
    y: lamp.position.yMm,
    face: lamp.face,
    colour: lamp.colour,
    size: build.models[lamp.modelKey]?.face.widthMm ?? 60,
    fitted: build.ticks[`mount:${lamp.face}`] !== undefined || build.handedOver !== null,
  })),
});

/** Columns that every operation writes: they cost next to nothing. */
export const plainColumns = (build: Build) => ({
  tag: build.unit.tag,
  name: build.unit.name,
  glyph: JSON.stringify(glyphOf(build)),
  lamps: litHousings(build).length,
});

const MAX_WORDS = 600;

/** What a search looks in: tag, name, stage, finding and patterns. */
export function searchWords(
  tag: string,
  name: string,
  { stage, summary }: Pick<Judgement, 'stage' | 'summary'>,
): string {
  const patterns = summary.patternIds.map((id) => patternById(id).name);
  return [tag, name, STAGE_NAMES[stage], ...patterns, summary.firstFinding ? inWords(summary.firstFinding) : '']
    .join(' ')
    .toLowerCase()
    .slice(0, MAX_WORDS);
}

/** Columns of a judgement. */
export const judgedColumns = (build: { unit: Build['unit'] }, judgement: Judgement) => ({
  stage: judgement.stage,
  summary: JSON.stringify(judgement.summary),
  stops: judgement.summary.stops,
  cautions: judgement.summary.cautions,
  shopUnit: JSON.stringify(judgement.shopUnit),
  spent: judgement.spent.length > 0 ? JSON.stringify(judgement.spent) : null,
  words: searchWords(build.unit.tag, build.unit.name, judgement),
});
