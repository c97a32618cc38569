import { METHOD_QUESTIONS, type MethodQuestion } from '../../../core/work/index.ts';

const WORDS: Record<MethodQuestion, string> = {
  joints: 'Joints',
  looms: 'Loom or wire',
  runs: 'One run or several',
  sources: 'Source',
  grounds: 'Ground',
  sides: 'Side of the switch',
};

/** What crews do in different ways. */
export function QuestionChoice({
  value,
  onChange,
}: {
  value: MethodQuestion;
  onChange(question: MethodQuestion): void;
}) {
  return (
    <div className="chips" role="radiogroup" aria-label="What is compared">
      {METHOD_QUESTIONS.map((question) => (
        <button
          key={question}
          type="button"
          role="radio"
          aria-checked={question === value}
          onClick={() => onChange(question)}
        >
          {WORDS[question]}
        </button>
      ))}
    </div>
  );
}
