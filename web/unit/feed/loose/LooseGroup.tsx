import { useDraggable } from '@dnd-kit/core';
import type { Id } from '../../../../core/document/index.ts';
import { ampsText } from './words.ts';

/** Everything that is for one thing, or all that is loose, taken at once. */
export function LooseGroup({
  name,
  how,
  ids,
  amps,
  taken,
  onToggle,
}: {
  name: string;
  how: string;
  ids: readonly Id[];
  amps: number;
  taken: boolean;
  onToggle(): void;
}) {
  const { setNodeRef, listeners } = useDraggable({ id: `all ${name}`, data: { ids } });
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      className="loose-group"
      aria-pressed={taken}
      aria-label={`${name}, all ${ids.length}, ${ampsText(amps)} A`}
      onClick={onToggle}
    >
      <b>{name}</b>
      <span className="how">{how}</span>
      <span className="mono">{ampsText(amps)}</span>
    </button>
  );
}
