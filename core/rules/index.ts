export * from './assess.ts';
export type { AssessedFeed, Finding, Severity, WayOut } from './finding.ts';
