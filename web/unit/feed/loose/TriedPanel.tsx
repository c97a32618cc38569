import type { Lamp } from '../../../../core/document/index.ts';
import type { SourceRow } from '../../../../core/work/index.ts';
import { useWords } from '../../../app/useWords.ts';
import { SeverityMark } from '../../../ui/SeverityMark.tsx';
import { DropBar } from '../DropBar.tsx';
import { Limits } from '../Limits.tsx';
import { Elsewhere } from './Elsewhere.tsx';
import type { TriedSources } from './useTriedSources.ts';

const SHOWN_BRINGS = 3;

/** What lamps would come to on the source that is chosen, before the feed is made, and on the others beside it. */
export function TriedPanel({
  rows,
  source,
  tried,
  lamps,
  onSource,
}: {
  /** Sources on which they could be put. */
  rows: readonly SourceRow[];
  source: string;
  tried: TriedSources;
  lamps: readonly Lamp[];
  onSource(source: string): void;
}) {
  const words = useWords();
  const answer = tried.get(source);
  return (
    <section className="tried" aria-label="What it comes to" aria-busy={answer === undefined}>
      {answer === undefined ? (
        <p className="empty">Being worked out …</p>
      ) : answer === 'failed' ? (
        <p className="state-line stop">
          It could not be worked out. Choose another source, or close this and try again.
        </p>
      ) : !answer.ok ? (
        <p className="state-line caution">⚠ {answer.reason.message}</p>
      ) : (
        <>
          <DropBar dropV={answer.value.assessed.figures.dropV} budgetV={answer.value.assessed.figures.dropBudgetV} />
          <Limits assessed={answer.value.assessed} />
          {answer.value.brings.slice(0, SHOWN_BRINGS).map((finding) => (
            <p key={finding.id} className="brought">
              <SeverityMark severity={finding.severity} /> {words(finding.message)}
            </p>
          ))}
          {answer.value.brings.length > SHOWN_BRINGS && (
            <p className="muted">and {answer.value.brings.length - SHOWN_BRINGS} more</p>
          )}
        </>
      )}
      <Elsewhere rows={rows} source={source} tried={tried} lamps={lamps} onSource={onSource} />
    </section>
  );
}
