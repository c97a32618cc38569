export * from './lowerBound.ts';
export * from './schedule.ts';
