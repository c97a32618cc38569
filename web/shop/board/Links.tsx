import { memo } from 'react';
import type { Block, Worker } from '../../../core/shop/index.ts';
import type { Axis } from './axis.ts';

const BLOCK = { topPx: 6, heightPx: 56 };

/** How one unit's work goes from hand to hand: from the end of a block to the start of the next, behind the blocks. */
export const Links = memo(function Links({
  blocks,
  workers,
  unitId,
  axis,
  labelPx,
  rowPx,
}: {
  blocks: readonly Block[];
  workers: readonly Worker[];
  unitId: string | null;
  axis: Axis;
  labelPx: number;
  rowPx: number;
}) {
  const own = blocks
    .filter((block) => block.unitId === unitId && !block.isDone)
    .sort((a, b) => a.fromMinutes - b.fromMinutes);
  const rowOf = (block: Block) => workers.findIndex((worker) => worker.id === block.workerIds[0]);
  const pairs = own.slice(1).flatMap((next, at) => {
    const from = own[at]!;
    return rowOf(from) === rowOf(next) ? [] : [{ from, next }];
  });
  if (pairs.length === 0) return null;
  return (
    <svg className="links" width={labelPx + axis.widthPx} height={workers.length * rowPx} aria-hidden="true">
      {pairs.map(({ from, next }) => {
        const [row, to] = [rowOf(from), rowOf(next)];
        const x = labelPx + Math.max(axis.x(from.toMinutes) - 4, axis.x(from.fromMinutes) + 2);
        const end = labelPx + axis.x(next.fromMinutes) + 5;
        const isDown = to > row;
        const y = row * rowPx + BLOCK.topPx + (isDown ? BLOCK.heightPx : 0);
        // In the gutter under the upper of the two rows.
        const gutter = (isDown ? to : row) * rowPx - 9;
        const last = to * rowPx + BLOCK.topPx + (isDown ? 0 : BLOCK.heightPx);
        return (
          <g key={`${from.id} ${next.id}`}>
            <path d={`M${x} ${y}V${gutter}H${end}V${last}`} />
            <path
              className="head"
              d={isDown ? `M${end - 4} ${last - 6}h8l-4 6z` : `M${end - 4} ${last + 6}h8l-4 -6z`}
            />
          </g>
        );
      })}
    </svg>
  );
});
