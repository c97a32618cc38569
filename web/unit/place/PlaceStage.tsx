import { useCallback, useMemo, useState } from 'react';
import type { Face, Id, Position } from '../../../core/build/index.ts';
import { nudge, placeLampOperation } from '../../../core/place/index.ts';
import { useShelfQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { GroupPanel } from './GroupPanel.tsx';
import { LampPanel } from './LampPanel.tsx';
import { PlaceTools } from './PlaceTools.tsx';
import { ShelfList } from './ShelfList.tsx';

/** Lamps within this of the centreline are put on it and stay single. */
const SNAP_TO_CENTRE_MM = 60;

export function PlaceStage() {
  const { build, body, overview, preferences, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const { data: shelf = [] } = useShelfQuery();
  const [armed, setArmed] = useState<string | null>(null);

  const select = useCallback((ids: Id[]) => dispatch(unitActions.selected(ids)), [dispatch]);
  const move = useCallback(
    (ids: Id[], by: Partial<Position>) => act({ kind: 'moveLamps', moves: nudge(build, body, ids, by) }),
    [act, build, body],
  );
  const drop = useCallback(
    (face: Face, position: Position, modelKey: string) => {
      const model = shelf.find((entry) => entry.model.key === modelKey)?.model;
      if (!model) return;
      const side = face === 'left' || face === 'right';
      const centred = !side && Math.abs(position.yMm) < SNAP_TO_CENTRE_MM;
      const operation = placeLampOperation(
        build,
        { model, face, position: centred ? { ...position, yMm: 0 } : position, paired: !centred },
        newId,
      );
      if (act(operation)) select(operation.lamps.slice(0, 1).map((lamp) => lamp.id));
      setArmed(null);
    },
    [shelf, build, act, select],
  );

  const findings = useMemo(
    () => (overview?.findings ?? []).filter((finding) => ['M26', 'M30', 'M33'].includes(finding.code)),
    [overview],
  );
  const marks = useMemo(() => {
    const found = new Map<Id, 'stop' | 'caution'>();
    for (const finding of findings) {
      if (finding.code === 'M30') continue; // a missing kit is no fault of the place
      for (const id of finding.place.lampIds)
        if (finding.severity === 'stop' || !found.has(id))
          found.set(id, finding.severity === 'stop' ? 'stop' : 'caution');
    }
    return found;
  }, [findings]);

  const single = selection.length === 1 ? build.lamps[selection[0]!] : undefined;
  const ofSelection = findings.filter((finding) => selection.some((id) => finding.place.lampIds.includes(id)));

  return (
    <div className="split">
      <Sheet
        body={body}
        build={build}
        unit={preferences.length}
        selection={selection}
        onSelect={select}
        onMove={mayEdit ? move : undefined}
        onDrop={mayEdit ? drop : undefined}
        armedModelKey={armed}
        tapes
        marks={marks}
        showKey
      >
        {mayEdit && <PlaceTools selection={selection} />}
        {armed && (
          <div className="arm-hint">
            Click a view to place it. Off the centreline it comes as a mirrored pair. Esc lets go.
          </div>
        )}
      </Sheet>
      <aside className="panel" aria-label="Place">
        {single && <LampPanel lamp={single} />}
        {selection.length > 1 && <GroupPanel ids={selection} />}
        <Findings
          findings={selection.length > 0 ? ofSelection : findings}
          empty={selection.length > 0 ? 'Nothing against this place.' : 'Nothing against the layout.'}
        />
        {mayEdit && <ShelfList entries={shelf} armed={armed} onArm={setArmed} />}
      </aside>
    </div>
  );
}
