export * from './jobSteps.ts';
export * from './learning.ts';
export * from './measures.ts';
export * from './orderRules.ts';
export * from './step.ts';
