import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Build } from '../../../../core/document/index.ts';
import type { LeadChoice, LeadQuestion } from '../../../../core/work/index.ts';
import { useWorked } from '../../../app/useWorked.ts';
import type { LeadChoicesWorker } from './leadChoicesWorker.ts';

const makeWorker = () => new Worker(new URL('./leadChoicesWorker.ts', import.meta.url), { type: 'module' });

/** The ways with a lead, each tried; null while they are worked out, 'failed' where they could not be. */
export function useLeadChoices(build: Build, question: LeadQuestion): LeadChoice[] | 'failed' | null {
  const ask = useCallback(
    (worker: Remote<LeadChoicesWorker>) => worker.leadChoices(build, question),
    [build, question],
  );
  return useWorked<LeadChoicesWorker, LeadChoice[]>(makeWorker, ask);
}
