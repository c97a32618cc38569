export { type Diagnosis, diagnose, type MeterPoint, type Observation, prepareDiagnosis, spreadOf } from './diagnose.ts';
export { lengthOfOhm, putWire, withOhm, without } from './edits.ts';
export {
  latestLook,
  type ProvingStop,
  provingCount,
  provingStops,
  type ReadingPoint,
  settingKey,
} from './expectations.ts';
export type { FaultKind } from './faults.ts';
export { ampsRange, voltsRange } from './meter.ts';
export { type CheckKind, capChecks, checksOf, isProven, lookedWords, openItems, whyNotProven } from './signOff.ts';
export { withGroundSwitches } from './walk.ts';
