import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Pose } from '../../../core/body/index.ts';
import { type Build, type Face, type Id, movedBy, type Position, standingOn } from '../../../core/document/index.ts';
import {
  dropPlace,
  footOf,
  freePadNear,
  type Move,
  nudge,
  placeLampOperation,
  placeOnPadOperation,
} from '../../../core/place/index.ts';
import { findingsAt, isOpen } from '../../../core/rules/index.ts';
import type { FieldOptions } from '../../../core/sight/index.ts';
import { useShelfQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { isTyping } from '../../app/typing.ts';
import { carrierName } from '../../sheet/lampMarks.ts';
import type { SheetLayout } from '../../sheet/layout.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { ALL_ZONES } from '../../sheet/ZoneLayer.tsx';
import { Findings } from '../Findings.tsx';
import { unitActions } from '../unitSlice.ts';
import { useTrialOverview } from '../useOverview.ts';
import { useUnit } from '../useUnit.ts';
import { CopyForm } from './CopyForm.tsx';
import { FieldMap } from './FieldMap.tsx';
import { GroupPanel } from './GroupPanel.tsx';
import { HoleLayer } from './HoleLayer.tsx';
import { HolesPanel } from './HolesPanel.tsx';
import { LampPanel } from './LampPanel.tsx';
import { PlaceTools } from './PlaceTools.tsx';
import { RowGhost } from './RowGhost.tsx';
import { RowPanel } from './RowPanel.tsx';
import { RulesPanel } from './RulesPanel.tsx';
import { firstWish, type RowWish } from './rowWish.ts';
import { type Overlay, SheetViews } from './SheetViews.tsx';
import { ShelfList } from './ShelfList.tsx';
import { useField } from './useField.ts';
import '../unit.css';
import './place.css';

const TRAVELLING: Pose = {};

/** The build with lamps where they are held; only for looking at, never sent. */
const movedBuild = (build: Build, moves: readonly Move[]): Build => ({
  ...build,
  lamps: {
    ...build.lamps,
    ...Object.fromEntries(
      moves.flatMap(({ lampId, position }) => {
        const lamp = build.lamps[lampId];
        if (!lamp) return [];
        const along = standingOn(build, lampId).map((each) => [
          each.id,
          { ...each, position: movedBy(each.position, lamp.position, position) },
        ]);
        return [[lampId, { ...lamp, position }], ...along];
      }),
    ),
  },
});

/** Lamps of a group are chosen together. */
function withGroups(lamps: Build['lamps'], ids: readonly Id[]): Id[] {
  const groups = new Set(ids.flatMap((id) => lamps[id]?.groupId ?? []));
  if (groups.size === 0) return [...ids];
  const members = Object.values(lamps).filter((lamp) => lamp.groupId !== null && groups.has(lamp.groupId));
  return [...new Set([...ids, ...members.map((lamp) => lamp.id)])];
}

export function PlaceStage() {
  const { id, build, body, overview, preferences, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const { data: shelf = [] } = useShelfQuery();
  const [armed, setArmed] = useState<string | null>(null);
  // On a phone the shelf is far below the sheet that the lamp goes on.
  const sheet = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (armed) sheet.current?.scrollIntoView({ block: 'nearest' });
  }, [armed]);

  const [pose, setPose] = useState<Pose>(TRAVELLING);
  const [loaded, setLoaded] = useState(false);
  const [overlay, setOverlay] = useState<Overlay>('none');
  const [wished, setRow] = useState<RowWish | null>(null);
  // Somebody may have changed the body meanwhile, and its part be gone.
  const row = body.parts.some(({ id: partId }) => partId === wished?.partId) ? wished : null;
  const [copying, setCopying] = useState(false);
  const travelling = Object.values(pose).every((at) => at === 0);

  const { lamps } = build;
  // What is mounted is the housing, whichever of its jobs was touched.
  const mounted = useCallback((ids: Id[]) => [...new Set(ids.map((id) => lamps[id]?.housingId ?? id))], [lamps]);
  const select = useCallback(
    (ids: Id[]) => dispatch(unitActions.selected(withGroups(lamps, mounted(ids)))),
    [dispatch, lamps, mounted],
  );
  const move = useCallback(
    (ids: Id[], by: Partial<Position>) => act({ kind: 'moveLamps', moves: nudge(build, body, mounted(ids), by) }),
    [act, build, body, mounted],
  );
  const drop = useCallback(
    (face: Face, position: Position, modelKey: string) => {
      const model = shelf.find((entry) => entry.model.key === modelKey)?.model;
      if (!model) return;
      // Let go over a free place of a bracket it stands there; what holds others does not.
      const free = model.holds ? null : freePadNear(build, face, position);
      const operation = free
        ? placeOnPadOperation(build, { model, ...free }, newId)
        : placeLampOperation(build, { model, ...dropPlace(body, model, face, position) }, newId);
      if (act(operation)) select(operation.lamps.slice(0, 1).map((lamp) => lamp.id));
      setArmed(null);
    },
    [shelf, build, body, act, select],
  );

  const [trial, setTrial] = useState<Build | null>(null);
  const hold = useCallback(
    (held: { ids: Id[]; by: Partial<Position> } | null) => {
      const moves = held ? nudge(build, body, mounted(held.ids), held.by) : [];
      setTrial(moves.length > 0 ? movedBuild(build, moves) : null);
    },
    [build, body, mounted],
  );
  const trialOverview = useTrialOverview(trial);
  const shownFindings = (trialOverview ?? overview)?.findings;
  const findings = useMemo(() => (shownFindings ? findingsAt(shownFindings, 'place') : null), [shownFindings]);
  const marks = useMemo(() => {
    const found = new Map<Id, 'stop' | 'caution'>();
    for (const finding of findings ?? []) {
      if (!isOpen(finding)) continue;
      for (const id of finding.place.lampIds)
        if (finding.severity === 'stop' || !found.has(id))
          found.set(id, finding.severity === 'stop' ? 'stop' : 'caution');
    }
    return found;
  }, [findings]);

  // Holes are those of what touches the skin.
  const feet = useMemo(
    () => [...new Set(selection.map((each) => (lamps[each] ? footOf({ lamps }, lamps[each]).id : each)))],
    [selection, lamps],
  );
  // Lamps stand back, so that what is under them is seen.
  const dimmed = useMemo(() => new Map(Object.keys(lamps).map((lampId) => [lampId, 0.3])), [lamps]);
  const holes = useCallback(
    (layout: SheetLayout) => <HoleLayer build={build} layout={layout} selection={feet} />,
    [build, feet],
  );
  const rowModel = shelf.find((entry) => entry.model.key === row?.modelKey)?.model;
  const ghost = useCallback(
    (layout: SheetLayout) => row && <RowGhost layout={layout} body={body} wish={row} model={rowModel} />,
    [row, body, rowModel],
  );
  const single = selection.length === 1 ? build.lamps[selection[0]!] : undefined;
  const ofSelection = (findings ?? []).filter((finding) => selection.some((id) => finding.place.lampIds.includes(id)));

  const options = useMemo((): FieldOptions => ({ pose, loaded }), [pose, loaded]);
  const field = useField(build, overlay === 'sight' ? (selection[0] ?? null) : null, options);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!mayEdit || event.ctrlKey || event.metaKey) return;
      if (isTyping(event)) return;
      if (event.key.toLowerCase() === 'r') setRow((before) => before ?? firstWish(body));
      if (event.key === 'Escape') setRow(null);
      if (event.key.toLowerCase() === 'u') setCopying(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [mayEdit, body]);

  return (
    <div className="split">
      <div className="field-stack with-bar" ref={sheet}>
        <SheetViews
          unitId={id}
          unit={preferences.length}
          body={body}
          pose={pose}
          onPose={setPose}
          overlay={overlay}
          onOverlay={setOverlay}
          loaded={loaded}
          onLoaded={setLoaded}
        />
        <Sheet
          body={body}
          build={build}
          unit={preferences.length}
          selection={selection}
          onSelect={select}
          onHold={hold}
          onMove={mayEdit && travelling ? move : undefined}
          onDrop={mayEdit && travelling ? drop : undefined}
          pose={pose}
          zones={overlay === 'zones' ? ALL_ZONES : undefined}
          field={field}
          armedModelKey={armed}
          tapes={travelling && overlay === 'none'}
          marks={overlay === 'holes' ? undefined : marks}
          brightness={overlay === 'holes' ? dimmed : undefined}
          layer={row ? ghost : overlay === 'holes' ? holes : undefined}
          showKey={overlay !== 'zones'}
        >
          {mayEdit && (
            <PlaceTools
              selection={selection}
              onRow={() => setRow(row ? null : firstWish(body))}
              onCopy={() => setCopying(true)}
            />
          )}
          {!travelling && <div className="arm-hint">Lamps are moved with every joint as it travels.</div>}
          {overlay === 'sight' && selection.length === 0 && (
            <div className="arm-hint">Choose a lamp to see what hides it.</div>
          )}
          {armed && (
            <div className="arm-hint">
              Choose its place in a view. Off the centreline it comes as a mirrored pair.
              <span className="for-keys"> Esc lets go.</span>
            </div>
          )}
        </Sheet>
      </div>
      <aside className="panel" aria-label="Place">
        {row && (
          <RowPanel
            wish={row}
            onChange={setRow}
            onClose={() => setRow(null)}
            onPlaced={(ids) => {
              select(ids);
              setRow(null);
            }}
          />
        )}
        {overlay === 'holes' && <HolesPanel selection={feet} onSelect={select} />}
        {overlay !== 'holes' && single && <LampPanel lamp={single} />}
        {field && single && <FieldMap field={field} tag={single.tag} carrier={carrierName(body, single)} />}
        {overlay !== 'holes' && selection.length > 1 && <GroupPanel ids={selection} />}
        {overlay !== 'holes' && (
          <Findings
            findings={findings && selection.length > 0 ? ofSelection : findings}
            empty={selection.length > 0 ? 'Nothing against this place.' : 'Nothing against the layout.'}
          />
        )}
        {overlay !== 'holes' && mayEdit && <ShelfList entries={shelf} armed={armed} onArm={setArmed} />}
        {overlay !== 'holes' && selection.length === 0 && <RulesPanel />}
      </aside>
      {copying && <CopyForm onClose={() => setCopying(false)} />}
    </div>
  );
}
