import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Build } from '../../../../core/document/index.ts';
import type { SourceWish, trySource } from '../../../../core/work/index.ts';
import type { SourceWorker } from './sourceWorker.ts';

/** By source, what lamps on it would come to, or why they cannot; one that is missing is still being worked out. */
export type TriedSources = ReadonlyMap<string, ReturnType<typeof trySource> | 'failed'>;

const NONE: TriedSources = new Map();

/**
 * Lamps tried on source after source, in the order given: each answer is shown as it comes. Whoever asks keeps the wish and
 * the list (useMemo), or it begins anew for ever; null asks nothing.
 */
export function useTriedSources(
  build: Build,
  wish: SourceWish | null,
  sources: readonly string[],
  make: () => Worker = makeWorker,
): TriedSources {
  const [tried, setTried] = useState(NONE);
  useEffect(() => {
    setTried(NONE);
    if (!wish || sources.length === 0) return;
    let isAsked = true;
    const worker = make();
    const remote: Remote<SourceWorker> = wrap<SourceWorker>(worker);
    const goOn = async () => {
      for (const source of sources) {
        const answer = await remote.trySource(build, source, wish).catch(() => 'failed' as const);
        if (!isAsked) return;
        setTried((known) => new Map(known).set(source, answer));
      }
      worker.terminate();
    };
    void goOn();
    return () => {
      isAsked = false;
      worker.terminate();
    };
  }, [build, wish, sources, make]);
  return tried;
}

const makeWorker = () => new Worker(new URL('./sourceWorker.ts', import.meta.url), { type: 'module' });
