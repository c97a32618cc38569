import type { PointerEvent as ReactPointerEvent } from 'react';
import type { Pulse } from '../../../core/document/index.ts';
import { shapedLevel } from '../../../core/flash/index.ts';
import { type Held, LANE } from './patternLane.ts';

const EDGE_PX = 7;

const SHAPE_POINTS = 14;

export function PulseBlock({
  pulse,
  index,
  chosen,
  pxPerS,
  fill,
  onTake,
}: {
  pulse: Pulse;
  index: number;
  chosen: boolean;
  pxPerS: number;
  fill: string;
  onTake(event: ReactPointerEvent, index: number, part: Held['part']): void;
}) {
  const x0 = LANE.pad + pulse.startS * pxPerS;
  const x1 = LANE.pad + pulse.endS * pxPerS;
  const base = LANE.top + LANE.height;
  const outline = Array.from({ length: SHAPE_POINTS + 1 }, (_, at) => {
    const part = at / SHAPE_POINTS;
    return `L${(x0 + (x1 - x0) * part).toFixed(1)} ${(base - 4 - shapedLevel(pulse, part) * (LANE.height - 12)).toFixed(1)}`;
  }).join('');
  return (
    <g className="pulse-block" data-pulse={index}>
      <path d={`M${x0} ${base}${outline}L${x1} ${base}Z`} fill={fill} opacity={chosen ? 1 : 0.72} />
      {chosen && <path d={`M${x0} ${base}H${x1}`} stroke="var(--ember-hover)" strokeWidth={3} />}
      <rect
        className="body"
        x={x0}
        y={LANE.top}
        width={x1 - x0}
        height={LANE.height}
        onPointerDown={(event) => onTake(event, index, 'body')}
      />
      <rect
        className="edge"
        x={x0 - EDGE_PX / 2}
        y={LANE.top}
        width={EDGE_PX}
        height={LANE.height}
        onPointerDown={(event) => onTake(event, index, 'start')}
      />
      <rect
        className="edge"
        x={x1 - EDGE_PX / 2}
        y={LANE.top}
        width={EDGE_PX}
        height={LANE.height}
        onPointerDown={(event) => onTake(event, index, 'end')}
      />
    </g>
  );
}
