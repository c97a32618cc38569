export * from './diagnose.ts';
export * from './expectations.ts';
export * from './faults.ts';
export * from './judge.ts';
export * from './signOff.ts';
export * from './walk.ts';
