import { expose } from 'comlink';
import type { Build } from '../../../../core/document/index.ts';
import { type SourceWish, trySource } from '../../../../core/work/index.ts';
import { newId } from '../../../app/ids.ts';

const worker = {
  trySource: (build: Build, source: string, wish: SourceWish) => trySource(build, source, wish, newId),
};
export type SourceWorker = typeof worker;
expose(worker);
