import { expose } from 'comlink';
import type { Build } from '../../../core/document/index.ts';
import { type SpareWish, spareChoices } from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';

const worker = {
  spareChoices: (build: Build, wish: SpareWish) => spareChoices(build, wish, newId),
};
export type SpareChoicesWorker = typeof worker;
expose(worker);
