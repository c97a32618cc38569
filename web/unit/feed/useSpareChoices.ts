import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Build } from '../../../core/document/index.ts';
import type { SpareChoice, SpareWish } from '../../../core/work/index.ts';
import { useWorked } from '../../app/useWorked.ts';
import type { SpareChoicesWorker } from './spareChoicesWorker.ts';

const makeWorker = () => new Worker(new URL('./spareChoicesWorker.ts', import.meta.url), { type: 'module' });

/** Where a circuit that waits for its lamp could come from; null while it is worked out, 'failed' where it could not be. */
export function useSpareChoices(build: Build, wish: SpareWish): SpareChoice[] | 'failed' | null {
  const ask = useCallback((worker: Remote<SpareChoicesWorker>) => worker.spareChoices(build, wish), [build, wish]);
  return useWorked<SpareChoicesWorker, SpareChoice[]>(makeWorker, ask);
}
