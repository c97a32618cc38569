import { useEffect, useState } from 'react';
import { whenText } from '../../../core/shop/index.ts';
import type { HeldTrial, Trial } from './useBlockDrag.ts';

/** Where the block that is held would come to lie, and what would be wrong with that. */
export function Ghost({
  held,
  nowMinutes,
  labelPx,
  rowPx,
}: {
  held: HeldTrial;
  nowMinutes: number;
  labelPx: number;
  rowPx: number;
}) {
  const [trial, setTrial] = useState<Trial | null>(null);
  useEffect(() => {
    held.show = setTrial;
  }, [held]);
  if (!trial) return null;
  return (
    <div
      className={`ghost ${trial.words.length > 0 ? 'is-wrong' : ''}`}
      style={{ left: labelPx + trial.leftPx, width: trial.widthPx, top: trial.row * rowPx + 6 }}
    >
      <div className="ghost-words" role="status">
        <b>{whenText(trial.startMinutes, nowMinutes)}</b>
        {trial.words.length === 0 ? ' fits' : ''}
        {trial.words.slice(0, 3).map((words) => (
          <p key={words}>⚠ {words}</p>
        ))}
      </div>
    </div>
  );
}
