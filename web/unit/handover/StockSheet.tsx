import { useMemo } from 'react';
import { backToStock } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';

/** The way back: what comes off, what is closed, what has to be bought for it. */
export function StockSheet() {
  const { build, body } = useUnit();
  const { steps, parts } = useMemo(() => backToStock(build, body), [build, body]);
  return (
    <article className="card" aria-label="Back to stock">
      <header>
        <div>
          <span className="plate">{build.unit.tag}</span>
          <h2>Back to stock</h2>
          <span className="muted">written from the build as it stands</span>
        </div>
      </header>
      {steps.length === 0 && <p className="muted">Nothing was added yet.</p>}
      <ol className="stock-steps">
        {steps.map((step) => (
          <li key={step.title}>
            <b>{step.title}</b>
            <span>{step.detail}</span>
          </li>
        ))}
      </ol>
      {parts.length > 0 && (
        <>
          <h3>To buy for it</h3>
          <ul>
            {parts.map((part) => (
              <li key={part.name}>
                {part.quantity} × {part.name}
              </li>
            ))}
          </ul>
        </>
      )}
    </article>
  );
}
