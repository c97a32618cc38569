import { CameraOutlined, WarningOutlined } from '@ant-design/icons';
import { App, Button, Input, Modal } from 'antd';
import { useRef, useState } from 'react';
import type { Step } from '../../../core/steps/index.ts';
import { newId } from '../../app/ids.ts';
import { keepPhoto } from '../../app/photoQueue.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useUnit } from '../useUnit.ts';

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
