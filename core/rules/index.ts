export { type Assessment, assess } from './assess.ts';
export { type Finding, findingsAt, isOpen, type Severity } from './finding.ts';
export { type FindingGroup, groupFindings } from './groups.ts';
export { drilledKey, magnetSkin } from './placing/mountRules.ts';
export { roleWords } from './placing/packRules.ts';
export { applies, knownPacks, RULES_CAVEAT } from './rulePacks.ts';
export { isWayThatHolds, type TriedWay, type TriedWays, tryWay, tryWays } from './tryWays.ts';
