import { useCallback } from 'react';
import type { Id, LookedWrong } from '../../../core/document/index.ts';
import { latestLook, type ProvingStop } from '../../../core/prove/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';

/**
 * Records how a step looked: all as shown when no lamp is named, else as before with this lamp changed. True when it was
 * taken.
 */
export function useLook({
  controls,
  keyOn,
  key,
}: ProvingStop): (lampId: Id | null, wrong: LookedWrong | null) => boolean {
  const { build, act } = useUnit();
  return useCallback(
    (lampId, wrong) => {
      const { [lampId ?? '']: _, ...others } = lampId ? (latestLook(build, key)?.wrong ?? {}) : {};
      return act({
        kind: 'recordLook',
        look: {
          id: newId(),
          setting: controls.map(({ id }) => id),
          keyOn,
          wrong: lampId && wrong ? { ...others, [lampId]: wrong } : others,
        },
      });
    },
    [act, build, controls, keyOn, key],
  );
}
