import type { TriedWay } from '../../../core/rules/index.ts';
import { useWords } from '../../app/useWords.ts';

const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What taking a way out would bring, as it was tried. */
export function TriedResult({ tried, own }: { tried: TriedWay | undefined; own: number }) {
  const words = useWords();
  if (!tried) return <span className="tried muted">being tried …</span>;
  if (tried.refusal) return <span className="tried state stop">cannot be taken: {tried.refusal}</span>;
  const more = tried.settles.length - own;
  const [brought] = tried.brings;
  if (brought)
    return (
      <span className="tried">
        {tried.settles.length > 0 ? 'then: ' : 'leaves it, and '}
        <b className="state caution">{count(tried.brings.length, 'new finding')}</b>, {words(brought.message)}
      </span>
    );
  if (tried.settles.length === 0) return <span className="tried muted">helps, and leaves it open</span>;
  return (
    <span className="tried muted">
      then: {more > 0 ? <b className="state ok">settles {count(more, 'more finding')}</b> : 'nothing else changes'}
    </span>
  );
}
