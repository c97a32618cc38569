import { PlusOutlined, SearchOutlined } from '@ant-design/icons';
import { Button, Input, type InputRef } from 'antd';
import { lazy, Suspense, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { YardPage } from '../../core/contract/index.ts';
import { YARD_ASKS, type YardAsk } from '../../core/overview/index.ts';
import { errorSentence, UNJUDGED_POLL_MS, useSessionQuery, useYardInfiniteQuery } from '../app/api.ts';
import { isTyping } from '../app/typing.ts';
import './yard.css';
import { Rows } from './Rows.tsx';
import { type Item, PX_PER_MM } from './yardItem.ts';

/** The chart comes after the rows that one came for. */
const StageHistogram = lazy(() =>
  import('./StageHistogram.tsx').then(({ StageHistogram }) => ({ default: StageHistogram })),
);
/** Forms and dialogues come when somebody asks for one. */
const NewUnit = lazy(() => import('./NewUnit.tsx').then(({ NewUnit }) => ({ default: NewUnit })));

const ASK_WORDS: Record<YardAsk, string> = { stops: 'With a stop', work: 'In work', planned: 'Being planned' };

/** What stands in the rows: all units, or those that answer and then the rest. */
function itemsOf(pages: readonly YardPage[], narrowed: boolean): Item[] {
  const units = pages.flatMap((page) => page.rows);
  const all = (from: number, to: number, muted: boolean) =>
    units.slice(from, to).map((unit): Item => ({ kind: 'unit', unit, muted }));
  if (!narrowed) return all(0, units.length, false);
  const { hits, total } = pages[0] ?? { hits: 0, total: 0 };
  const rest: Item[] = total > hits ? [{ kind: 'group', words: 'Rest of the yard', count: total - hits }] : [];
  return [
    { kind: 'group', words: 'Answer', count: hits },
    ...all(0, hits, false),
    ...(units.length >= hits ? rest : []),
    ...all(hits, units.length, true),
  ];
}

export function Yard() {
  const [text, setText] = useState('');
  const [ask, setAsk] = useState<YardAsk | null>(null);
  const [making, setMaking] = useState(false);
  const search = useRef<InputRef>(null);
  const wanted = useDeferredValue(text.trim());
  const [isFresh, setFresh] = useState(true);
  const { data, isLoading, error, hasNextPage, isFetchingNextPage, fetchNextPage } = useYardInfiniteQuery(
    { text: wanted, ask },
    { refetchOnMountOrArgChange: true, pollingInterval: isFresh ? 0 : UNJUDGED_POLL_MS },
  );
  const { data: session } = useSessionQuery();
  // While another answer is on its way, the one before stays.
  const kept = useRef(data);
  if (data) kept.current = data;
  const pages = kept.current?.pages ?? [];
  const totals = pages[0]?.totals;

  useEffect(() => {
    setFresh(pages.every((page) => page.rows.every((unit) => unit.judged)));
  }, [pages]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || isTyping(event)) return;
      event.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const narrowed = wanted !== '' || ask !== null;
  const items = useMemo(() => itemsOf(pages, narrowed), [pages, narrowed]);
  const mayAdd = session?.person.role !== 'owner';

  return (
    <div className="yard">
      <div className="finder">
        <Input
          ref={search}
          size="large"
          allowClear
          prefix={<SearchOutlined />}
          suffix={
            narrowed ? (
              <span className="mono">
                {pages[0]?.hits ?? 0} of {pages[0]?.total ?? 0}
              </span>
            ) : (
              <span className="key">/</span>
            )
          }
          placeholder="Find by tag, name, stage, pattern or finding"
          aria-label="Find units"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <div className="asks">
          {YARD_ASKS.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={ask === each}
              onClick={() => setAsk(ask === each ? null : each)}
            >
              {ASK_WORDS[each]} <b>{totals?.asks[each] ?? 0}</b>
            </button>
          ))}
        </div>
        {mayAdd && (
          <Button type="primary" size="large" icon={<PlusOutlined />} onClick={() => setMaking(true)}>
            New unit
          </Button>
        )}
      </div>
      <div className="yard-head">
        <div className="strip">
          <svg width={124} height={18} aria-hidden="true">
            <path
              d={`M1 4v5h${5000 * PX_PER_MM}v-5M${1 + 2500 * PX_PER_MM} 6v3`}
              stroke="var(--night-muted)"
              fill="none"
            />
            <text x={5000 * PX_PER_MM + 6} y={11} fill="var(--night-soft)" style={{ font: '400 11.5px var(--mono)' }}>
              5 m
            </text>
          </svg>
          From above, front left
        </div>
        <div>
          <b>{totals?.units ?? 0}</b> units
          <span>Unit</span>
        </div>
        <div>
          {totals && (
            <Suspense fallback={<div className="histogram" />}>
              <StageHistogram stages={totals.stages} />
            </Suspense>
          )}
          <span>Stage reached</span>
        </div>
        <div>
          <b>{totals?.patterns ?? 0}</b> patterns in use
          <span>Patterns</span>
        </div>
        <div>
          <b>{totals?.open ?? 0}</b> open
          <span>Findings</span>
        </div>
        <div>
          <b>{totals?.lamps ?? 0}</b> placed
          <span>Lamps</span>
        </div>
      </div>
      {isLoading || error || totals?.units === 0 ? (
        <div className="rows">
          {isLoading && <p className="empty">Opening the yard …</p>}
          {error && <p className="empty state stop">{errorSentence(error)}</p>}
          {totals?.units === 0 && !error && (
            <p className="empty">
              {mayAdd ? 'The yard is empty. Add the first unit to begin.' : 'No unit of your fleet stands in the yard.'}
            </p>
          )}
        </div>
      ) : (
        <Rows items={items} onEnd={() => hasNextPage && !isFetchingNextPage && void fetchNextPage()} />
      )}
      <footer className="yard-foot">
        <span>
          <i className="lamp lit" /> fitted
        </span>
        <span>
          <i className="lamp" /> planned
        </span>
        <span className="muted">All units at one scale</span>
      </footer>
      {making && (
        <Suspense fallback={null}>
          <NewUnit onClose={() => setMaking(false)} />
        </Suspense>
      )}
    </div>
  );
}
