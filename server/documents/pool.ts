/** Worker threads in which papers are made. One that dies takes its paper with it, never the server. */
import { Piscina } from 'piscina';
import { ApiError } from '../errors.ts';
import type { DocumentTask, Made, Makers } from './worker.ts';

const WORKER_IDLE_MS = 60_000;
/** A paper that takes longer is given up: what it was made from is too much for one. */
const LIMIT_MS = 30_000;
/** Papers that may wait; whoever comes then is asked to come again. */
const MOST_WAITING = 64;

export function documentPool(onError: (error: unknown) => void) {
  const pool = new Piscina<DocumentTask, unknown>({
    filename: new URL('./worker.ts', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: WORKER_IDLE_MS,
    // Said here and not inherited: the tests run the application under another loader.
    execArgv: ['--import', 'tsx'],
  });
  pool.on('error', onError);
  return {
    async make<Name extends keyof Makers>(name: Name, request: DocumentTask<Name>['request']): Promise<Made<Name>> {
      if (pool.queueSize >= MOST_WAITING) throw new ApiError('TOO_BUSY');
      const signal = AbortSignal.timeout(LIMIT_MS);
      try {
        return (await pool.run({ name, request } as DocumentTask, { signal })) as Made<Name>;
      } catch (error) {
        if (signal.aborted) throw new ApiError('TOO_BUSY');
        throw error;
      }
    },
    close: () => pool.destroy(),
  };
}

export type DocumentPool = ReturnType<typeof documentPool>;
