import { expose } from 'comlink';
import type { Build } from '../../core/document/index.ts';
import { overviewOf } from '../../core/overview/index.ts';
import { shareStructure } from './shareStructure.ts';

let last: Build | null = null;

const worker = {
  overviewOf(build: Build) {
    last = shareStructure(last, build);
    return overviewOf(last);
  },
};
export type OverviewWorker = typeof worker;
expose(worker);
