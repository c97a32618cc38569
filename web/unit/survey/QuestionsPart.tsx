import { surveyQuestions } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { Question } from './Question.tsx';

/** The questions that every survey of such a unit asks, each with its why and its usual answers. */
export function QuestionsPart() {
  const { body } = useUnit();
  return (
    <section className="survey-part" aria-label="Questions">
      {surveyQuestions(body).map((question) => (
        <Question key={question.key} question={question} />
      ))}
    </section>
  );
}
