import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Build } from '../../../core/document/index.ts';
import type { FeedPlans } from '../../../core/work/index.ts';
import { useWorked } from '../../app/useWorked.ts';
import type { FeedPlansWorker } from './feedPlansWorker.ts';

const makeWorker = () => new Worker(new URL('./feedPlansWorker.ts', import.meta.url), { type: 'module' });

/** Plans for a build as it stands; null while they are worked out, 'failed' where they could not be. */
export function useFeedPlans(build: Build, table: 'awg' | 'metric'): FeedPlans | 'failed' | null {
  const ask = useCallback((worker: Remote<FeedPlansWorker>) => worker.feedPlans(build, table), [build, table]);
  return useWorked<FeedPlansWorker, FeedPlans>(makeWorker, ask);
}
