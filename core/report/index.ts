export { type CheckReport, checkReport } from './checkReport.ts';
export { deckReport } from './deckReport.ts';
export { UnknownName } from './names.ts';
export { AskedSetting, type SolvedReport, solveReport } from './solveReport.ts';
export { type WalkReport, walkReport } from './walkReport.ts';
