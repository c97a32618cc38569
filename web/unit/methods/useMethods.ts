import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import type { Comparison, MethodQuestion, ShopKnows } from '../../../core/work/index.ts';
import { useWorked } from '../../app/useWorked.ts';
import type { MethodsWorker } from './methodsWorker.ts';

const makeWorker = () => new Worker(new URL('./methodsWorker.ts', import.meta.url), { type: 'module' });

/** Ways to wire some feeds; null while they are worked out, 'failed' where they could not be. */
export function useMethods(
  build: Build,
  question: MethodQuestion,
  fuseIds: readonly Id[],
  knows: ShopKnows,
): Comparison | 'failed' | null {
  const ask = useCallback(
    (worker: Remote<MethodsWorker>) => worker.askMethods(build, question, fuseIds, knows),
    [build, question, fuseIds, knows],
  );
  return useWorked<MethodsWorker, Comparison>(makeWorker, ask);
}
