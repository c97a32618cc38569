import { SEEN_BUDGET_PERCENT, WORK_BUDGET_PERCENT } from '../../../core/circuit/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

/** How much may be lost on the way to a lamp of this unit, by what the lamp is for. */
export function BudgetRow() {
  const { build, mayEdit, act } = useUnit();
  const { seenLossPercent = SEEN_BUDGET_PERCENT, workLossPercent = WORK_BUDGET_PERCENT } = build.electrics;
  const field = (label: string, key: 'seenLossPercent' | 'workLossPercent', value: number) => (
    <CommittedNumber
      aria-label={label}
      min={0.5}
      max={20}
      step={0.5}
      suffix="%"
      disabled={!mayEdit}
      value={value}
      onCommit={(percent) => percent !== null && act({ kind: 'setElectrics', changes: { [key]: percent } })}
    />
  );
  return (
    <section className="budgets" aria-label="What may be lost on the way">
      <h3>May be lost on the way</h3>
      <div className="form-row">
        <span>To be seen by</span>
        {field('Lamps to be seen by may lose, percent', 'seenLossPercent', seenLossPercent)}
      </div>
      <div className="form-row">
        <span>To work by</span>
        {field('Lamps to work by may lose, percent', 'workLossPercent', workLossPercent)}
      </div>
      <p className="muted">
        Of the system at rest. Usual are {SEEN_BUDGET_PERCENT} % and {WORK_BUDGET_PERCENT} % (ABYC E-11, from memory).
      </p>
    </section>
  );
}
