export * from './measure.ts';
export * from './patternFigures.ts';
export * from './patterns.ts';
export * from './should.ts';
