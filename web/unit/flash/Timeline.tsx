import { CaretRightFilled, PauseOutlined, StepBackwardOutlined, StepForwardOutlined } from '@ant-design/icons';
import { Segmented } from 'antd';
import { memo, type ReactNode, useMemo } from 'react';
import type { Build, Id, LightColour, Show } from '../../../core/document/index.ts';
import {
  byPriority,
  currentTrace,
  type LampShow,
  offsetS,
  patternFigures,
  patternOf,
  pulsesIn,
} from '../../../core/flash/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { LIGHT } from '../../app/tokens.ts';
import { useSize } from '../../app/useSize.ts';
import { useUnit } from '../useUnit.ts';
import { SPEEDS, type Speed, type usePlayhead } from './usePlayhead.ts';

const LANES = { left: 214, rightPad: 204 };
const ROW = 18;
const AXIS = 24;
const TRACE = 62;

interface Row {
  key: string;
  name: string;
  lampIds: Id[];
  tags: string;
  show: Show;
  colour: LightColour;
  level: number;
  active: boolean;
  currentA: number;
}

/** Rows: lamps of one function that show the same thing in the same phase and colour. */
function rowsOf(build: Build, shows: ReadonlyMap<Id, LampShow>): Row[] {
  const rows = new Map<string, Row>();
  for (const each of byPriority(build)) {
    for (const [lampId, show] of Object.entries(each.shows)) {
      const lamp = build.lamps[lampId];
      if (!lamp) continue;
      const active = shows.get(lampId)?.function.id === each.id;
      // A steady light has no phase, so both sides share a row.
      const phase = show.patternId === 'steady' ? '' : show.phase;
      const key = `${each.id} ${show.patternId} ${phase} ${show.shiftMs} ${lamp.colour} ${active}`;
      const row = rows.get(key) ?? {
        key,
        name: each.name,
        lampIds: [],
        tags: '',
        show,
        colour: lamp.colour,
        level: each.levelPercent / 100,
        active,
        currentA: 0,
      };
      row.lampIds.push(lampId);
      row.tags = tagList(row.lampIds.flatMap((id) => build.lamps[id]?.tag ?? []));
      row.currentA += (build.models[lamp.modelKey]?.maximumA ?? 0) * row.level;
      rows.set(key, row);
    }
  }
  return [...rows.values()];
}

