import { useCallback } from 'react';
import type { Position } from '../../core/document/index.ts';
import type { ThingWithPlace } from '../../core/graph/index.ts';
import { useUnit } from './useUnit.ts';

/** Says where something sits: the fuse panel, the battery, a control, a part of the circuit. */
export function usePlacing(): (key: ThingWithPlace['key'], position: Position) => void {
  const { act } = useUnit();
  return useCallback(
    (key, position) =>
      act(key === 'panel' ? { kind: 'setFusePanel', changes: { position } } : { kind: 'setPlace', of: key, position }),
    [act],
  );
}
