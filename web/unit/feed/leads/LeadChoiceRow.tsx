import { useId } from 'react';
import type { LeadChoice } from '../../../../core/work/index.ts';
import { useWords } from '../../../app/useWords.ts';
import { SeverityMark } from '../../../ui/SeverityMark.tsx';

const TITLES: Record<LeadChoice['kind'], string> = {
  tap: 'Tap it',
  halves: 'Cut it, with plug halves',
  butts: 'Cut it and join for good',
  flash: 'Flash its lamps as well',
  relay: 'Put a relay contact in',
  diode: 'Put a diode in',
  leave: 'Leave it',
};
const WAYS_BACK: Record<LeadChoice['kind'], string> = {
  tap: 'lift the splice; a nick stays under tape',
  halves: 'goes back by pushing the two halves together',
  butts: 'goes back with a butt between the two ends',
  flash: 'goes back by joining lead and lamp again',
  relay: 'goes back with a butt between the two ends',
  diode: 'goes back with a butt between the two ends',
  leave: '',
};
/** The lead through the middle of 64 x 26, and what each way does to it. */
const DRAWINGS: Record<LeadChoice['kind'], { lead: string; ours: string }> = {
  tap: { lead: 'M0 8H64', ours: 'M32 8V22H64' },
  halves: { lead: 'M0 13H12M52 13H64', ours: 'M12 8h7v10h-7zM45 8h7v10h-7zM19 13h5M40 13h5M24 6h16v14H24z' },
  butts: { lead: 'M0 13H20M44 13H64', ours: 'M20 6h24v14H20z' },
  flash: { lead: 'M0 9H22M42 13H64', ours: 'M22 4h20v18H22zM0 19H22' },
  relay: { lead: 'M0 13H22M42 13H64', ours: 'M22 13l18 -8M24 22h16M32 22v-12' },
  diode: { lead: 'M0 13H24M42 13H64', ours: 'M24 5v16l16 -8zM42 5v16' },
  leave: { lead: 'M0 13H64', ours: '' },
};
const SHOWN_BRINGS = 2;

/** Whole pieces: nobody buys a part of a tie. */
const amount = (quantity: number, unit: 'pcs' | 'm') =>
  unit === 'm' ? `${quantity.toFixed(1)} m ` : `${Math.ceil(quantity - 1e-9)} × `;

/** One way with a lead: what flows then, what it needs and takes, what it brings, how it goes back. */
export function LeadChoiceRow({
  choice,
  lostV,
  isChosen,
  onChoose,
}: {
  choice: LeadChoice;
  /** Against the lead as it is; null where it cannot be said. */
  lostV: number | null;
  isChosen: boolean;
  onChoose(): void;
}) {
  const words = useWords();
  const id = useId();
  const { kind, refusal, throughA, goodForA, parts, minutes, brings } = choice;
  return (
    <button
      type="button"
      role="radio"
      aria-checked={isChosen}
      aria-labelledby={`${id} title`}
      aria-describedby={`${id} figures`}
      className="lead-choice"
      onClick={onChoose}
    >
      <svg viewBox="0 0 64 26" aria-hidden>
        <path d={DRAWINGS[kind].lead} className="lead" />
        <path d={DRAWINGS[kind].ours} className="ours" />
      </svg>
      <span>
        <b id={`${id} title`}>{TITLES[kind]}</b>
        {minutes > 0 && <small className="mono">{minutes} min</small>}
        <span id={`${id} figures`} className="choice-figures">
          {refusal ? (
            <i>{refusal}</i>
          ) : (
            <>
              <span>
                {throughA.toFixed(2)} A{goodForA !== null && ` of ${goodForA.toFixed(0)} A`}
                {lostV !== null && lostV > 0.005 && `, ${lostV.toFixed(2)} V less for the lamp`}
              </span>
              {isChosen && parts.length > 0 && (
                <span>{parts.map(({ name, quantity, unit }) => `${amount(quantity, unit)}${name}`).join('; ')}</span>
              )}
              {brings.slice(0, SHOWN_BRINGS).map((finding) => (
                <span key={finding.id}>
                  <SeverityMark severity={finding.severity} /> {words(finding.message)}
                </span>
              ))}
              {isChosen && WAYS_BACK[kind] && <em>↩ {WAYS_BACK[kind]}</em>}
            </>
          )}
        </span>
      </span>
    </button>
  );
}
