/** One thread for pictures, one picture at a time: ten phones that send at once take turns, not ten times the memory. */
import { Piscina } from 'piscina';
import { ApiError } from '../errors.ts';
import type { Redrawn } from './redraw.ts';

const LIMIT_MS = 20_000;
const IDLE_MS = 60_000;
/** Pictures that may wait; a phone whose picture finds no room keeps it and asks again. */
const MOST_WAITING = 24;

export function pictureWorker(onError: (error: unknown) => void) {
  const pool = new Piscina<Uint8Array, Redrawn | null>({
    filename: new URL('./redraw.ts', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
    execArgv: ['--import', 'tsx'],
  });
  pool.on('error', onError);
  return {
    async redraw(upload: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
      if (pool.queueSize >= MOST_WAITING) throw new ApiError('TOO_BUSY');
      const signal = AbortSignal.timeout(LIMIT_MS);
      let drawn: Redrawn | null;
      try {
        drawn = await pool.run(new Uint8Array(upload), { signal });
      } catch (error) {
        if (signal.aborted) throw new ApiError('TOO_BUSY');
        throw error;
      }
      if (!drawn) throw new ApiError('NOT_A_PICTURE');
      return { ...drawn, bytes: Buffer.from(drawn.bytes) };
    },
    close: () => pool.destroy(),
  };
}
