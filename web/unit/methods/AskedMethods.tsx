import type { Id } from '../../../core/document/index.ts';
import type { MethodQuestion, ShopKnows } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { MethodsAnswer } from './MethodsAnswer.tsx';
import { useMethods } from './useMethods.ts';

/** A question about some feeds, and its answer when the worker has it. */
export function AskedMethods({
  question,
  fuseIds,
  knows,
  hourMarks,
  onTaken,
}: {
  question: MethodQuestion;
  fuseIds: readonly Id[];
  knows: ShopKnows;
  hourMarks: number | null;
  onTaken(): void;
}) {
  const { build } = useUnit();
  const answer = useMethods(build, question, fuseIds, knows);
  return <MethodsAnswer answer={answer} hourMarks={hourMarks} onTaken={onTaken} />;
}
