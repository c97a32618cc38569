/**
 * Judging units beside the requests: after a commit the unit's build goes to a worker thread, and what comes back is
 * written into its columns. An acknowledgement never waits for it, and a unit whose arithmetic does not end holds up
 * nobody: after a time limit it says that it could not be judged. Several commits of one unit are judged once.
 */
import { workerThreads } from '../workerPool.ts';
import type { JudgeAnswer, JudgeTask } from './judgeWorker.ts';
import type { UnitRepository } from './repository.ts';

const LIMIT_MS = 2000;
const NOT_IN_TIME = 'This unit could not be judged in time: its findings are not known.';
const LONGEST_WHY = 400;
/** The board waits this long for units that were just worked on, and no longer. */
const SETTLE_MS = 600;

export interface JudgeOptions {
  repository: UnitRepository;
  limitMs?: number;
  onError?(error: unknown): void;
}

export function judgeUnits({ repository, limitMs = LIMIT_MS, onError = () => {} }: JudgeOptions) {
  // Kept for good: the first judgement of a day should not wait for a thread.
  const pool = workerThreads<JudgeTask, JudgeAnswer>(
    new URL('./judgeWorker.ts', import.meta.url),
    1,
    Number.POSITIVE_INFINITY,
  );
  pool.on('error', onError);
  /** Units that wait to be judged, in the order in which they were asked for. */
  const waiting = new Map<string, Promise<void>>();
  let line: Promise<void> = Promise.resolve();
  let closed = false;

  /** The answer for a stored document, or why there is none. The limit counts from when the thread is there. */
  async function answerFor(unitId: string, text: string): Promise<JudgeAnswer | { kind: 'late' }> {
    await pool.run({ unitId, text: null });
    const abort = new AbortController();
    const timer = setTimeout(() => abort.abort(), limitMs);
    try {
      return await pool.run({ unitId, text }, { signal: abort.signal });
    } catch (error) {
      if (!abort.signal.aborted) onError(error);
      return { kind: 'late' };
    } finally {
      clearTimeout(timer);
    }
  }

  async function judgeNow(unitId: string): Promise<void> {
    waiting.delete(unitId);
    if (closed) return;
    const row = await repository.document(unitId);
    if (!row || closed) return;
    const answer = await answerFor(unitId, row.build);
    if (closed) return;
    const damaged = answer.kind === 'damaged' ? answer.why.slice(0, LONGEST_WHY) : null;
    const outcome = answer.kind === 'judged' ? answer : { damaged, why: damaged ?? NOT_IN_TIME };
    await repository.writeJudgement(unitId, row.revision, outcome);
  }

  function ask(unitId: string): Promise<void> {
    const asked = waiting.get(unitId);
    if (asked) return asked;
    line = line
      .then(() => judgeNow(unitId))
      // The database may be away: the next commit or the next start asks again.
      .catch((error: unknown) => (closed ? undefined : onError(error)));
    waiting.set(unitId, line);
    return line;
  }

  return {
    ask: (unitId: string): void => void ask(unitId),

    /** When what was asked so far has been judged, or after a moment: whoever asks then sees what is known. */
    async settled(): Promise<void> {
      let timer: ReturnType<typeof setTimeout> | undefined;
      const aMoment = new Promise<void>((resolve) => {
        timer = setTimeout(resolve, SETTLE_MS);
      });
      await Promise.race([line, aMoment]);
      clearTimeout(timer);
    },

    /** Asks for every unit, those first that were committed but never judged: after a start, and after an upgrade. */
    async sweep(): Promise<void> {
      for (const id of await repository.idsToJudge()) {
        if (closed) return;
        // One at a time, so that what people do in between is not kept waiting behind the whole yard.
        await ask(id);
      }
    },

    async close(): Promise<void> {
      closed = true;
      await pool.destroy();
      await line;
    },
  };
}

export type Judge = ReturnType<typeof judgeUnits>;
