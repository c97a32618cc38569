export * from './partsList.ts';
export * from './steps.ts';
export * from './surveyList.ts';
