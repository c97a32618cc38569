export * from './assess.ts';
export type { Finding, Severity, WayOut } from './finding.ts';
export { drilledKey, GROMMET_HOLES_MM, magnetSkin } from './mountRules.ts';
export * from './packRules.ts';
export * from './rulePacks.ts';
