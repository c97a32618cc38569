export { backToStock } from './backToStock.ts';
export { type FeedPlan, type FeedPlans, feedPlans, partsTaken } from './choices/feedPlans.ts';
export { type LeadChoice, type LeadQuestion, lampsOnLead, lampsOnSource, leadChoices } from './choices/leadChoices.ts';
export { type SpareChoice, type SpareKind, type SpareWish, spareChoices } from './choices/spareChoices.ts';
export { estimateOf, hoursText, learnedHours, type SpentOn, spentOn } from './hours.ts';
export { likeUnit } from './likeUnit.ts';
export { askMethods, METHOD_QUESTIONS, type MethodQuestion, type ShopKnows } from './methods/askMethods.ts';
export type { Comparison, Prices, WiringMethod } from './methods/compare.ts';
export { alternatives } from './parts/alternatives.ts';
export {
  boughtQuantity,
  loomPartKey,
  PART_GROUP_NAMES,
  PART_GROUPS,
  type PartGroup,
  type PartLine,
  partsList,
} from './parts/partsList.ts';
export { lampsByPurpose, type Purpose, sharedPurpose } from './purposes.ts';
export { planFromSource, type SourceWish, type TriedSource, trySource } from './sources/fromSource.ts';
export {
  isPossible,
  type Live,
  type SourceAnswer,
  type SourceRow,
  sourceAnswer,
  sourceRows,
} from './sources/sourceRows.ts';
export {
  BATTERY,
  bestSource,
  cappedEnds,
  NEW_BLOCK,
  pinSource,
  slotOfSource,
  sourceOfPin,
  supplyBlocks,
  usualWanted,
} from './sources/sources.ts';
export { type SurveyPart, type SurveyQuestion, surveyProgress, surveyQuestions } from './surveyList.ts';
