import { expose } from 'comlink';
import type { Build } from '../../../core/document/index.ts';
import { feedPlans } from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';

const worker = {
  feedPlans: (build: Build, table: 'awg' | 'metric') => feedPlans(build, table, newId),
};
export type FeedPlansWorker = typeof worker;
expose(worker);
