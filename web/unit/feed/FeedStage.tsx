import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons';
import { App, Button } from 'antd';
import { useCallback, useMemo, useState } from 'react';
import type { ZoneKind } from '../../../core/body/index.ts';
import type { Id, Position } from '../../../core/document/index.ts';
import { thingsWithPlaces, unfedLamps } from '../../../core/graph/index.ts';
import { bundlesOf, CLEARANCE_MM, wireRoutes } from '../../../core/harness/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { findingsAt } from '../../../core/rules/index.ts';
import type { LeadChoice } from '../../../core/work/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import type { SheetLayout } from '../../sheet/layout.ts';
import { type RouteChoice, RoutesLayer } from '../../sheet/RoutesLayer.tsx';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { FeedMethods } from '../methods/FeedMethods.tsx';
import { unitActions } from '../unitSlice.ts';
import { usePlacing } from '../usePlacing.ts';
import { useUnit } from '../useUnit.ts';
import { BatteryView } from './BatteryView.tsx';
import { BudgetRow } from './BudgetRow.tsx';
import { CutListView } from './CutListView.tsx';
import { FeedDiagram } from './FeedDiagram.tsx';
import { FeedPanel } from './FeedPanel.tsx';
import { FeedTotals } from './FeedTotals.tsx';
import { FileLinks } from './FileLinks.tsx';
import { HabitsRow } from './HabitsRow.tsx';
import { JointsView } from './JointsView.tsx';
import { useChosenLead } from './leads/chosenLead.ts';
import type { PlannedModule } from './leads/LeadChain.tsx';
import { LeadPanel } from './leads/LeadPanel.tsx';
import { LeadsView } from './leads/LeadsView.tsx';
import { NewFeed } from './NewFeed.tsx';
import { PlansPanel } from './PlansPanel.tsx';
import { RoutesPanel } from './RoutesPanel.tsx';
import { SparePanel } from './SparePanel.tsx';
import { sourceOfPin } from './sources.ts';
import '../unit.css';
import './feed.css';

const VIEWS = [
  { key: 'diagram', words: 'Diagram' },
  { key: 'leads', words: 'Own leads' },
  { key: 'routes', words: 'Routes' },
  { key: 'joints', words: 'Joints' },
  { key: 'cuts', words: 'Cut list' },
  { key: 'battery', words: 'Battery' },
] as const;

const ROUTE_FILES = [{ href: 'bundles.csv', words: 'Bundle list', Icon: DownloadOutlined }];
const DIAGRAM_FILES = [
  { href: 'feed-diagram.pdf', words: 'Print', Icon: PrinterOutlined },
  { href: 'feed-diagram.svg', words: 'SVG', Icon: DownloadOutlined },
];

/** Zones that wires keep clear of. */
const HARMFUL: ReadonlySet<ZoneKind> = new Set(Object.keys(CLEARANCE_MM) as ZoneKind[]);
/** Lamps stand back while routes are drawn. */
const UNLIT: ReadonlyMap<Id, number> = new Map();

