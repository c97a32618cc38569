export { type OpenThing, openThings } from './openThings.ts';
export { controlKindWords, operatorCard } from './operatorCard.ts';
export { type Overview, overviewOf } from './overview.ts';
export { currentStage, stageProgress } from './stages.ts';
export { STAGES_OF_ASK, YARD_ASKS, type YardAsk } from './yardAsks.ts';
