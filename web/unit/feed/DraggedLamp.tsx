import { useDraggable } from '@dnd-kit/core';
import type { Id } from '../../../core/document/index.ts';
import type { LampSpot } from '../../../core/harness/index.ts';
import { Shapes } from './Shapes.tsx';

/** A lamp in the diagram. With keys it is moved from the feed's panel, so that sixty lamps are not sixty stops. */
export function DraggedLamp({ spot, chosen, onLamp }: { spot: LampSpot; chosen: boolean; onLamp(id: Id): void }) {
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
      {chosen && <circle cx={spot.x} cy={spot.y} r={8} fill="none" stroke="var(--ember-hover)" strokeWidth={1.3} />}
      <Shapes shapes={spot.shapes} />
    </g>
  );
}
