export function DropBar({ dropV, budgetV }: { dropV: number; budgetV: number }) {
  const part = Math.min(1, dropV / budgetV);
  const over = dropV > budgetV;
  return (
    <div className="drop-bar" role="img" aria-label={`${dropV.toFixed(2)} of ${budgetV.toFixed(2)} volts allowed`}>
      <i className={over ? 'over' : ''} style={{ width: `${part * 100}%` }}>
        {dropV.toFixed(2)} V lost
      </i>
      <span>{over ? `${(dropV - budgetV).toFixed(2)} V over` : `${(budgetV - dropV).toFixed(2)} V left`}</span>
    </div>
  );
}
