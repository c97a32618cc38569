import { memo } from 'react';
import type { Build, Id } from '../../../core/document/index.ts';
import { offsetS, patternFigures, patternOf, pulsesIn } from '../../../core/flash/index.ts';
import { LIGHT } from '../../ui/tokens.ts';
import { AXIS, LANES, ROW, type Row } from './timelineScale.ts';

/** The lanes stand still while the playhead runs over them, so they are drawn once. */
export const TimelineLanes = memo(function TimelineLanes({
  build,
  rows,
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
  lanes: number;
  pxPerS: number;
  width: number;
  height: number;
  windowS: number;
  selection: readonly Id[];
  onSelect(ids: Id[]): void;
}) {
  return (
    <g>
      {Array.from({ length: windowS * 4 + 1 }, (_, index) => {
        const x = LANES.left + (index / 4) * pxPerS;
        return (
          <g key={x}>
            <path d={`M${x} ${AXIS}V${height}`} stroke={index % 2 === 0 ? 'var(--night-line)' : 'var(--night-grid)'} />
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
            {chosen && <rect x={0} y={y} width={3} height={ROW} fill="var(--ember-hover)" />}
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
              <path d={`M${LANES.left} ${y + ROW / 2}h${lanes}`} stroke="var(--night-mark)" strokeDasharray="2 5" />
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
    </g>
  );
});
