import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Build } from '../../core/document/index.ts';
import type { Overview } from '../../core/overview/index.ts';
import type { OverviewWorker } from '../app/overviewWorker.ts';
import { useApp, useAppDispatch } from '../app/store.ts';
import { unitActions } from './unitSlice.ts';

const remote = wrap<OverviewWorker>(
  new Worker(new URL('../app/overviewWorker.ts', import.meta.url), { type: 'module' }),
);

/** The newest build that waits for the worker; older ones are skipped, so a burst of edits costs one computation. */
interface Asked {
  build: Build;
  done(overview: Overview): void;
  failed(): void;
}
let next: Asked | null = null;
let busy = false;

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  try {
    while (next) {
      const { build, done, failed } = next;
      next = null;
      await remote.overviewOf(build).then(done, failed);
    }
  } finally {
    busy = false;
  }
}

/**
 * What would be found if the lamps were dropped where they are held: worked out while they move, as fast as the worker
 * gets through. Null while nothing is held.
 */
export function useTrialOverview(trial: Build | null): Overview | null {
  const [found, setFound] = useState<Overview | null>(null);
  const latest = useRef(trial);
  const asking = useRef(false);
  useEffect(() => {
    latest.current = trial;
    if (!trial) setFound(null);
    const ask = async () => {
      if (asking.current) return;
      asking.current = true;
      while (latest.current) {
        const asked = latest.current;
        const overview = await remote.overviewOf(asked);
        if (latest.current === null) break;
        setFound(overview);
        if (latest.current === asked) break;
      }
      asking.current = false;
    };
    void ask();
  }, [trial]);
  return trial ? found : null;
}

/** Keeps findings, feeds, parts, steps and proving stops in step with the build, computed in a worker. */
export function useOverview(): void {
  const id = useApp((state) => state.unit.open?.id);
  const build = useApp((state) => state.unit.open?.build);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!id || !build) return;
    next = {
      build,
      done: (overview) => dispatch(unitActions.overviewReady({ id, overview })),
      failed: () => dispatch(unitActions.overviewFailed()),
    };
    void work();
  }, [id, build, dispatch]);
}
