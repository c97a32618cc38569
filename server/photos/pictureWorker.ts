/** One thread for pictures, one picture at a time: ten phones that send at once take turns, not ten times the memory. */
import { ApiError } from '../errors.ts';
import { boundedPool } from '../workerPool.ts';
import type { Redrawn } from './redraw.ts';

/** A phone whose picture finds no room keeps it and asks again. */
const BOUNDS = { maxThreads: 1, limitMs: 20_000, maxWaiting: 24 };

export function pictureWorker(onError: (error: unknown) => void) {
  const pool = boundedPool<Uint8Array, Redrawn | null>(new URL('./redraw.ts', import.meta.url), { ...BOUNDS, onError });
  return {
    async redraw(upload: Buffer): Promise<{ bytes: Buffer; width: number; height: number }> {
      const drawn = await pool.run(new Uint8Array(upload));
      if (!drawn) throw new ApiError('NOT_A_PICTURE');
      return { ...drawn, bytes: Buffer.from(drawn.bytes) };
    },
    close: pool.close,
  };
}
