import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { memo, useMemo } from 'react';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import type { Id } from '../../../core/document/index.ts';
import { deriveFeeds } from '../../../core/graph/index.ts';
import { diagramOf, NIGHT_INK } from '../../../core/harness/index.ts';
import { planMoveLamps } from '../../../core/planning/index.ts';
import type { Finding } from '../../../core/rules/index.ts';
import { newId } from '../../app/ids.ts';
import { useSize } from '../../app/useSize.ts';
import { useUnit } from '../useUnit.ts';
import { FeedRow } from './FeedRow.tsx';
import { Shapes } from './Shapes.tsx';

/** A press becomes a drag from here on, so that a tap still chooses. */
const DRAG_FROM_PX = 5;

const INK = NIGHT_INK;

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
          No feeds yet. “Loose ends” puts lamps onto what they can be fed from; fuse, control and wire are worked out
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
