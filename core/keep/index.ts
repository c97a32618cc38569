export * from './operatorCard.ts';
export * from './overview.ts';
export * from './stages.ts';
export * from './yardRow.ts';
