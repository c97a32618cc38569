import * as z from 'zod';
import { coordinateMm } from './bounds.ts';

export const Position = z.object({
  xMm: coordinateMm.describe('from the front-most point rearwards'),
  yMm: coordinateMm.describe('from the centreline to the left'),
  zMm: coordinateMm.describe('from the ground upwards'),
});
export type Position = z.infer<typeof Position>;