export function Timeline({
  shows,
  windowS,
  playhead,
  speed,
  playedSpeed,
  onSpeed,
  selection,
  onSelect,
  extra,
}: {
  shows: ReadonlyMap<Id, LampShow>;
  windowS: number;
  playhead: ReturnType<typeof usePlayhead>;
  speed: Speed;
  playedSpeed: number;
  onSpeed(speed: Speed): void;
  selection: readonly Id[];
  onSelect(ids: Id[]): void;
  extra: ReactNode;
}) {
  const { build } = useUnit();
  const [ref, size] = useSize<HTMLDivElement>();
  const rows = useMemo(() => rowsOf(build, shows), [build, shows]);
  const trace = useMemo(() => currentTrace(build, shows.values(), windowS), [build, shows, windowS]);
  const lanes = Math.max(200, size.width - LANES.left - LANES.rightPad);
  const pxPerS = lanes / windowS;
  const height = AXIS + rows.length * ROW + TRACE + 14;
  const playX = LANES.left + playhead.timeS * pxPerS;

  return (
    <section className="timeline" aria-label="Timeline">
      <header>
        <h3>Timeline</h3>
        <button type="button" aria-label="Back 10 ms" onClick={() => playhead.step(-0.01)}>
          <StepBackwardOutlined />
        </button>
        <button
          type="button"
          className="play"
          aria-label={playhead.playing ? 'Pause' : 'Play'}
          disabled={playhead.still}
          onClick={playhead.toggle}
        >
          {playhead.playing ? <PauseOutlined /> : <CaretRightFilled />}
        </button>
        <button type="button" aria-label="Forward 10 ms" onClick={() => playhead.step(0.01)}>
          <StepForwardOutlined />
        </button>
        <Segmented
          size="small"
          aria-label="Speed"
          value={speed}
          options={SPEEDS.map(({ value, label }) => ({ value, label }))}
          onChange={(value) => onSpeed(value as Speed)}
        />
        {playedSpeed < speed && <span className="muted-night">slowed to {playedSpeed.toFixed(2)}</span>}
        {extra}
        <span className="right mono">
          mean {trace.meanA.toFixed(2)} A, peak {trace.peakA.toFixed(2)} A, all at once {trace.worstA.toFixed(2)} A
        </span>
      </header>
      <div className="timeline-field" ref={ref}>
        {size.width > 0 && (
          <svg width={size.width} height={height} role="group" aria-label="Pulses over two seconds">
            <TimelineLanes
              build={build}
              rows={rows}
              trace={trace}
              lanes={lanes}
              pxPerS={pxPerS}
              width={size.width}
              height={height}
              windowS={windowS}
              selection={selection}
              onSelect={onSelect}
            />
            <g className="playhead" pointerEvents="none">
              <path d={`M${playX} ${AXIS - 4}V${height - 10}`} stroke="#E0662F" strokeWidth={1.5} />
              <rect x={playX - 24} y={2} width={48} height={17} rx={2} fill="#C8501B" />
              <text x={playX} y={14.5} textAnchor="middle" fill="#fff">
                {playhead.timeS.toFixed(3)}
              </text>
            </g>
            <rect
              className="scrub"
              x={LANES.left}
              y={0}
              width={lanes}
              height={AXIS}
              fill="transparent"
              onPointerDown={(event) => {
                playhead.pause();
                event.currentTarget.setPointerCapture(event.pointerId);
              }}
              onPointerMove={(event) => {
                if (event.buttons !== 1) return;
                const at = (event.clientX - event.currentTarget.getBoundingClientRect().left) / pxPerS;
                playhead.setTimeS(Math.max(0, Math.min(windowS - 0.001, Math.round(at * 200) / 200)));
              }}
            />
          </svg>
        )}
      </div>
    </section>
  );
}

