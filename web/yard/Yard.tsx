import { PlusOutlined, SearchOutlined } from '@ant-design/icons';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Button, Input, type InputRef } from 'antd';
import { lazy, memo, Suspense, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { keptBody } from '../../core/body/index.ts';
import type { UnitListItem, YardPage, YardTotals } from '../../core/contract/index.ts';
import { STAGE_NAMES, STAGES, type Stage } from '../../core/document/index.ts';
import { patternById } from '../../core/flash/index.ts';
import { YARD_ASKS, type YardAsk } from '../../core/overview/index.ts';
import { errorSentence, UNJUDGED_POLL_MS, useSessionQuery, useYardInfiniteQuery } from '../app/api.ts';
import { isTyping } from '../app/typing.ts';
import { useWords } from '../app/useWords.ts';
import { PlanGlyph } from '../sheet/PlanGlyph.tsx';
import { PatternMark } from '../ui/PatternMark.tsx';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import './yard.css';

/** Forms and dialogues come when somebody asks for one. */
const NewUnit = lazy(() => import('./NewUnit.tsx').then(({ NewUnit }) => ({ default: NewUnit })));

const PX_PER_MM = 0.0135;
const ROW_PX = 46;
/** Rows kept ready beyond what is seen. */
const OVERSCAN = 24;

const ASK_WORDS: Record<YardAsk, string> = { stops: 'With a stop', work: 'In work', planned: 'Being planned' };

type Item = { kind: 'group'; words: string; count: number } | { kind: 'unit'; unit: UnitListItem; muted: boolean };

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
            <path d={`M1 4v5h${5000 * PX_PER_MM}v-5M${1 + 2500 * PX_PER_MM} 6v3`} stroke="#8797A5" fill="none" />
            <text x={5000 * PX_PER_MM + 6} y={11} fill="#A9B6C0" style={{ font: '400 11.5px var(--mono)' }}>
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
          {totals && <StageHistogram stages={totals.stages} />}
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

/** Only what is seen is drawn, with some rows to spare: a yard of thousands scrolls as one of twenty does. */
function Rows({ items, onEnd }: { items: readonly Item[]; onEnd(): void }) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    getItemKey: (index) => {
      const item = items[index]!;
      return item.kind === 'unit' ? item.unit.id : item.words;
    },
    overscan: OVERSCAN,
  });
  const shown = virtual.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  const atEnd = last >= items.length - 1;
  const latestOnEnd = useRef(onEnd);
  latestOnEnd.current = onEnd;
  useEffect(() => {
    if (atEnd && items.length > 0) latestOnEnd.current();
  }, [atEnd, items.length]);
  return (
    <div className="rows" ref={scroller}>
      <div className="rows-all" style={{ height: virtual.getTotalSize() }}>
        {shown.map(({ index, key, start }) => {
          const item = items[index]!;
          return (
            <div
              key={key}
              ref={virtual.measureElement}
              data-index={index}
              className="rows-one"
              style={{ transform: `translateY(${start}px)` }}
            >
              {item.kind === 'group' ? (
                <GroupRow words={item.words} count={item.count} />
              ) : (
                <UnitRow unit={item.unit} muted={item.muted} />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const GroupRow = ({ words, count }: { words: string; count: number }) => (
  <div className="group">
    <b>{words}</b> <span className="mono">{count}</span>
  </div>
);

function StageHistogram({ stages }: { stages: YardTotals['stages'] }) {
  const counts = STAGES.map((stage) => stages[stage]);
  const most = Math.max(1, ...counts);
  return (
    <svg
      className="histogram"
      width={150}
      height={26}
      role="img"
      aria-label={STAGES.map((stage, index) => `${STAGE_NAMES[stage]} ${counts[index]}`).join(', ')}
    >
      {counts.map((count, index) => {
        // Square root, so that one unit still shows beside fifty.
        const height = count === 0 ? 1 : 3 + 11 * Math.sqrt(count / most);
        return (
          <g key={STAGES[index]}>
            <rect
              x={index * 19}
              y={26 - height}
              width={16}
              height={height}
              fill={index === 7 ? '#8D9AA4' : index >= 5 ? '#C8501B' : '#27313A'}
            />
            {count > 0 && (
              <text
                x={index * 19 + 8}
                y={26 - height - 2}
                textAnchor="middle"
                style={{ font: '400 11px var(--mono)' }}
                fill="#6B645C"
              >
                {count}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

function StageTrack({ unit }: { unit: UnitListItem }) {
  const done = unit.stage === 'handover' && unit.summary.shares.at(-1) === 1;
  return (
    <div className={done ? 'track done' : 'track'} aria-hidden="true">
      {unit.summary.shares.map((share, index) => (
        <i key={STAGES[index]}>
          <i style={{ width: `${share * 100}%` }} className={STAGES[index] === unit.stage ? 'now' : ''} />
        </i>
      ))}
    </div>
  );
}

const UnitRow = memo(function UnitRow({ unit, muted }: { unit: UnitListItem; muted: boolean }) {
  const navigate = useNavigate();
  const body = keptBody(unit.glyph.bodyId, unit.glyph.parameters, { outlines: unit.glyph.outlines });
  const { stops, cautions, notes, firstFinding, patternIds, stageWords, shares } = unit.summary;
  const words = useWords();
  const told = unit.damaged ?? (firstFinding && words(firstFinding));
  const done = shares.at(-1) === 1;
  const fitted = unit.glyph.lamps.filter((lamp) => lamp.fitted).length;
  const flashing = patternIds.filter((id) => id !== 'steady' && id !== 'turn').map(patternById);
  const open = () => navigate(`/unit/${unit.id}/${unit.stage}`);
  return (
    <button
      type="button"
      className={muted ? 'unit-row muted-row' : 'unit-row'}
      onClick={open}
      aria-label={`${unit.tag} ${unit.name}, ${STAGE_NAMES[unit.stage as Stage]}, ${stops} stops, ${cautions} cautions`}
    >
      <span className="strip">{body && <PlanGlyph body={body} lamps={unit.glyph.lamps} pxPerMm={PX_PER_MM} />}</span>
      <span className="who">
        <b>{unit.tag}</b>
        <span>{unit.name}</span>
      </span>
      <span className="stage">
        <StageTrack unit={unit} />
        <span className="stage-line">
          {done ? <span className="state ok">✓ Handed over</span> : <b>{STAGE_NAMES[unit.stage as Stage]}</b>}
          {!done && <span className="mono">{stageWords}</span>}
        </span>
      </span>
      <span className="patterns">
        {flashing.length === 0 ? (
          <span className="muted">{patternIds.length > 0 ? 'steady only' : 'not set yet'}</span>
        ) : (
          flashing.slice(0, 2).map((pattern) => (
            <span key={pattern.id}>
              <PatternMark pattern={pattern} /> {pattern.name}
            </span>
          ))
        )}
      </span>
      <span className="finding" title={told ?? undefined}>
        {unit.damaged !== null ? (
          <span className="state stop">✕ Record cannot be read</span>
        ) : stops > 0 ? (
          <SeverityMark severity="stop" count={stops} />
        ) : cautions > 0 ? (
          <SeverityMark severity="caution" count={cautions} />
        ) : notes > 0 ? (
          <SeverityMark severity="note" count={notes} />
        ) : (
          <span className="muted">none</span>
        )}
        {told && <small>{told}</small>}
      </span>
      <span className="lamps">
        {unit.glyph.lamps.length === 0 ? (
          <span className="muted">none yet</span>
        ) : (
          `${fitted} of ${unit.glyph.lamps.length} fitted`
        )}
      </span>
    </button>
  );
});
