/** What the shelf is asked to take. */
import * as z from 'zod';
import { LampModel, ShelfEntry } from '../document/index.ts';

export const ShelfParams = z.object({ key: LampModel.shape.key });

export const PutOnShelf = z.strictObject({
  entry: ShelfEntry,
  /** Version that was changed; null for a lamp that is new to the shelf. */
  before: LampModel.shape.version.nullable(),
});
export type PutOnShelf = z.infer<typeof PutOnShelf>;
