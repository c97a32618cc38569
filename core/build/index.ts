export * from './applyOperation.ts';
export * from './buildSchema.ts';
export * from './lampModel.ts';
export * from './migrateBuild.ts';
export * from './operations.ts';
export * from './readField.ts';
export * from './rulePack.ts';
export * from './vocabulary.ts';
