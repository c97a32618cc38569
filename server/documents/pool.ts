/** Worker threads in which papers are made. */
import { boundedPool } from '../workerPool.ts';
import type { DocumentTask, Made, Makers } from './worker.ts';

const BOUNDS = { maxThreads: 2, limitMs: 30_000, maxWaiting: 64 };

export function documentPool(onError: (error: unknown) => void) {
  const pool = boundedPool<DocumentTask, unknown>(new URL('./worker.ts', import.meta.url), { ...BOUNDS, onError });
  return {
    make: async <Name extends keyof Makers>(name: Name, request: DocumentTask<Name>['request']): Promise<Made<Name>> =>
      (await pool.run({ name, request } as DocumentTask)) as Made<Name>,
    close: pool.close,
  };
}

export type DocumentPool = ReturnType<typeof documentPool>;
