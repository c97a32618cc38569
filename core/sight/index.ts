export * from './field.ts';
export * from './rayCaster.ts';
