import { PlusOutlined, SearchOutlined } from '@ant-design/icons';
import { Button, Input, type InputRef } from 'antd';
import { lazy, memo, Suspense, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { keptBody } from '../../core/body/index.ts';
import { STAGE_NAMES, STAGES, type Stage } from '../../core/build/index.ts';
import { patternById } from '../../core/flash/index.ts';
import type { UnitListItem } from '../../core/keep/index.ts';
import { errorSentence, useSessionQuery, useUnitsQuery } from '../app/api.ts';
import { SeverityMark } from '../app/SeverityMark.tsx';
import { isTyping } from '../app/typing.ts';
import { PlanGlyph } from '../sheet/PlanGlyph.tsx';
import { PatternMark } from './PatternMark.tsx';
import './yard.css';

/** Forms and dialogues come when somebody asks for one. */
const NewUnit = lazy(() => import('./NewUnit.tsx').then(({ NewUnit }) => ({ default: NewUnit })));

const PX_PER_MM = 0.0135;
/** Chips that narrow the yard down to what needs somebody. */
const ASKS = [
  { key: 'stops', words: 'With a stop', test: (unit: UnitListItem) => unit.summary.stops > 0 },
  { key: 'work', words: 'In work', test: (unit: UnitListItem) => ['build', 'prove'].includes(unit.stage) },
  {
    key: 'planned',
    words: 'Being planned',
    test: (unit: UnitListItem) => ['survey', 'place', 'feed', 'flash', 'parts'].includes(unit.stage),
  },
] as const;

const matches = (unit: UnitListItem, text: string): boolean =>
  text
    .toLowerCase()
    .split(/\s+/)
    .every((word) =>
      `${unit.tag} ${unit.name} ${STAGE_NAMES[unit.stage as Stage]} ${unit.summary.firstFinding ?? ''} ${unit.summary.patternIds.map((id) => patternById(id).name).join(' ')}`
        .toLowerCase()
        .includes(word),
    );

export function Yard() {
  const { data: units = [], isLoading, error } = useUnitsQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: session } = useSessionQuery();
  const [text, setText] = useState('');
  const [ask, setAsk] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const search = useRef<InputRef>(null);
  const wanted = useDeferredValue(text);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || isTyping(event)) return;
      event.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const asked = ASKS.find((each) => each.key === ask);
  const narrowed = wanted.trim() !== '' || asked !== undefined;
  const answer = useMemo(
    () => units.filter((unit) => matches(unit, wanted.trim()) && (!asked || asked.test(unit))),
    [units, wanted, asked],
  );
  const rest = useMemo(
    () => (narrowed ? units.filter((unit) => !answer.includes(unit)) : []),
    [units, answer, narrowed],
  );
  const lamps = units.reduce((sum, unit) => sum + unit.glyph.lamps.length, 0);
  const open = units.reduce((sum, unit) => sum + unit.summary.stops + unit.summary.cautions, 0);
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
                {answer.length} of {units.length}
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
          {ASKS.map((each) => (
            <button
              key={each.key}
              type="button"
              aria-pressed={ask === each.key}
              onClick={() => setAsk(ask === each.key ? null : each.key)}
            >
              {each.words} <b>{units.filter(each.test).length}</b>
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
          <b>{units.length}</b> units
          <span>Unit</span>
        </div>
        <div>
          <StageHistogram units={units} />
          <span>Stage reached</span>
        </div>
        <div>
          <b>{new Set(units.flatMap((unit) => unit.summary.patternIds)).size}</b> patterns in use
          <span>Patterns</span>
        </div>
        <div>
          <b>{open}</b> open
          <span>Findings</span>
        </div>
        <div>
          <b>{lamps}</b> placed
          <span>Lamps</span>
        </div>
      </div>
      <div className="rows">
        {isLoading && <p className="empty">Opening the yard …</p>}
        {error && <p className="empty state stop">{errorSentence(error)}</p>}
        {!isLoading && !error && units.length === 0 && (
          <p className="empty">The yard is empty. Add the first unit to begin.</p>
        )}
        {narrowed && <GroupRow words="Answer" count={answer.length} />}
        {answer.map((unit) => (
          <UnitRow key={unit.id} unit={unit} muted={false} />
        ))}
        {narrowed && rest.length > 0 && <GroupRow words="Rest of the yard" count={rest.length} />}
        {rest.map((unit) => (
          <UnitRow key={unit.id} unit={unit} muted />
        ))}
      </div>
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
          <NewUnit onClose={() => setMaking(false)} taken={units.map((unit) => unit.tag)} />
        </Suspense>
      )}
    </div>
  );
}

const GroupRow = ({ words, count }: { words: string; count: number }) => (
  <div className="group">
    <b>{words}</b> <span className="mono">{count}</span>
  </div>
);

function StageHistogram({ units }: { units: readonly UnitListItem[] }) {
  const counts = STAGES.map((stage) => units.filter((unit) => unit.stage === stage).length);
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
      <span className="finding" title={firstFinding ?? undefined}>
        {stops > 0 ? (
          <SeverityMark severity="stop" count={stops} />
        ) : cautions > 0 ? (
          <SeverityMark severity="caution" count={cautions} />
        ) : notes > 0 ? (
          <SeverityMark severity="note" count={notes} />
        ) : (
          <span className="muted">none</span>
        )}
        {firstFinding && <small>{firstFinding}</small>}
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
