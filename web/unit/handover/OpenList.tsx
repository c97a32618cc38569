import { Link } from 'react-router';
import { STAGE_NAMES } from '../../../core/document/index.ts';
import type { OpenThing } from '../../../core/overview/index.ts';

const MARKS: Record<OpenThing['weight'], string> = { stop: '⬢', caution: '▲', work: '○' };
const CLASSES: Record<OpenThing['weight'], string> = {
  stop: 'state stop',
  caution: 'state caution',
  work: 'state muted',
};

/** All that is open, the heaviest first, each leading to where it is settled. */
export function OpenList({ id, open }: { id: string; open: readonly OpenThing[] | null }) {
  if (open === null) return <p className="muted">What is open is being worked out …</p>;
  if (open.length === 0) return <p className="state ok">✓ Nothing is open.</p>;
  return (
    <ul className="open-list" aria-label="Open">
      {open.map(({ words, weight, stage }) => (
        <li key={`${stage} ${words}`}>
          <span className={CLASSES[weight]} aria-hidden>
            {MARKS[weight]}
          </span>
          <span>
            {weight === 'stop' && <span className="visually-hidden">Stop: </span>}
            {words}
          </span>
          <Link to={`/unit/${id}/${stage}`}>{STAGE_NAMES[stage]}</Link>
        </li>
      ))}
    </ul>
  );
}
