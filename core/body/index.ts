export * from './applyToUnit.ts';
export * from './bodyModel.ts';
export * from './makeBody.ts';
export * from './outline.ts';
export * from './paintOrder.ts';
export * from './pose.ts';
export * from './solid.ts';
