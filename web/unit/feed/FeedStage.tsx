import { useCallback, useMemo, useState } from 'react';
import type { Id } from '../../../core/build/index.ts';
import { unfedLamps } from '../../../core/feed/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { BatteryView } from './BatteryView.tsx';
import { CutListView } from './CutListView.tsx';
import { FeedDiagram } from './FeedDiagram.tsx';
import { FeedPanel } from './FeedPanel.tsx';
import { NewFeed } from './NewFeed.tsx';

const VIEWS = [
  { key: 'diagram', words: 'Diagram' },
  { key: 'cuts', words: 'Cut list' },
  { key: 'battery', words: 'Battery' },
] as const;

export function FeedStage() {
  const { build, body, overview, preferences, mayEdit } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const feedId = useApp((state) => state.unit.feedId);
  const dispatch = useAppDispatch();
  const [making, setMaking] = useState(false);
  const [view, setView] = useState<(typeof VIEWS)[number]['key']>('diagram');
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
  const choose = useCallback(
    (id: Id | null) => {
      dispatch(unitActions.feedChosen(id));
      const of = feeds.find(({ feed }) => feed.fuse.id === id);
      dispatch(unitActions.selected(of?.feed.lamps.map((lamp) => lamp.id) ?? []));
      if (id) setMaking(false);
    },
    [dispatch, feeds],
  );
  const findings = (overview?.findings ?? []).filter((finding) => finding.place.feedIds.length > 0);
  const shown = chosen ? findings.filter((finding) => finding.place.feedIds.includes(chosen.feed.fuse.id)) : findings;
  const startMaking = () => {
    choose(null);
    dispatch(unitActions.selected(unfed.map((lamp) => lamp.id).filter((id) => selection.includes(id))));
    setMaking(true);
  };

  return (
    <div className="split feed">
      <div className="field-stack with-bar">
        <nav className="field-tabs" aria-label="Views of the circuit">
          {VIEWS.map(({ key, words }) => (
            <button key={key} type="button" aria-pressed={view === key} onClick={() => setView(key)}>
              {words}
            </button>
          ))}
        </nav>
        {view === 'diagram' && <FeedDiagram feeds={feeds} findings={findings} chosenId={feedId} onChoose={choose} />}
        {view === 'cuts' && <CutListView />}
        {view === 'battery' && <BatteryView />}
        <Sheet
          body={body}
          build={build}
          unit={preferences.length}
          selection={selection}
          onSelect={select}
          form="strip"
        />
      </div>
      <aside className="panel" aria-label="Feed">
        {making ? (
          <NewFeed
            unfed={unfed}
            onClose={() => setMaking(false)}
            onMade={(id) => dispatch(unitActions.feedChosen(id))}
          />
        ) : (
          <>
            {mayEdit && (
              <section className="unfed">
                <div>
                  <h3>{unfed.length === 0 ? 'Every lamp is fed' : `${unfed.length} without a feed`}</h3>
                  {unfed.length > 0 && <span className="muted">{tagList(unfed.map((lamp) => lamp.tag))}</span>}
                </div>
                {unfed.length > 0 && (
                  <button type="button" className="primary-button" onClick={startMaking}>
                    New feed
                  </button>
                )}
              </section>
            )}
            {chosen ? (
              <FeedPanel assessed={chosen} />
            ) : (
              feeds.length > 0 && (
                <p className="muted hint">Choose a feed in the diagram, or a lamp below it, to see its figures.</p>
              )
            )}
            <Findings findings={shown} empty={chosen ? 'This feed holds.' : 'All feeds hold.'} />
          </>
        )}
      </aside>
    </div>
  );
}
