import type { LampMark } from './lampMarks.ts';

const BAR_CELLS = 12;

export function BarCells({ mark: { x, y, width, height } }: { mark: LampMark }) {
  const cells = Math.min(BAR_CELLS, Math.floor(width / 4));
  const step = width / cells;
  const lines = Array.from(
    { length: cells - 1 },
    (_, index) => `M${x - width / 2 + step * (index + 1)} ${y - height / 2}v${height}`,
  ).join('');
  return <path d={lines} stroke="var(--night)" strokeWidth={0.9} pointerEvents="none" />;
}
