import { Button, Input, Segmented, Select } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { Check } from '../../../core/document/index.ts';
import { CHECKS, type CheckKind, isProven, openItems, type ProvingStop } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';

/** What is looked at without a meter, what was found, and the signature under it all. */
export function ChecksPanel({ stops }: { stops: readonly ProvingStop[] }) {
  const { build, overview, preferences, mayEdit, act } = useUnit();
  const open = openItems(build, stops, overview?.findings ?? [], preferences);
  const faults = Object.values(build.faults);
  return (
    <section className="checks" aria-label="Without a meter">
      <h2>Without a meter</h2>
      {CHECKS.map((kind) => (
        <CheckRow key={kind.key} kind={kind} />
      ))}
      {faults.length > 0 && (
        <>
          <h3>Found and put right</h3>
          <ul className="faults">
            {faults.map((fault) => (
              <li key={fault.id}>
                <span>
                  {fault.words}
                  <small className="muted">
                    {fault.by.split(' ')[0]}, {dayjs(fault.at).format('D MMM HH:mm')}
                  </small>
                </span>
                {mayEdit && (
                  <Button size="small" type="text" onClick={() => act({ kind: 'removeFault', faultId: fault.id })}>
                    Not this
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <h3>Sign-off</h3>
      {build.signOff ? (
        <>
          <p className="state ok">
            ✓ Signed by {build.signOff.by}, {dayjs(build.signOff.at).format('D MMM YYYY HH:mm')}
          </p>
          {build.signOff.open.length > 0 && <p className="muted">Open then: {build.signOff.open.join('; ')}.</p>}
        </>
      ) : (
        <p className={open.length === 0 ? 'state ok' : 'detail'}>
          {open.length === 0 ? '✓ Nothing is open.' : `${open.length} open:`}
        </p>
      )}
      {!build.signOff && open.length > 0 && (
        <ul className="open-items">
          {open.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {mayEdit &&
        (build.signOff ? (
          <Button onClick={() => act({ kind: 'signOff', open: null })}>Take the signature back</Button>
        ) : (
          <>
            <Button
              type="primary"
              block
              disabled={!isProven(stops)}
              onClick={() => act({ kind: 'signOff', open: open.slice(0, 100) })}
            >
              Sign: proven{open.length > 0 ? ', with this open' : ''}
            </Button>
            {!isProven(stops) && <p className="muted">Nothing is called proven while a step is unread or fails.</p>}
          </>
        ))}
    </section>
  );
}

const RESULTS: { value: Check['result']; label: string }[] = [
  { value: 'good', label: 'Good' },
  { value: 'bad', label: 'Not good' },
  { value: 'later', label: 'Later' },
];

function CheckRow({ kind }: { kind: CheckKind }) {
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
