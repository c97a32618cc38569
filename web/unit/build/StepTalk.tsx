import { CheckOutlined, WarningOutlined } from '@ant-design/icons';
import { Button, Image } from 'antd';
import dayjs from 'dayjs';
import type { Step } from '../../../core/steps/index.ts';
import { UnitPhoto } from '../UnitPhoto.tsx';
import { useUnit } from '../useUnit.ts';

/** Problems and pictures of a step. */
export function StepTalk({ step }: { step: Step }) {
  const { id, build, mayEdit, act } = useUnit();
  const problems = Object.values(build.problems).filter((problem) => problem.stepKey === step.key);
  const photos = Object.values(build.photos).filter((photo) => photo.stepKey === step.key);
  if (problems.length + photos.length === 0) return null;
  return (
    <section className="step-talk" aria-label="Problems and photos">
      {problems.map((problem) => (
        <article key={problem.id} className={problem.solved ? 'solved' : ''}>
          <span className={`state ${problem.solved ? 'ok' : 'caution'}`}>
            {problem.solved ? <CheckOutlined aria-hidden /> : <WarningOutlined aria-hidden />}{' '}
            {problem.solved ? 'Solved' : 'Problem'}
          </span>
          <p>{problem.words}</p>
          <small className="muted">
            {problem.by}, {dayjs(problem.at).format('D MMM HH:mm')}
            {problem.solved && ` · ${problem.solved.words}, ${problem.solved.by}`}
          </small>
          {mayEdit && !problem.solved && (
            <Button onClick={() => act({ kind: 'solveProblem', problemId: problem.id, words: 'solved' })}>
              It is solved
            </Button>
          )}
        </article>
      ))}
      {photos.length > 0 && (
        <div className="photo-row">
          <Image.PreviewGroup>
            {photos.map((photo) => (
              <UnitPhoto key={photo.id} unitId={id} photo={photo} width={92} />
            ))}
          </Image.PreviewGroup>
        </div>
      )}
    </section>
  );
}
