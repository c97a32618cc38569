/** Runs in a thread of its own: reads a build and says everything that is derived from it. */
import { type Build, migrateBuild } from '../../core/document/index.ts';
import { type Judgement, judgeUnit } from './judgement.ts';

export interface JudgeTask {
  unitId: string;
  /** The document as it is stored; null asks only whether the thread is there. */
  text: string | null;
}

export type JudgeAnswer =
  | { kind: 'ready' }
  | { kind: 'damaged'; why: string }
  | { kind: 'judged'; unit: Build['unit']; judgement: Judgement };

/** Reads a stored document, whatever lies in its place. */
export function readBuild(text: string): { ok: true; value: Build } | { ok: false; why: string } {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return { ok: false, why: 'The stored document is not JSON any more.' };
  }
  const build = migrateBuild(document);
  return build.ok ? build : { ok: false, why: build.reason.message };
}

export default function judge({ unitId, text }: JudgeTask): JudgeAnswer {
  if (text === null) return { kind: 'ready' };
  const build = readBuild(text);
  if (!build.ok) return { kind: 'damaged', why: build.why };
  return { kind: 'judged', unit: build.value.unit, judgement: judgeUnit(unitId, build.value) };
}
