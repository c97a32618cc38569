import type { ElementOf, Id } from '../../../core/document/index.ts';
import { applyDrafts } from '../../../core/document/index.ts';
import { planRefit } from '../../../core/planning/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

/** What a capped end is kept for; more amps take a larger fuse and the wire for it. */
export function PlannedRow({ cap, fuseId }: { cap: ElementOf<'cap'>; fuseId: Id }) {
  const { build, mayEdit, act } = useUnit();
  const plan = (plannedA: number) => {
    const change = { kind: 'setPlanned', elementId: cap.id, plannedA } as const;
    const changed = applyDrafts(build, [change]);
    act(change, ...(changed.ok ? planRefit(changed.value, fuseId) : []));
  };
  return (
    <div className="form-row">
      <span>Planned</span>
      <CommittedNumber
        aria-label={`Planned for ${cap.name}, A`}
        min={0.1}
        max={150}
        suffix="A"
        disabled={!mayEdit}
        value={cap.plannedA}
        onCommit={(plannedA) => plannedA && plan(plannedA)}
      />
    </div>
  );
}