export function FeedStage() {
  const { build, body, overview, preferences, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const feedId = useApp((state) => state.unit.feedId);
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  const [making, setMaking] = useState(false);
  const [sparing, setSparing] = useState(false);
  const [planning, setPlanning] = useState(false);
  const [comparing, setComparing] = useState(false);
  const [routeChoice, setRouteChoice] = useState<RouteChoice | null>(null);
  const { lead, choose: chooseLead } = useChosenLead(build);
  const [view, setView] = useState<(typeof VIEWS)[number]['key']>(lead ? 'leads' : 'diagram');
  const [planned, setPlanned] = useState<PlannedModule | null>(null);
  const [tappedSource, setTappedSource] = useState<string | null>(null);
  const feeds = overview?.feeds ?? [];
  const chosen = feeds.find(({ feed }) => feed.fuse.id === feedId);
  const unfed = useMemo(() => unfedLamps(build), [build]);
  const select = useCallback(
    (ids: Id[]) => {
      dispatch(unitActions.selected(ids));
      const of = feeds.find(({ feed }) => feed.lamps.some((lamp) => lamp.id === ids[0]));
      if (of) dispatch(unitActions.feedChosen(of.feed.fuse.id));
    },
    [dispatch, feeds],
  );
  const selectLamp = useCallback((id: Id) => select([id]), [select]);
  const choose = useCallback(
    (id: Id | null) => {
      dispatch(unitActions.feedChosen(id));
      const of = feeds.find(({ feed }) => feed.fuse.id === id);
      dispatch(unitActions.selected(of?.feed.lamps.map((lamp) => lamp.id) ?? []));
      if (id) {
        setMaking(false);
        setSparing(false);
      }
    },
    [dispatch, feeds],
  );
  const all = overview ? findingsAt(overview.findings, 'feed') : null;
  const findings = (all ?? []).filter((finding) => finding.place.feedIds.length > 0);
  const shown = chosen ? findings.filter((finding) => finding.place.feedIds.includes(chosen.feed.fuse.id)) : all;
  const routes = useMemo(() => (view === 'routes' ? wireRoutes(build, body) : []), [view, build, body]);
  const bundles = useMemo(() => (view === 'routes' ? bundlesOf(build, body, routes) : []), [view, build, body, routes]);
  const routeFindings = all?.filter((finding) => finding.place.feedIds.length === 0) ?? null;
  const put = usePlacing();
  const moveOnRoutes = useCallback(
    (kind: 'point' | 'thing', id: Id, position: Position) =>
      kind === 'point' ? act({ kind: 'editRouteNode', nodeId: id, changes: { position } }) : put(id, position),
    [act, put],
  );
  const things = useMemo(() => thingsWithPlaces(build), [build]);
  const nodes = useMemo(() => Object.values(build.routeNodes), [build.routeNodes]);
  const drawRoutes = (layout: SheetLayout) => (
    <RoutesLayer
      layout={layout}
      nodes={nodes}
      things={things}
      bundles={bundles}
      chosen={routeChoice}
      onChoose={setRouteChoice}
      onMove={mayEdit ? moveOnRoutes : undefined}
    />
  );
  const startTapping = ({ lampIds }: LeadChoice) => {
    choose(null);
    dispatch(unitActions.selected(lampIds));
    setTappedSource(lead && sourceOfPin(build, lead.plug.id, lead.pin.pin));
    setView('diagram');
    setMaking(true);
  };
  const startMaking = () => {
    setTappedSource(null);
    choose(null);
    dispatch(unitActions.selected(unfed.map((lamp) => lamp.id).filter((id) => selection.includes(id))));
    setMaking(true);
  };

  return (
    <div className="split feed">
      <div className={view === 'routes' ? 'field-stack with-bar whole' : 'field-stack with-bar'}>
        <nav className="field-tabs" aria-label="Views of the circuit">
          {VIEWS.map(({ key, words }) => (
            <button key={key} type="button" aria-pressed={view === key} onClick={() => setView(key)}>
              {words}
            </button>
          ))}
          {view === 'diagram' && feeds.length > 0 && <FileLinks files={DIAGRAM_FILES} />}
          {view === 'routes' && bundles.length > 0 && <FileLinks files={ROUTE_FILES} />}
        </nav>
        {view === 'diagram' && (
          <FeedDiagram
            feeds={feeds}
            findings={findings}
            chosenId={feedId}
            selection={selection}
            onChoose={choose}
            onLamp={selectLamp}
            onRefused={message.info}
          />
        )}
        {view === 'leads' && <LeadsView lead={lead} planned={planned} onChoose={chooseLead} />}
        {view === 'joints' && <JointsView />}
        {view === 'cuts' && <CutListView />}
        {view === 'battery' && <BatteryView />}
        {view === 'routes' ? (
          <Sheet
            body={body}
            build={build}
            unit={preferences.length}
            selection={selection}
            onSelect={select}
            form="compact"
            brightness={UNLIT}
            zones={HARMFUL}
            layer={drawRoutes}
          />
        ) : (
          <Sheet
            body={body}
            build={build}
            unit={preferences.length}
            selection={selection}
            onSelect={select}
            form="strip"
          />
        )}
      </div>
      <aside className="panel" aria-label="Feed">
        {view === 'routes' ? (
          <>
            <RoutesPanel routes={routes} bundles={bundles} chosen={routeChoice} onChoose={setRouteChoice} />
            <Findings findings={routeFindings} empty="The routes hold." />
          </>
        ) : view === 'leads' ? (
          lead ? (
            <LeadPanel
              key={`${lead.plug.id} ${lead.pin.pin}`}
              lead={lead}
              onTap={startTapping}
              onPlanned={setPlanned}
            />
          ) : (
            <p className="muted hint">Choose a pin to see what it carries and what can be done with its lead.</p>
          )
        ) : comparing && chosen ? (
          <FeedMethods key={chosen.feed.fuse.id} feed={chosen.feed} onClose={() => setComparing(false)} />
        ) : planning ? (
          <PlansPanel onClose={() => setPlanning(false)} />
        ) : sparing ? (
          <SparePanel onClose={() => setSparing(false)} onMade={(id) => dispatch(unitActions.feedChosen(id))} />
        ) : making ? (
          <NewFeed
            unfed={unfed}
            from={tappedSource}
            onClose={() => setMaking(false)}
            onMade={(id) => dispatch(unitActions.feedChosen(id))}
          />
        ) : (
          <>
            {mayEdit && (
              <section className="unfed">
                <div>
                  <h3>
                    {Object.keys(build.lamps).length === 0
                      ? 'No lamps yet'
                      : unfed.length === 0
                        ? 'Every lamp is fed'
                        : `${unfed.length} without a feed`}
                  </h3>
                  {unfed.length > 0 && <span className="muted">{tagList(unfed.map((lamp) => lamp.tag))}</span>}
                </div>
                <span className="unfed-ways">
                  {unfed.length > 0 && (
                    <button type="button" className="primary-button" onClick={startMaking}>
                      New feed
                    </button>
                  )}
                  {unfed.length > 1 && <Button onClick={() => setPlanning(true)}>Feed them all …</Button>}
                  <Button onClick={() => setSparing(true)}>Spare circuit …</Button>
                </span>
              </section>
            )}
            {chosen ? (
              <FeedPanel assessed={chosen} onCompare={() => setComparing(true)} />
            ) : (
              feeds.length > 0 && (
                <>
                  <FeedTotals feeds={feeds} />
                  <BudgetRow />
                  <HabitsRow />
                  <p className="muted hint">Choose a feed in the diagram, or a lamp below it, to see its figures.</p>
                </>
              )
            )}
            <Findings
              findings={shown}
              empty={
                chosen
                  ? 'This feed holds.'
                  : unfed.length > 0
                    ? 'Nothing is wrong with what is fed.'
                    : 'All feeds hold.'
              }
            />
          </>
        )}
      </aside>
    </div>
  );
}
