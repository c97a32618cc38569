import { Button } from 'antd';
import { formatLength } from '../../../core/units/index.ts';
import type { SpareChoice } from '../../../core/work/index.ts';
import { useWords } from '../../app/useWords.ts';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { useUnit } from '../useUnit.ts';

const KIND_WORDS: Record<SpareChoice['kind'], string> = {
  cavity: 'its fuse and a terminal go in',
  spareSlot: 'spare: a holder goes in',
  usedSlot: 'in use: a holder goes in',
  battery: 'own fuse beside it',
};
const SHOWN_BRINGS = 2;

/** One source with what it would cost and bring. */
export function SpareChoiceRow({ choice, isFirst, onTake }: { choice: SpareChoice; isFirst: boolean; onTake(): void }) {
  const { preferences } = useUnit();
  const words = useWords();
  const { name, kind, when, leftA, fuseA, gauge, lengthMm, lossV, budgetV, minutes, terminal, brings } = choice;
  return (
    <li>
      <header>
        <b>{name}</b>
        <span className="mono">{Math.round(minutes)} min</span>
      </header>
      <span className="muted">
        {when}; {KIND_WORDS[kind]}
      </span>
      <span>
        Fuse <b className="mono">{fuseA} A</b>,{' '}
        <span className="mono">{formatLength(lengthMm, preferences.length)}</span> of {gauge}
        {terminal && `, ${terminal.toLowerCase()}`}
      </span>
      <span>
        <b className={lossV > budgetV ? 'mono state stop' : 'mono'}>{lossV.toFixed(2)} V</b> lost of{' '}
        {budgetV.toFixed(2)}
        {leftA !== null && (
          <>
            ; <b className="mono">{Math.max(0, leftA).toFixed(1)} A</b> left there
          </>
        )}
      </span>
      {brings.slice(0, SHOWN_BRINGS).map((finding) => (
        <span key={finding.id} className="brought">
          <SeverityMark severity={finding.severity} /> {words(finding.message)}
        </span>
      ))}
      {brings.length > SHOWN_BRINGS && <span className="muted">and {brings.length - SHOWN_BRINGS} more</span>}
      <Button type={isFirst ? 'primary' : 'default'} aria-label={`Make it ready from ${name}`} onClick={onTake}>
        Make it ready
      </Button>
    </li>
  );
}
