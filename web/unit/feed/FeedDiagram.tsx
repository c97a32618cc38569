import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { memo, useMemo } from 'react';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import type { Id } from '../../../core/document/index.ts';
import { deriveFeeds } from '../../../core/graph/index.ts';
import { type DiagramRow, diagramOf, type LampSpot, NIGHT_INK, type Shape } from '../../../core/harness/index.ts';
import { planMoveLamps } from '../../../core/planning/index.ts';
import type { Finding } from '../../../core/rules/index.ts';
import { newId } from '../../app/ids.ts';
import { useSize } from '../../app/useSize.ts';
import { useUnit } from '../useUnit.ts';

/** A press becomes a drag from here on, so that a tap still chooses. */
const DRAG_FROM_PX = 5;
const INK = NIGHT_INK;
/** Where a row has room for its worst finding. */
const MARK = { x: 400, y: 54 };
const SEVERITY_WORDS = { stop: '⬢ Stop', caution: '▲ Caution', note: '● Note' } as const;

/**
 * The feeds as one-line diagram. A lamp can be dragged onto another feed; choosing a feed or a lamp shows it on the
 * sheet. What is drawn comes from the core, which also writes it to the files that are handed out.
 */
export const FeedDiagram = memo(function FeedDiagram({
  feeds,
  findings,
  chosenId,
  selection,
  onChoose,
  onLamp,
  onRefused,
}: {
  feeds: readonly AssessedFeed[];
  findings: readonly Finding[];
  chosenId: Id | null;
  selection: readonly Id[];
  onChoose(id: Id | null): void;
  onLamp(id: Id): void;
  onRefused(message: string): void;
}) {
  const { build, mayEdit, act } = useUnit();
  const [ref, size] = useSize<HTMLDivElement>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  const diagram = useMemo(
    () => diagramOf(build, feeds, { width: size.width, ink: INK, openId: chosenId }),
    [build, feeds, size.width, chosenId],
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || !mayEdit) return;
    const lampId = String(active.id);
    const from = feeds.find(({ feed }) => feed.lamps.some((lamp) => lamp.id === lampId))?.feed.lamps ?? [];
    // A part of a feed that is chosen moves together; a whole feed is chosen with its row, and stays but for this lamp.
    const part = from.filter((lamp) => selection.includes(lamp.id)).map((lamp) => lamp.id);
    const lampIds = part.includes(lampId) && part.length < from.length ? part : [lampId];
    const planned = planMoveLamps(build, deriveFeeds(build), lampIds, String(over.id), newId);
    if (planned.ok) act(...planned.value);
    else if (!feeds.find(({ feed }) => feed.fuse.id === over.id)?.feed.lamps.some((lamp) => lamp.id === lampId))
      onRefused(planned.reason.message);
  };
  return (
    <div className="feed-diagram" ref={ref}>
      {feeds.length === 0 ? (
        <p className="empty">
          No feeds yet. Choose lamps on the sheet below, then “New feed”: source, fuse, control and wire are worked out
          for you.
        </p>
      ) : (
        <DndContext sensors={sensors} onDragEnd={drop}>
          <svg width={diagram.width} height={diagram.height} role="group" aria-label="Feed diagram">
            <Shapes shapes={diagram.shapes} />
            {diagram.rows.map((row) => (
              <FeedRow
                key={row.feedId}
                row={row}
                width={diagram.width}
                chosen={row.feedId === chosenId}
                selection={selection}
                severity={findings.find((finding) => finding.place.feedIds.includes(row.feedId))?.severity ?? null}
                onChoose={onChoose}
                onLamp={onLamp}
              />
            ))}
          </svg>
        </DndContext>
      )}
    </div>
  );
});

/** Shapes of the core as SVG; one that is drawn never changes place, so its index is its name. */
const Shapes = memo(function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  return shapes.map((shape, index) => {
    const key = `${shape.kind} ${index}`;
    switch (shape.kind) {
      case 'path':
        return (
          <path key={key} d={shape.d} fill={shape.fill ?? 'none'} stroke={shape.stroke} strokeWidth={shape.width} />
        );
      case 'rect': {
        const { x, y, width, height, radius, fill, stroke } = shape;
        return <rect key={key} {...{ x, y, width, height, fill, stroke }} rx={radius} />;
      }
      case 'circle':
        return <circle key={key} cx={shape.x} cy={shape.y} r={shape.radius} fill={shape.fill} stroke={shape.stroke} />;
      case 'text':
        return (
          <text
            key={key}
            className={shape.look}
            x={shape.x}
            y={shape.y}
            textAnchor={shape.anchor}
            style={{ fill: shape.fill }}
          >
            {shape.text}
          </text>
        );
      default:
        return shape satisfies never;
    }
  });
});

function FeedRow({
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
        {chosen && <rect x={0} y={row.top} width={3} height={row.height} fill="#E0662F" />}
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

/** A lamp in the diagram. With keys it is moved from the feed's panel, so that sixty lamps are not sixty stops. */
function DraggedLamp({ spot, chosen, onLamp }: { spot: LampSpot; chosen: boolean; onLamp(id: Id): void }) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: spot.lampId });
  return (
    <g
      ref={setNodeRef as unknown as React.Ref<SVGGElement>}
      {...listeners}
      className={isDragging ? 'lamp-spot dragging' : 'lamp-spot'}
      role="button"
      tabIndex={-1}
      aria-label={`Lamp ${spot.tag}, drag it onto another feed`}
      data-lamp-spot={spot.tag}
      transform={transform ? `translate(${transform.x} ${transform.y})` : undefined}
      onClick={() => onLamp(spot.lampId)}
      onKeyDown={(event) => event.key === 'Enter' && onLamp(spot.lampId)}
    >
      <rect className="lamp-catch" x={spot.x - 8} y={spot.y - 9} width={32} height={19} rx={3} />
      {chosen && <circle cx={spot.x} cy={spot.y} r={8} fill="none" stroke="#E0662F" strokeWidth={1.3} />}
      <Shapes shapes={spot.shapes} />
    </g>
  );
}
