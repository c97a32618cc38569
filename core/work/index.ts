export * from './partsList.ts';
export * from './steps.ts';
