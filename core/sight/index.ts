export {
  aimed,
  BEARINGS,
  BEHIND,
  CELL_DEG,
  cellOf,
  DIRECTIONS,
  directionOf,
  type FieldOptions,
  FREE,
  HEIGHTS,
  heightOfRow,
  type LampField,
  lampFields,
  levelState,
} from './field.ts';
export { glareOf } from './glare.ts';
export { castRay, rayCaster } from './rayCaster.ts';
export { bearingWords, type Hidden, hiddenCount, hiddenFrom, sideWords } from './seen.ts';
