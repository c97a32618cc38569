import { useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import {
  describeShows,
  type LampShow,
  MAX_FLASHES_A_SECOND,
  settingMeasures,
  standardQuestions,
} from '../../../core/flash/index.ts';
import { useUnit } from '../useUnit.ts';

/** What the setting does, in words and figures, and the standard questions of every crew. */
export function NowPanel({ on, shows }: { on: ReadonlySet<Id>; shows: ReadonlyMap<Id, LampShow> }) {
  const { build } = useUnit();
  const measures = useMemo(() => settingMeasures(build, shows.values()), [build, shows]);
  const answers = useMemo(() => standardQuestions(build), [build]);
  const figures = [
    { words: 'At once', value: `${measures.mostAtOnce} of ${measures.heads}` },
    { words: 'Dark at most', value: `${Math.round(measures.darkestS * 1000)} ms` },
    { words: 'Left, right', value: measures.leftPercent === null ? '–' : evenWords(measures.leftPercent) },
    {
      words: 'Effective',
      value: measures.leastEffectiveCd === null ? '–' : `${Math.round(measures.leastEffectiveCd)} cd`,
    },
  ];
  return (
    <>
      <h3>What it does now</h3>
      <p className="does-now" aria-live="polite">
        {describeShows(build, on)}
      </p>
      {measures.heads > 0 && (
        <dl className="measures">
          {figures.map(({ words, value }) => (
            <div key={words}>
              <dt>{words}</dt>
              <dd className="mono">{value}</dd>
            </div>
          ))}
        </dl>
      )}
      {measures.flashesInASecond > MAX_FLASHES_A_SECOND && (
        <p className="caution-line">
          {measures.flashesInASecond} flashes in a second at true speed: more than {MAX_FLASHES_A_SECOND} can trigger
          seizures in people near the unit (WCAG 2.3.1, from memory).
        </p>
      )}
      <ul className="answers">
        {answers.map(({ question, holds, words }) => (
          <li key={question} className={holds ? 'state ok' : 'state stop'}>
            {holds ? '✓' : '⬢'} {question}
            {!holds && words && <small>: {words}</small>}
          </li>
        ))}
      </ul>
    </>
  );
}

const evenWords = (leftPercent: number): string => `${Math.round(leftPercent)} : ${Math.round(100 - leftPercent)}`;
