import { CaretRightFilled, PauseOutlined, StepBackwardOutlined, StepForwardOutlined } from '@ant-design/icons';
import { Segmented } from 'antd';
import { lazy, type ReactNode, Suspense, useMemo } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import { byPriority } from '../../../core/document/index.ts';
import { currentTrace, type LampShow } from '../../../core/flash/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { useSize } from '../../app/useSize.ts';
import { useUnit } from '../useUnit.ts';
import { currentChart } from './currentChart.ts';
import { TimelineLanes } from './TimelineLanes.tsx';
import { AXIS, LANES, ROW, type Row, TRACE } from './timelineScale.ts';
import { SPEEDS, type Speed, type usePlayhead } from './usePlayhead.ts';

const Chart = lazy(() => import('../../ui/Chart.tsx').then(({ Chart }) => ({ default: Chart })));

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
  const height = AXIS + rows.length * ROW + 4;
  const chart = useMemo(() => currentChart(trace, windowS), [trace, windowS]);
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
              lanes={lanes}
              pxPerS={pxPerS}
              width={size.width}
              height={height}
              windowS={windowS}
              selection={selection}
              onSelect={onSelect}
            />
            <g className="playhead" pointerEvents="none">
              <path d={`M${playX} ${AXIS - 4}V${height + TRACE - 8}`} stroke="var(--ember-hover)" strokeWidth={1.5} />
              <rect x={playX - 24} y={2} width={48} height={17} rx={2} fill="var(--ember)" />
              <text x={playX} y={14.5} textAnchor="middle" fill="var(--surface)">
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
        {size.width > 0 && (
          <div className="current">
            <p style={{ width: LANES.left }}>
              Current, all lit
              <span>A</span>
            </p>
            <Suspense fallback={null}>
              <Chart
                option={chart}
                className="current-chart"
                label={`Current over ${windowS} seconds: mean ${trace.meanA.toFixed(2)} A, peak ${trace.peakA.toFixed(2)} A`}
              />
            </Suspense>
            <span style={{ width: LANES.rightPad }} />
          </div>
        )}
      </div>
    </section>
  );
}
