import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import type { FieldOptions, LampField } from '../../../core/sight/index.ts';
import type { SightWorker } from '../../app/sightWorker.ts';

const remote = wrap<SightWorker>(new Worker(new URL('../../app/sightWorker.ts', import.meta.url), { type: 'module' }));

/** The field of view of one lamp, worked out in a worker; null while it is, or when no lamp is asked about. */
export function useField(build: Build, lampId: Id | null, options: FieldOptions): LampField | null {
  const [field, setField] = useState<LampField | null>(null);
  useEffect(() => {
    let current = true;
    if (!lampId) setField(null);
    else
      void remote.lampFields(build, [lampId], options).then(([answer]) => {
        if (current) setField(answer ?? null);
      });
    return () => {
      current = false;
    };
  }, [build, lampId, options]);
  return field?.lampId === lampId ? field : null;
}
