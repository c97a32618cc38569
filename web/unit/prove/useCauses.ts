import { wrap } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import { type Observation, type ProvingStop, settingKey } from '../../../core/prove/index.ts';
import type { Causes, DiagnosisWorker } from '../../app/diagnosisWorker.ts';

const remote = wrap<DiagnosisWorker>(
  new Worker(new URL('../../app/diagnosisWorker.ts', import.meta.url), { type: 'module' }),
);

/** The latest reading of every point that was read, by the key that the diagnosis gives it. */
function observationsOf(build: Build): Observation[] {
  const latest = new Map<string, { at: string; observation: Observation }>();
  for (const { setting, place, quantity, value, batteryV, at } of Object.values(build.readings)) {
    const id = place.kind === 'feed' ? place.fuseId : place.lampId;
    const pointKey = `${settingKey(setting)} ${quantity} ${id}`;
    const known = latest.get(pointKey);
    if (!known || at >= known.at) latest.set(pointKey, { at, observation: { pointKey, value, batteryV } });
  }
  return [...latest.values()].map(({ observation }) => observation);
}

/** Likely causes of readings that fail, worked out in a worker; null while it is, or when none fails. */
export function useCauses(build: Build, stops: readonly ProvingStop[]): Causes | null {
  const failing = stops.some((stop) => stop.points.some((point) => point.verdict === 'fail'));
  const [causes, setCauses] = useState<Causes | null>(null);
  const settings = useMemo(() => stops.map((stop): Id[] => stop.controls.map((control) => control.id).sort()), [stops]);
  useEffect(() => {
    let current = true;
    if (!failing) setCauses(null);
    else
      void remote.causes(build, settings, observationsOf(build)).then((answer) => {
        if (current) setCauses(answer);
      });
    return () => {
      current = false;
    };
  }, [build, failing, settings]);
  return failing ? causes : null;
}