/** The lanes stand still while the playhead runs over them, so they are drawn once. */
const TimelineLanes = memo(function TimelineLanes({
  build,
  rows,
  trace,
  lanes,
  pxPerS,
  width,
  height,
  windowS,
  selection,
  onSelect,
}: {
  build: Build;
  rows: readonly Row[];
  trace: ReturnType<typeof currentTrace>;
  lanes: number;
  pxPerS: number;
  width: number;
  height: number;
  windowS: number;
  selection: readonly Id[];
  onSelect(ids: Id[]): void;
}) {
  const traceTop = AXIS + rows.length * ROW + 10;
  const top = Math.max(1, Math.ceil(trace.peakA * 1.15));
  const yOf = (amps: number) => traceTop + TRACE - (amps / top) * TRACE;
  const steps = trace.steps;
  const line =
    steps
      .map(
        (step, index) =>
          `${index === 0 ? 'M' : 'H'}${(LANES.left + step.timeS * pxPerS).toFixed(1)}${index === 0 ? ` ${yOf(step.currentA).toFixed(1)}` : `V${yOf(step.currentA).toFixed(1)}`}`,
      )
      .join('') + (steps.length > 0 ? `H${LANES.left + lanes}` : '');
  return (
    <g>
      {Array.from({ length: windowS * 4 + 1 }, (_, index) => {
        const x = LANES.left + (index / 4) * pxPerS;
        return (
          <g key={x}>
            <path d={`M${x} ${AXIS}V${height - 10}`} stroke={index % 2 === 0 ? '#2B353E' : '#1E252C'} />
            {index % 2 === 0 && (
              <text
                className="axis"
                x={x}
                y={14}
                textAnchor={index === 0 ? 'start' : index === windowS * 4 ? 'end' : 'middle'}
              >
                {(index / 4).toFixed(1)}
                {index === windowS * 4 ? ' s' : ''}
              </text>
            )}
          </g>
        );
      })}
      <text className="axis head" x={width - 138} y={14} textAnchor="end">
        per min
      </text>
      <text className="axis head" x={width - 82} y={14} textAnchor="end">
        duty
      </text>
      <text className="axis head" x={width - 16} y={14} textAnchor="end">
        amps lit
      </text>
      {rows.map((row, index) => {
        const y = AXIS + index * ROW;
        const chosen = row.lampIds.some((id) => selection.includes(id));
        const pattern = patternOf(build, row.show.patternId);
        const figures = patternFigures(pattern);
        const fill = LIGHT[row.colour];
        const steady = figures.steady;
        return (
          <g
            key={row.key}
            className={`timeline-row${row.active ? '' : ' off'}`}
            role="button"
            tabIndex={0}
            aria-pressed={chosen}
            aria-label={`${row.name}, ${row.tags}, ${pattern.name}, phase ${row.show.phase}`}
            onClick={() => onSelect(row.lampIds)}
            onKeyDown={(event) => event.key === 'Enter' && onSelect(row.lampIds)}
          >
            <rect x={0} y={y} width={width} height={ROW} fill={chosen ? 'rgba(200,80,27,0.16)' : 'transparent'} />
            {chosen && <rect x={0} y={y} width={3} height={ROW} fill="#E0662F" />}
            <circle cx={20} cy={y + ROW / 2} r={4} fill={row.active ? fill : 'none'} stroke={fill} />
            <text className="row-name" x={32} y={y + 13}>
              {row.name}
            </text>
            <text className="row-tags" x={LANES.left - 12} y={y + 13} textAnchor="end">
              {row.lampIds.length > 4 ? `${row.lampIds.length} lamps` : row.tags}
            </text>
            {row.active ? (
              pulsesIn(pattern, offsetS(pattern, row.show), windowS).map((pulse) => (
                <rect
                  key={pulse.startS}
                  x={LANES.left + pulse.startS * pxPerS}
                  y={steady ? y + ROW / 2 - 3 * row.level : y + 3.5}
                  width={Math.max(1, (pulse.endS - pulse.startS) * pxPerS)}
                  height={steady ? 6 * row.level : 11}
                  rx={1}
                  fill={pulse.colour ? LIGHT[pulse.colour] : fill}
                  opacity={0.35 + 0.65 * pulse.level}
                />
              ))
            ) : (
              <path d={`M${LANES.left} ${y + ROW / 2}h${lanes}`} stroke="#414F5B" strokeDasharray="2 5" />
            )}
            <text className="figure" x={width - 138} y={y + 13} textAnchor="end">
              {steady ? 'steady' : figures.flashesPerMinute}
            </text>
            <text className="figure" x={width - 82} y={y + 13} textAnchor="end">
              {figures.dutyPercent}%
            </text>
            <text className="figure" x={width - 16} y={y + 13} textAnchor="end">
              {row.currentA.toFixed(2)}
            </text>
          </g>
        );
      })}
      <text className="row-name" x={32} y={traceTop + 16}>
        Current, all lit
      </text>
      <text className="row-tags" x={32} y={traceTop + 32}>
        0 to {top} A
      </text>
      <path
        d={`M${LANES.left} ${yOf(0)}H${LANES.left + lanes}M${LANES.left} ${yOf(top)}H${LANES.left + lanes}`}
        stroke="#2B353E"
      />
      {line && <path d={`${line}V${yOf(0)}H${LANES.left}Z`} fill="#E3C88F" opacity={0.1} />}
      {line && <path d={line} fill="none" stroke="#E3C88F" />}
    </g>
  );
});
