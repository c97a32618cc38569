export { type Diagnosis, diagnose, type MeterPoint, type Observation, prepareDiagnosis, spreadOf } from './diagnose.ts';
export { type ProvingStop, provingCount, provingStops, type ReadingPoint, settingKey } from './expectations.ts';
export type { FaultKind } from './faults.ts';
export { CHECKS, type CheckKind, isProven, openItems } from './signOff.ts';
