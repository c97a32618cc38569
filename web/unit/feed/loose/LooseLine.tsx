import { type RefObject, useLayoutEffect, useState } from 'react';
import { rowOf } from './rowOf.ts';

interface Point {
  x: number;
  y: number;
}

const BADGE = { width: 27, height: 20 };
const BADGE_FROM_PORT_PX = 46;
/** So far before the lamps the one line parts into theirs: figures stand below it until there. */
const FAN_PX = 74;

/** Where lines end: the middle of an end's port, measured from the board. */
function portOf(board: HTMLElement, kind: 'source' | 'loose', name: string): Point | null {
  const port = rowOf(board, kind, name)?.querySelector('.port');
  if (!port) return null;
  const [box, of] = [port.getBoundingClientRect(), board.getBoundingClientRect()];
  return {
    x: box.left + box.width / 2 - of.left + board.scrollLeft,
    y: box.top + box.height / 2 - of.top + board.scrollTop,
  };
}

/** Wires drawn from the lamps that are taken to the source that they are held over, with the fuse between. */
export function LooseLine({
  board,
  source,
  units,
  fuseA,
  pointer,
  size,
}: {
  board: RefObject<HTMLElement | null>;
  source: string | null;
  /** What the lamps are drawn as, by the names of their rows. */
  units: readonly string[];
  fuseA: number | null;
  /** Where the hand is while it is over no source. */
  pointer: Point | null;
  size: { width: number; height: number };
}) {
  const [ends, setEnds] = useState<{ to: Point; from: Point[] } | null>(null);
  const key = units.join(';');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the board's size and what is drawn decide where ends are.
  useLayoutEffect(() => {
    const element = board.current;
    if (!element) return;
    const to = source === null ? pointer : portOf(element, 'source', source);
    const from = units.flatMap((unit) => portOf(element, 'loose', unit) ?? []);
    setEnds(to && from.length > 0 ? { to, from } : null);
  }, [board, source, key, pointer?.x, pointer?.y, size.width, size.height]);
  if (!ends) return null;
  const { to, from } = ends;
  const badge = { x: to.x + BADGE_FROM_PORT_PX, y: to.y };
  const path = ({ x, y }: Point) =>
    `M ${to.x} ${to.y} H ${x - FAN_PX} C ${x - FAN_PX / 3} ${to.y} ${x - (2 * FAN_PX) / 3} ${y} ${x} ${y}`;
  return (
    <svg className="loose-line" aria-hidden="true">
      {from.map((end) => (
        <path key={`${end.x} ${end.y}`} d={path(end)} />
      ))}
      <circle cx={to.x} cy={to.y} r={5} />
      {from.map((end) => (
        <circle key={`${end.x} ${end.y}`} cx={end.x} cy={end.y} r={4} />
      ))}
      {fuseA !== null && (
        <g transform={`translate(${badge.x - BADGE.width / 2} ${badge.y - BADGE.height / 2})`}>
          <rect {...BADGE} rx={3} />
          <text x={BADGE.width / 2} y={14.5}>
            {fuseA}
          </text>
        </g>
      )}
    </svg>
  );
}
