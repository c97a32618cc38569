export * from './expectations.ts';
export * from './judge.ts';
