import { Button } from 'antd';
import { useMemo } from 'react';
import type { ShelfEntry } from '../../../core/document/index.ts';
import { alternatives, type PartLine } from '../../../core/work/index.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';

/** Lamps of which there are too few, and what on the shelf could take their place. */
export function ShortLamps({ lines, shelf }: { lines: readonly PartLine[]; shelf: readonly ShelfEntry[] }) {
  const { build, mayEdit, act } = useUnit();
  const words = useWords();
  const short = useMemo(
    () =>
      lines.flatMap((line) => {
        const entry = shelf.find((each) => each.model.key === line.key);
        return entry && entry.onHand < line.quantity
          ? [{ line, entry, others: alternatives(build, line.lampIds, shelf) }]
          : [];
      }),
    [build, lines, shelf],
  );
  if (short.length === 0) return null;
  return (
    <section aria-label="Short of">
      <h3>Short of</h3>
      {short.map(({ line, entry, others }) => (
        <article key={line.key} className="short-lamp">
          <p>
            <b>{line.name}</b>
            <small className="muted">
              {line.quantity} needed for {line.use}, {entry.onHand} on hand
            </small>
          </p>
          {others.length === 0 && <p className="muted">Nothing alike on the shelf has enough on hand.</p>}
          {others.map((other) => (
            <div key={other.entry.model.key} className="instead">
              <span>
                {other.entry.model.name} <span className="mono muted">{other.entry.model.key}</span>
                <small className="muted">{[`${other.entry.onHand} on hand`, ...other.differs].join(', ')}</small>
                {other.brings.map(words).map((told) => (
                  <small key={told} className="state caution">
                    ▲ {told}
                  </small>
                ))}
                {other.brings.length === 0 && <small className="state ok">✓ brings nothing new to mend</small>}
              </span>
              {mayEdit && (
                <Button size="small" onClick={() => act(...other.operations)}>
                  Use it
                </Button>
              )}
            </div>
          ))}
        </article>
      ))}
    </section>
  );
}
