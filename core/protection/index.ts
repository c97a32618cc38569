export { type DarkLamp, darkLamps } from './darkLamps.ts';
export { type ProtectiveDevice, shortFigures } from './protection.ts';
export { sizeWire, WireQuestion } from './sizeWire.ts';
export { type SneakPath, sneakPaths } from './sneak.ts';
