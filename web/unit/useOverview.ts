import { wrap } from 'comlink';
import { useEffect } from 'react';
import type { Build } from '../../core/build/index.ts';
import type { OverviewWorker } from '../app/overviewWorker.ts';
import { useApp, useAppDispatch } from '../app/store.ts';
import { unitActions } from './unitSlice.ts';

const remote = wrap<OverviewWorker>(
  new Worker(new URL('../app/overviewWorker.ts', import.meta.url), { type: 'module' }),
);

/** The newest build that waits for the worker; older ones are skipped, so a burst of edits costs one computation. */
let next: { build: Build; done: (overview: Awaited<ReturnType<typeof remote.overviewOf>>) => void } | null = null;
let busy = false;

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  try {
    while (next) {
      const { build, done } = next;
      next = null;
      done(await remote.overviewOf(build));
    }
  } finally {
    busy = false;
  }
}

/** Keeps findings, feeds, parts, steps and proving stops in step with the build, computed in a worker. */
export function useOverview(): void {
  const build = useApp((state) => state.unit.open?.build);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!build) return;
    next = { build, done: (overview) => dispatch(unitActions.overviewReady(overview)) };
    void work();
  }, [build, dispatch]);
}
