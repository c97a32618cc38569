import { useDroppable } from '@dnd-kit/core';
import { isPossible, type SourceAnswer, type SourceRow } from '../../../../core/work/index.ts';
import { labelOf, ownWords, sayRow, shortWhy, whenLive } from './words.ts';

/** Amps of a source as a bar: so many pixels an amp, no longer than the column. */
const PX_PER_A = 3.2;
const MOST_PX = 96;
const px = (amps: number): number => Math.min(MOST_PX, Math.max(0, amps) * PX_PER_A);

/** A source as a row: what it carries, what is left, and where a line to it ends. */
export function LooseSource({
  row,
  answer,
  needA,
  restA,
  chosen,
  first,
  tabbable,
  onChoose,
}: {
  row: SourceRow;
  /** Null while no lamps are taken. */
  answer: SourceAnswer | null;
  needA: number;
  /** What all other loose lamps that could come too would draw. */
  restA: number;
  chosen: boolean;
  first: string;
  tabbable: boolean;
  onChoose(): void;
}) {
  const possible = answer !== null && isPossible(answer);
  const { setNodeRef, isOver } = useDroppable({ id: row.source, disabled: !possible });
  const { leftA, limitA, ownA, crewA } = row;
  const word = answer === null ? '' : shortWhy(answer, row);
  const usedPx = px(ownA + crewA);
  const takenPx = chosen || isOver ? px(needA) : 0;
  return (
    <button
      ref={setNodeRef}
      type="button"
      role="radio"
      aria-checked={chosen}
      aria-disabled={!possible}
      tabIndex={tabbable ? 0 : -1}
      data-source={row.source}
      className={[
        'loose-source',
        answer === null || possible ? '' : 'shut',
        answer === 'would' ? 'lit' : '',
        chosen || isOver ? 'held' : '',
      ]
        .filter(Boolean)
        .join(' ')}
      aria-label={[
        sayRow(row),
        whenLive(row),
        ownWords(row),
        leftA === null ? '' : `${Math.max(0, leftA).toFixed(1)} A left`,
        word && `${word}`,
      ]
        .filter(Boolean)
        .join(', ')}
      onClick={() => possible && onChoose()}
    >
      <span className="live">{first}</span>
      <span className="label">{labelOf(row)}</span>
      <span className="own">{ownWords(row)}</span>
      <span className="amps" aria-hidden="true">
        {limitA !== null && (
          <i style={{ width: px(limitA) }}>
            <i className="used" style={{ width: usedPx }} />
            <i className="taken" style={{ width: Math.min(takenPx, px(limitA) - usedPx) }} />
            {takenPx > 0 && (
              <i className="rest" style={{ width: Math.min(px(restA), Math.max(0, px(limitA) - usedPx - takenPx)) }} />
            )}
          </i>
        )}
      </span>
      <span className="left mono">{leftA === null ? '' : Math.max(0, leftA).toFixed(1)}</span>
      <span className="port" aria-hidden="true" />
      <span className="after mono">
        {word || (answer !== null && leftA !== null ? Math.max(0, leftA - needA).toFixed(1) : '')}
      </span>
    </button>
  );
}
