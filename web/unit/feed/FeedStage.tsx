import { DownloadOutlined, PrinterOutlined } from '@ant-design/icons';
import { App, Button } from 'antd';
import { useCallback, useMemo, useState } from 'react';
import type { ZoneKind } from '../../../core/body/index.ts';
import { type Id, lights, type Position } from '../../../core/document/index.ts';
import { thingsWithPlaces, unfedLamps } from '../../../core/graph/index.ts';
import { bundlesOf, CLEARANCE_MM, wireRoutes } from '../../../core/harness/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { findingsAt } from '../../../core/rules/index.ts';
import { type LeadChoice, sourceOfPin } from '../../../core/work/index.ts';
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
import { LooseBoard } from './loose/LooseBoard.tsx';
import type { TriedSources } from './loose/useTriedSources.ts';
import { NEW_FEED_FORM, NewFeed } from './NewFeed.tsx';
import { PlansPanel } from './PlansPanel.tsx';
import { RoutesPanel } from './RoutesPanel.tsx';
import { SparePanel } from './SparePanel.tsx';
import '../unit.css';
import './feed.css';

const LOOSE = { key: 'loose', words: 'Loose ends' } as const;
const VIEWS = [
  { key: 'diagram', words: 'Diagram' },
  { key: 'leads', words: 'Own leads' },
  { key: 'routes', words: 'Routes' },
  { key: 'joints', words: 'Joints' },
  { key: 'cuts', words: 'Cut list' },
  { key: 'battery', words: 'Battery' },
] as const;
type View = (typeof VIEWS)[number]['key'] | typeof LOOSE.key;

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
  /** What stands in the panel instead of a feed's figures. */
  const [open, setOpen] = useState<'newFeed' | 'loose' | 'spare' | 'plans' | 'ways' | null>(null);
  const [routeChoice, setRouteChoice] = useState<RouteChoice | null>(null);
  const { lead, choose: chooseLead } = useChosenLead(build);
  const [chosenView, setView] = useState<View | null>(lead ? 'leads' : null);
  const [planned, setPlanned] = useState<PlannedModule | null>(null);
  /** Where the new feed is to begin, where that was chosen outside its form; and where it does by its form. */
  const [wantedSource, setWantedSource] = useState<string | null>(null);
  const [formSource, setFormSource] = useState<string | null>(null);
  const [tried, setTried] = useState<TriedSources>(new Map());
  const feeds = overview?.feeds ?? [];
  const chosen = feeds.find(({ feed }) => feed.fuse.id === feedId);
  const unfed = useMemo(() => unfedLamps(build), [build]);
  const hasLoose = mayEdit && unfed.length > 0;
  const isMaking = open === 'newFeed' || open === 'loose';
  const isFirst = hasLoose && overview !== null && feeds.length === 0;
  const view = chosenView === 'loose' && !hasLoose ? 'diagram' : (chosenView ?? (isFirst ? 'loose' : 'diagram'));
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
      // Whoever chooses a feed wants to see it; ways of wiring were about another.
      setOpen(null);
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
    setWantedSource(lead && sourceOfPin(build, lead.plug.id, lead.pin.pin));
    setView('diagram');
    setOpen('newFeed');
  };
  const startMaking = () => {
    setWantedSource(null);
    choose(null);
    dispatch(unitActions.selected(unfed.map((lamp) => lamp.id).filter((id) => selection.includes(id))));
    setOpen('newFeed');
  };
  const takeLoose = (ids: Id[]) => {
    setView('loose');
    dispatch(unitActions.feedChosen(null));
    setWantedSource(null);
    setOpen(ids.length > 0 ? 'loose' : null);
  };

  /** On the board of loose ends a lamp of the drawing is taken as one of its rows is. */
  const selectOnStrip = (ids: Id[]) => {
    select(ids);
    const loose = ids.filter((id) => unfed.some((lamp) => lamp.id === id));
    if (view === 'loose' && loose.length > 0) takeLoose(loose);
  };

  return (
    <div className="split feed">
      <div className={view === 'routes' ? 'field-stack with-bar whole' : 'field-stack with-bar'}>
        <nav className="field-tabs" aria-label="Views of the circuit">
          {[...(hasLoose ? [LOOSE] : []), ...VIEWS].map(({ key, words }) => (
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
        {view === 'loose' && (
          <LooseBoard
            unfed={unfed}
            feeds={feeds}
            source={isMaking ? formSource : null}
            isTaking={isMaking}
            tried={tried}
            onTake={takeLoose}
            onSource={(source) => {
              setWantedSource(source);
              setOpen('loose');
            }}
            onPut={() => document.querySelector<HTMLFormElement>(`form#${NEW_FEED_FORM}`)?.requestSubmit()}
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
            onSelect={selectOnStrip}
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
        ) : open === 'ways' && chosen ? (
          <FeedMethods key={chosen.feed.fuse.id} feed={chosen.feed} onClose={() => setOpen(null)} />
        ) : open === 'plans' ? (
          <PlansPanel onClose={() => setOpen(null)} />
        ) : open === 'spare' ? (
          <SparePanel onClose={() => setOpen(null)} onMade={(id) => dispatch(unitActions.feedChosen(id))} />
        ) : isMaking ? (
          <NewFeed
            unfed={unfed}
            from={wantedSource}
            isBoard={open === 'loose'}
            onSource={setFormSource}
            onTried={setTried}
            onClose={() => setOpen(null)}
            onMade={(id) => dispatch(unitActions.feedChosen(id))}
          />
        ) : (
          <>
            {mayEdit && (
              <section className="unfed">
                <div>
                  <h3>
                    {lights(build).length === 0
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
                  {unfed.length > 1 && <Button onClick={() => setOpen('plans')}>Feed them all …</Button>}
                  <Button onClick={() => setOpen('spare')}>Spare circuit …</Button>
                </span>
              </section>
            )}
            {chosen ? (
              <FeedPanel assessed={chosen} onCompare={() => setOpen('ways')} />
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
