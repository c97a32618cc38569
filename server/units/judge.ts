/**
 * Judging units beside the requests: after a commit the unit's build goes to a worker thread, and what comes back is
 * written into its columns. An acknowledgement never waits for it, and a unit whose arithmetic does not end holds up
 * nobody: after a time limit it says that it could not be judged. Several commits of one unit are judged once.
 */
import { Op } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { UnitRow } from '../database/models.ts';
import { workerThreads } from '../workerPool.ts';
import { judgedColumns, unjudgedSummary } from './judgement.ts';
import type { JudgeAnswer, JudgeTask } from './judgeWorker.ts';

const LIMIT_MS = 2000;
const NOT_IN_TIME = 'This unit could not be judged in time: its findings are not known.';
const LONGEST_WHY = 400;
/** The board waits this long for units that were just worked on, and no longer. */
const SETTLE_MS = 600;

export interface JudgeOptions {
  database: Database;
  limitMs?: number;
  onError?(error: unknown): void;
}

export function judgeUnits({ database: { tables, sequelize }, limitMs = LIMIT_MS, onError = () => {} }: JudgeOptions) {
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
    const row = (await tables.units.findByPk(unitId, {
      attributes: ['id', 'revision', 'build'],
      raw: true,
    })) as unknown as Pick<UnitRow, 'id' | 'revision' | 'build'> | null;
    if (!row || closed) return;
    const answer = await answerFor(unitId, row.build);
    if (closed) return;
    // Another process may have judged a later revision meanwhile; that stands.
    const where = { id: unitId, judgedRevision: { [Op.lte]: row.revision }, revision: { [Op.gte]: row.revision } };
    const judgedRevision = row.revision;
    if (answer.kind !== 'judged') {
      const damaged = answer.kind === 'damaged' ? answer.why.slice(0, LONGEST_WHY) : null;
      const summary = JSON.stringify(unjudgedSummary(damaged ?? NOT_IN_TIME));
      await tables.units.update({ judgedRevision, damaged, summary, stops: 0, cautions: 0 }, { where });
      return;
    }
    await sequelize.transaction(async (transaction) => {
      const columns = { ...judgedColumns(answer, answer.judgement), judgedRevision, damaged: null };
      const [changed] = await tables.units.update(columns, { where, transaction });
      if (changed === 0) return;
      await tables.unitPatterns.destroy({ where: { unitId }, transaction });
      await tables.unitPatterns.bulkCreate(
        answer.judgement.summary.patternIds.map((patternId) => ({ unitId, patternId })),
        { transaction },
      );
    });
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
      const rows = (await tables.units.findAll({
        attributes: ['id'],
        order: [[sequelize.literal('judged_revision < revision'), 'DESC']],
        raw: true,
      })) as unknown as { id: string }[];
      for (const { id } of rows) {
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
