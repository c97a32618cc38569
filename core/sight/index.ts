export * from './field.ts';
export * from './glare.ts';
export * from './rayCaster.ts';
export * from './seen.ts';
