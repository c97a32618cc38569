import type { UnitListItem } from '../../core/contract/index.ts';
import { STAGES } from '../../core/document/index.ts';

export function StageTrack({ unit }: { unit: UnitListItem }) {
  const done = unit.stage === 'handover' && unit.summary.shares.at(-1) === 1;
  return (
    <div className={done ? 'track done' : 'track'} aria-hidden="true">
      {unit.summary.shares.map((share, index) => (
        <i key={STAGES[index]}>
          <i style={{ width: `${share * 100}%` }} className={STAGES[index] === unit.stage ? 'now' : ''} />
        </i>
      ))}
    </div>
  );
}
