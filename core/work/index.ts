export * from './alternatives.ts';
export * from './backToStock.ts';
export * from './hours.ts';
export * from './partsList.ts';
export * from './schools.ts';
export * from './shrink.ts';
export * from './sundries.ts';
export * from './surveyList.ts';
