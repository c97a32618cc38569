import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Build } from '../../../core/document/index.ts';
import type { FeedPlans } from '../../../core/work/index.ts';
import type { FeedPlansWorker } from './feedPlansWorker.ts';

/** Plans for a build as it stands; null while they are worked out, 'failed' where they could not be. */
export function useFeedPlans(build: Build, table: 'awg' | 'metric'): FeedPlans | 'failed' | null {
  const [plans, setPlans] = useState<FeedPlans | 'failed' | null>(null);
  useEffect(() => {
    setPlans(null);
    let isAsked = true;
    const worker = new Worker(new URL('./feedPlansWorker.ts', import.meta.url), { type: 'module' });
    wrap<FeedPlansWorker>(worker)
      .feedPlans(build, table)
      .then((answer) => isAsked && setPlans(answer))
      .catch(() => isAsked && setPlans('failed'));
    return () => {
      isAsked = false;
      worker.terminate();
    };
  }, [build, table]);
  return plans;
}
