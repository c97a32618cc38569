export * from './arrange.ts';
export * from './lampGeometry.ts';
export * from './newLamps.ts';
export * from './tags.ts';
export * from './tape.ts';
