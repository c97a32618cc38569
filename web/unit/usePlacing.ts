import { useCallback } from 'react';
import type { Position } from '../../core/document/index.ts';
import { PANEL, type ThingWithPlace } from '../../core/graph/index.ts';
import { useUnit } from './useUnit.ts';

/** Says where something sits: a fuse box, the battery, a control, a part of the circuit. */
export function usePlacing(): (key: ThingWithPlace['key'], position: Position) => void {
  const { build, act } = useUnit();
  const { fuseBoxes } = build;
  return useCallback(
    (key, position) =>
      act(
        key === PANEL
          ? { kind: 'setFusePanel', changes: { position } }
          : fuseBoxes[key]
            ? { kind: 'editFuseBox', boxId: key, changes: { position } }
            : { kind: 'setPlace', of: key, position },
      ),
    [act, fuseBoxes],
  );
}
