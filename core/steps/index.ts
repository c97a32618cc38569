export { jobSteps } from './jobSteps.ts';
export {
  fitWright,
  type LearnedFactor,
  learnedFactor,
  learningExponent,
  type Spent,
  USUAL_RATE,
  wrightTotal,
  wrightUnit,
} from './learning.ts';
export { arranged, type Break, breakKey, breaksOfOrder, breaksOfTicks, ruleById } from './orderRules.ts';
export { type PlannedMeasure, SKILL_NAMES, SKILLS, type Skill, STEP_KINDS, type Step, type StepKind } from './step.ts';
