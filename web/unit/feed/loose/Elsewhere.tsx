import { ratedCurrentA } from '../../../../core/circuit/index.ts';
import type { Lamp } from '../../../../core/document/index.ts';
import type { SourceRow } from '../../../../core/work/index.ts';
import { useUnit } from '../../useUnit.ts';
import type { TriedSources } from './useTriedSources.ts';
import { ownWords, sayRow } from './words.ts';

/** Sources that were tried in vain are left out; those still being tried wait with a dash. */
const SHOWN = 6;

/** The same lamps on other sources: fuse, loss, and what would be left there. */
export function Elsewhere({
  rows,
  source,
  tried,
  lamps,
  onSource,
}: {
  rows: readonly SourceRow[];
  source: string;
  tried: TriedSources;
  lamps: readonly Lamp[];
  onSource(source: string): void;
}) {
  const { build } = useUnit();
  const needA = ratedCurrentA(build, lamps, 'maximumA');
  const others = rows.filter((row) => {
    const answer = tried.get(row.source);
    return row.source === source || answer === undefined || (answer !== 'failed' && answer.ok);
  });
  // The chosen one is always among them.
  const first = others.slice(0, SHOWN);
  const chosen = others.find((row) => row.source === source);
  const shown = chosen && !first.includes(chosen) ? [...first.slice(0, -1), chosen] : first;
  if (shown.length < 2) return null;
  return (
    <>
      <h3>The same elsewhere</h3>
      <div className="elsewhere-head" aria-hidden="true">
        <span>From</span>
        <span>Fuse</span>
        <span>Shares with</span>
        <span>V lost</span>
        <span>A left</span>
      </div>
      <ul className="elsewhere">
        {shown.map((row) => {
          const answer = tried.get(row.source);
          const assessed = answer && answer !== 'failed' && answer.ok ? answer.value.assessed : null;
          return (
            <li key={row.source}>
              <button type="button" aria-pressed={row.source === source} onClick={() => onSource(row.source)}>
                <span>{sayRow(row)}</span>
                <b className="mono">{assessed ? `${assessed.feed.fuse.ratingA} A` : '–'}</b>
                <span className="muted">{row.own || row.crewA > 0 ? ownWords(row) : 'nothing'}</span>
                <span
                  className={
                    assessed && assessed.figures.dropV > assessed.figures.dropBudgetV ? 'mono state stop' : 'mono'
                  }
                >
                  {assessed ? assessed.figures.dropV.toFixed(2) : '–'}
                </span>
                <span className="mono">{row.leftA === null ? '' : Math.max(0, row.leftA - needA).toFixed(1)}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
