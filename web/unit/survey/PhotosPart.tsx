import { CameraOutlined, DeleteOutlined } from '@ant-design/icons';
import { Alert, Button, Image } from 'antd';
import { useRef, useState } from 'react';
import { keepPhoto } from '../../app/photoQueue.ts';
import { useAppDispatch } from '../../app/store.ts';
import { UnitPhoto } from '../UnitPhoto.tsx';
import { useUnit } from '../useUnit.ts';

/** Pictures kept with the unit. Place and device are taken out of them on the way in. */
export function PhotosPart() {
  const { id, build, mayEdit, act } = useUnit();
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');

  const send = async (files: FileList | null) => {
    setBusy(true);
    setProblem('');
    for (const file of files ?? []) {
      const caption = file.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 100) || 'Photo';
      const draft = await dispatch(keepPhoto(file, { caption, stepKey: null }));
      if (draft) act(draft);
      else setProblem(`${file.name}: that is no picture that can be read. Take a JPEG, PNG or WebP.`);
    }
    setBusy(false);
    if (input.current) input.current.value = '';
  };
  const photos = Object.values(build.photos);
  return (
    <section className="survey-part" aria-label="Photos">
      {mayEdit && (
        <>
          <input
            ref={input}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            hidden
            aria-label="Photos to add"
            onChange={(event) => void send(event.target.files)}
          />
          <Button type="primary" icon={<CameraOutlined />} loading={busy} onClick={() => input.current?.click()}>
            Take or add photos
          </Button>
        </>
      )}
      {problem && <Alert type="warning" title={problem} showIcon />}
      <div className="photo-grid">
        <Image.PreviewGroup>
          {photos.map((photo) => (
            <figure key={photo.id}>
              <UnitPhoto unitId={id} photo={photo} />
              <figcaption>
                {photo.caption}
                {mayEdit && (
                  <Button
                    type="text"
                    size="small"
                    aria-label={`Take out ${photo.caption}`}
                    icon={<DeleteOutlined />}
                    onClick={() => act({ kind: 'removeSurveyItem', from: 'photos', itemId: photo.id })}
                  />
                )}
              </figcaption>
            </figure>
          ))}
        </Image.PreviewGroup>
      </div>
      {photos.length === 0 && <p className="muted">JPEG, PNG or WebP, up to 15 MB. Where it was taken is not kept.</p>}
    </section>
  );
}
