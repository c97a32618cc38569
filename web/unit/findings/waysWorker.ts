/** Trying ways out is an assessment for each of them: done beside the page, and beside what the stages wait for. */
import { expose } from 'comlink';
import type { Build } from '../../../core/document/index.ts';
import { assess, groupFindings, type TriedWays, tryWays } from '../../../core/rules/index.ts';

const worker = {
  tryAll(build: Build): TriedWays {
    const { findings } = assess(build);
    return tryWays(build, findings, groupFindings(findings));
  },
};
export type WaysWorker = typeof worker;
expose(worker);
