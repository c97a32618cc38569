export * from './operatorCard.ts';
export * from './stages.ts';
