import { useDroppable } from '@dnd-kit/core';
import type { Id } from '../../../core/document/index.ts';
import type { DiagramRow } from '../../../core/harness/index.ts';
import type { Finding } from '../../../core/rules/index.ts';
import { DraggedLamp } from './DraggedLamp.tsx';
import { Shapes } from './Shapes.tsx';

/** Where a row has room for its worst finding. */
const MARK = { x: 400, y: 54 };

const SEVERITY_WORDS = { stop: '⬢ Stop', caution: '▲ Caution', note: '● Note' } as const;

export function FeedRow({
  row,
  width,
  chosen,
  selection,
  severity,
  onChoose,
  onLamp,
}: {
  row: DiagramRow;
  width: number;
  chosen: boolean;
  selection: readonly Id[];
  severity: Finding['severity'] | null;
  onChoose(id: Id | null): void;
  onLamp(id: Id): void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: row.feedId });
  const toggle = () => onChoose(chosen ? null : row.feedId);
  return (
    // The package asks for an HTML element and only reads its place on the page.
    <g ref={setNodeRef as unknown as React.Ref<SVGGElement>} className={rowClass(chosen, isOver)}>
      <g
        className="row-button"
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={row.words}
        data-feed={row.name}
        onClick={toggle}
        onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && toggle()}
      >
        <rect className="row-back" x={0} y={row.top} width={width} height={row.height} />
        {chosen && <rect x={0} y={row.top} width={3} height={row.height} fill="var(--ember-hover)" />}
        <Shapes shapes={row.shapes} />
        {severity && (
          <text className={`mark ${severity}`} x={MARK.x} y={row.top + MARK.y}>
            {SEVERITY_WORDS[severity]}
          </text>
        )}
      </g>
      {row.lamps.map((spot) => (
        <DraggedLamp key={spot.lampId} spot={spot} chosen={selection.includes(spot.lampId)} onLamp={onLamp} />
      ))}
    </g>
  );
}

const rowClass = (chosen: boolean, isOver: boolean): string =>
  `feed-row${chosen ? ' chosen' : ''}${isOver ? ' over' : ''}`;
