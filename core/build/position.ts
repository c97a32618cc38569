import * as z from 'zod';

const finite = z.number().finite();

export const Position = z.object({
  xMm: finite.describe('from the front-most point rearwards'),
  yMm: finite.describe('from the centreline to the left'),
  zMm: finite.describe('from the ground upwards'),
});
export type Position = z.infer<typeof Position>;
