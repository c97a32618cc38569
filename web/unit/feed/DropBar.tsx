/** From this part of the bar on, what is lost is written in it. */
const WIDE_ENOUGH = 0.3;

export function DropBar({ dropV, budgetV }: { dropV: number; budgetV: number }) {
  const part = Math.min(1, dropV / budgetV);
  const over = dropV > budgetV;
  const lost = `${dropV.toFixed(2)} V lost`;
  return (
    <div className="drop-bar" role="img" aria-label={`${dropV.toFixed(2)} of ${budgetV.toFixed(2)} volts allowed`}>
      <i className={over ? 'over' : ''} style={{ width: `${part * 100}%` }}>
        {part >= WIDE_ENOUGH && lost}
      </i>
      {part < WIDE_ENOUGH && <b>{lost}</b>}
      <span>{over ? `${(dropV - budgetV).toFixed(2)} V over` : `${(budgetV - dropV).toFixed(2)} V left`}</span>
    </div>
  );
}
