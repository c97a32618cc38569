import { CameraOutlined, CheckOutlined, WarningOutlined } from '@ant-design/icons';
import { App, Button, Image, Input, Modal } from 'antd';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import type { Step } from '../../../core/steps/index.ts';
import { newId } from '../../app/ids.ts';
import { keepPhoto } from '../../app/photoQueue.ts';
import { useAppDispatch } from '../../app/store.ts';
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

/** The two buttons beside Done. */
export function TalkButtons({ step }: { step: Step }) {
  const { act } = useUnit();
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  const input = useRef<HTMLInputElement>(null);
  const [isOpen, setOpen] = useState(false);
  const [words, setWords] = useState('');
  const addPhotos = async (files: FileList | null) => {
    for (const file of files ?? []) {
      const draft = await dispatch(keepPhoto(file, { caption: step.title.slice(0, 110), stepKey: step.key }));
      if (draft) act(draft);
      else void message.warning(`${file.name} is no picture that can be read. Take a JPEG, PNG or WebP.`);
    }
    if (input.current) input.current.value = '';
  };
  const report = () => {
    if (!act({ kind: 'reportProblem', problem: { id: newId(), stepKey: step.key, words } })) return;
    setWords('');
    setOpen(false);
  };
  return (
    <>
      <Button size="large" className="stacked" icon={<WarningOutlined />} onClick={() => setOpen(true)}>
        Problem
      </Button>
      <Button size="large" className="stacked" icon={<CameraOutlined />} onClick={() => input.current?.click()}>
        Photo
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        hidden
        aria-label="Photo of this step"
        onChange={(event) => void addPhotos(event.target.files)}
      />
      <Modal
        title={`Problem: ${step.title}`}
        open={isOpen}
        okText="Report it"
        okButtonProps={{ disabled: words.trim().length < 2 }}
        onOk={report}
        onCancel={() => setOpen(false)}
      >
        <Input.TextArea
          aria-label="What is wrong"
          placeholder="What is wrong, where, and what it would take"
          rows={4}
          maxLength={500}
          autoFocus
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </Modal>
    </>
  );
}
