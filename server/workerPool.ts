/** Worker threads beside the requests, with a limit on what may wait and on how long it may take. */
import { Piscina } from 'piscina';
import { ApiError } from './errors.ts';
import { threadCode } from './threadCode.ts';

const IDLE_MS = 60_000;

/** Threads that run the default export of one file. */
export function workerThreads<Task, Answer>(file: URL, maxThreads: number, idleTimeout = IDLE_MS) {
  return new Piscina<Task, Answer>({
    ...threadCode(file),
    minThreads: 0,
    maxThreads,
    idleTimeout,
  });
}

export interface PoolBounds {
  maxThreads: number;
  /** What takes longer is given up. */
  limitMs: number;
  /** Whoever comes when so many wait is asked to come again. */
  maxWaiting: number;
  onError(error: unknown): void;
}

/** Runs tasks of one kind. One that kills its thread takes itself along, never the server. Errors: TOO_BUSY. */
export function boundedPool<Task, Answer>(file: URL, { maxThreads, limitMs, maxWaiting, onError }: PoolBounds) {
  const pool = workerThreads<Task, Answer>(file, maxThreads);
  pool.on('error', onError);
  return {
    async run(task: Task): Promise<Answer> {
      if (pool.queueSize >= maxWaiting) throw new ApiError('TOO_BUSY');
      const signal = AbortSignal.timeout(limitMs);
      try {
        return await pool.run(task, { signal });
      } catch (error) {
        if (signal.aborted) throw new ApiError('TOO_BUSY');
        throw error;
      }
    },
    close: () => pool.destroy(),
  };
}
