import { expose } from 'comlink';
import type { Build } from '../../core/build/index.ts';
import { overviewOf } from '../../core/keep/index.ts';

const worker = { overviewOf: (build: Build) => overviewOf(build) };
export type OverviewWorker = typeof worker;
expose(worker);
