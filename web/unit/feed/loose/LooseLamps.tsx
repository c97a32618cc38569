import { useDraggable } from '@dnd-kit/core';
import type { Id, Lamp } from '../../../../core/document/index.ts';
import { jobName, tagList } from '../../../../core/place/index.ts';
import { LIGHT } from '../../../ui/tokens.ts';
import { useUnit } from '../../useUnit.ts';
import { ampsText } from './words.ts';

/** Lamps that are taken together: a pair, or one by itself. */
export function LooseLamps({
  lamps,
  amps,
  taken,
  onToggle,
}: {
  lamps: readonly Lamp[];
  amps: number;
  taken: boolean;
  onToggle(): void;
}) {
  const { build } = useUnit();
  const ids: Id[] = lamps.map(({ id }) => id);
  const { setNodeRef, listeners } = useDraggable({ id: ids.join(' '), data: { ids } });
  const model = build.models[lamps[0]!.modelKey];
  const tags = tagList(lamps.map(({ tag }) => tag));
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      className={taken ? 'loose-lamps held' : 'loose-lamps'}
      aria-pressed={taken}
      aria-label={`${tags}, ${model?.name ?? ''}, ${amps.toFixed(2)} A`}
      data-loose={ids.join(' ')}
      onClick={onToggle}
    >
      <span className="port" aria-hidden="true" />
      <span className="lights" aria-hidden="true">
        {lamps.slice(0, 3).map(({ id, colour }) => (
          <i key={id} style={{ background: LIGHT[colour] }} />
        ))}
      </span>
      <span className="what">
        <b>{tags}</b>
        <span className="model">{jobName(build, lamps[0]!) ?? model?.name}</span>
      </span>
      <span className="mono">{ampsText(amps)}</span>
    </button>
  );
}
