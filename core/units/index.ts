export * from './conductors.ts';
export * from './length.ts';
