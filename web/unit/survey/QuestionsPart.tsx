import { CheckCircleFilled } from '@ant-design/icons';
import { type SurveyQuestion, surveyQuestions } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { TextField } from './fields.tsx';

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

function Question({ question: { key, words, why, usual } }: { question: SurveyQuestion }) {
  const { build, mayEdit, act } = useUnit();
  const answer = build.survey[key];
  const put = (value: string) => act({ kind: 'answerSurvey', key, value });
  return (
    <article className="question">
      <h4>
        {answer && <CheckCircleFilled className="done" aria-label="Answered" />} {words}
      </h4>
      <p className="muted">{why}</p>
      <div className="usual">
        {usual.map((value) => (
          <button
            key={value}
            type="button"
            aria-pressed={answer?.value === value}
            disabled={!mayEdit}
            onClick={() => put(answer?.value === value ? '' : value)}
          >
            {value}
          </button>
        ))}
      </div>
      <TextField
        label={words}
        placeholder="or in your own words"
        value={answer && !usual.includes(answer.value) ? answer.value : ''}
        disabled={!mayEdit}
        onCommit={put}
      />
      {answer && <small className="muted">{answer.by}</small>}
    </article>
  );
}
