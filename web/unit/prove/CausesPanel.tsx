import { Button } from 'antd';
import { useState } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import { spreadOf } from '../../../core/prove/index.ts';
import type { Cause, Causes } from '../../app/diagnosisWorker.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { PointCard } from './PointCard.tsx';

/** Causes less likely than this are not worth a look. */
const SHOWN_FROM = 0.02;
const SHOWN = 4;
const PLACES = 3;

/** What the readings so far speak for, and the one that would tell it apart. */
export function CausesPanel({
  causes,
  batteryV,
  onPoint,
}: {
  causes: Causes | null;
  batteryV: string;
  onPoint(ids: Id[]): void;
}) {
  const { build, mayEdit, act } = useUnit();
  const [all, setAll] = useState(false);
  if (!causes) return <p className="muted">Working out what could cause this …</p>;
  const shown = causes.ranked.filter((cause, index) => index === 0 || cause.share >= SHOWN_FROM);
  const record = (cause: Cause) =>
    act({ kind: 'recordFault', fault: { id: newId(), words: cause.words.join('; ').slice(0, 300) } });
  return (
    <section className="causes" aria-label="Likely causes">
      <h3>What could cause this</h3>
      <ol>
        {shown.slice(0, all ? undefined : SHOWN).map((cause) => (
          <li key={cause.words.join()}>
            <button type="button" className="cause" onClick={() => onPoint(cause.lampIds)}>
              <span className="share" role="img" aria-label={`${Math.round(cause.share * 100)} percent`}>
                <i style={{ width: `${Math.max(3, cause.share * 100)}%` }} />
              </span>
              <b className="mono">{Math.round(cause.share * 100)} %</b>
              <span>
                {cause.words.slice(0, PLACES).map((words) => (
                  <span key={words} className="place">
                    {words}
                  </span>
                ))}
                {cause.words.length > PLACES && (
                  <small className="muted">or {cause.words.length - PLACES} more places that read the same</small>
                )}
              </span>
            </button>
            {mayEdit && (
              <Button size="small" onClick={() => record(cause)}>
                Found it
              </Button>
            )}
          </li>
        ))}
      </ol>
      {shown.length > SHOWN && !all && (
        <Button type="text" size="small" onClick={() => setAll(true)}>
          {shown.length - SHOWN} more
        </Button>
      )}
      {causes.next ? (
        <>
          <h3>Read this next</h3>
          <p className="detail">
            With {causes.next.controlIds.map((id) => build.controls[id]?.name).join(' + ')} on: it tells most of them
            apart.
          </p>
          <PointCard
            key={causes.next.key}
            batteryV={batteryV}
            metered={{
              controlIds: causes.next.controlIds,
              place: causes.next.place,
              quantity: causes.next.quantity,
              label: placeWords(build, causes.next),
              wouldRead: {
                nominal: causes.next.nominal,
                low: Math.max(0, causes.next.nominal - 2 * spreadOf(causes.next.quantity, causes.next.nominal)),
                high: causes.next.nominal + 2 * spreadOf(causes.next.quantity, causes.next.nominal),
              },
            }}
          />
        </>
      ) : (
        <p className="muted">No further reading would tell these apart: look at the first one.</p>
      )}
    </section>
  );
}

const placeWords = (build: Build, { place }: NonNullable<Causes['next']>): string =>
  place.kind === 'lamp'
    ? `at ${build.lamps[place.lampId]?.tag ?? 'the lamp'}`
    : `through fuse ${build.elements[place.fuseId]?.name ?? ''}`;
