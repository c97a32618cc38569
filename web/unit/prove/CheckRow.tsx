import { Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import type { Check } from '../../../core/document/index.ts';
import type { CheckKind } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';

const RESULTS: { value: Check['result']; label: string }[] = [
  { value: 'good', label: 'Good' },
  { value: 'bad', label: 'Not good' },
  { value: 'later', label: 'Later' },
];

export function CheckRow({ kind }: { kind: CheckKind }) {
  const { build, mayEdit, act } = useUnit();
  const check = build.checks[kind.key];
  const [note, setNote] = useState(check?.note ?? '');
  const photos = Object.values(build.photos);
  const record = (changes: Partial<Pick<Check, 'result' | 'note' | 'photoId'>>) =>
    act({
      kind: 'recordCheck',
      key: kind.key,
      check: { result: 'later', note: note.trim(), photoId: check?.photoId ?? null, ...kept(check), ...changes },
    });
  return (
    <div className={`check ${check?.result ?? 'unread'}`} data-check={kind.key}>
      <div>
        <b>{kind.name}</b>
        <small className="muted">{kind.how}</small>
      </div>
      <Segmented
        aria-label={kind.name}
        disabled={!mayEdit}
        value={check?.result ?? ''}
        onChange={(value) => record({ result: value as Check['result'], note: note.trim() })}
        options={RESULTS}
      />
      {check && (
        <div className="check-note">
          <Input
            aria-label={`Note on ${kind.name.toLowerCase()}`}
            placeholder="Note"
            disabled={!mayEdit}
            maxLength={300}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            onBlur={() => note.trim() !== check.note && record({ note: note.trim() })}
          />
          {kind.key === 'night' && photos.length > 0 && (
            <Select
              aria-label="Photograph of the night look"
              placeholder="Photograph"
              allowClear
              disabled={!mayEdit}
              value={check.photoId}
              onChange={(photoId: string | undefined) => record({ photoId: photoId ?? null })}
              options={photos.map((photo) => ({ value: photo.id, label: photo.caption }))}
            />
          )}
        </div>
      )}
    </div>
  );
}

const kept = (check: Check | undefined) =>
  check ? { result: check.result, note: check.note, photoId: check.photoId } : {};
