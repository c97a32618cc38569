import { CheckCircleFilled } from '@ant-design/icons';
import type { SurveyQuestion } from '../../../core/work/index.ts';
import { TextField } from '../../ui/TextField.tsx';
import { useUnit } from '../useUnit.ts';

export function Question({ question: { key, words, why, usual } }: { question: SurveyQuestion }) {
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
