import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Build } from '../../../core/document/index.ts';
import type { TriedWays } from '../../../core/rules/index.ts';
import type { WaysWorker } from './waysWorker.ts';

export type TriedState = { kind: 'trying' } | { kind: 'ready'; ways: TriedWays } | { kind: 'failed' };

/** Tries the ways out of a build while the list is open; a newer build puts an older one aside. */
export function useTriedWays(build: Build): TriedState {
  const [state, setState] = useState<TriedState>({ kind: 'trying' });
  const latest = useRef(build);
  const remote = useRef<Remote<WaysWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('./waysWorker.ts', import.meta.url), { type: 'module' });
    remote.current = wrap<WaysWorker>(worker);
    return () => worker.terminate();
  }, []);
  useEffect(() => {
    latest.current = build;
    setState({ kind: 'trying' });
    remote.current?.tryAll(build).then(
      (ways) => latest.current === build && setState({ kind: 'ready', ways }),
      () => latest.current === build && setState({ kind: 'failed' }),
    );
  }, [build]);
  return state;
}
