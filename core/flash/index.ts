export { meanCurrentA, meanRatio } from './drawn.ts';
export { legendOf, legendPrint, mergeChoices } from './legend.ts';
export { FlashQuestion, measureFlash } from './measure.ts';
export { MODULE_PATTERN_IDS, touchesFor, USUAL_BURST } from './modulePatterns.ts';
export {
  copyOf,
  GRID_S,
  movedPulse,
  resizedPulse,
  reversed,
  shifted,
  stretched,
  withColour,
  withLevel,
  withoutPulse,
  withPulse,
  withShape,
} from './patterns/editPattern.ts';
export { effectiveCd, patternFigures, suitsFilament } from './patterns/patternFigures.ts';
export {
  offsetS,
  ownPattern,
  PATTERNS,
  type Pattern,
  patternById,
  patternOf,
  patternsOf,
  pulsesIn,
  shapedLevel,
} from './patterns/patterns.ts';
export { type ProgrammingTask, programmingTasks, times } from './programming.ts';
export {
  type Clash,
  type FunctionRole,
  isFlashing,
  roleOf,
  runningOverWarning,
  standardQuestions,
  strobingWithRunning,
  warningOverSignal,
} from './roles.ts';
export { MAX_FLASHES_A_SECOND, settingMeasures } from './settingMeasures.ts';
export {
  brightnessAt,
  currentTrace,
  describeShows,
  type LampShow,
  shownColour,
  showsFor,
} from './should.ts';
