import { lights } from '../../../core/document/index.ts';
import { tagList } from '../../../core/place/index.ts';
import type { ProvingStop } from '../../../core/prove/index.ts';
import { PatternMark } from '../../ui/PatternMark.tsx';
import { useUnit } from '../useUnit.ts';
import { namesOf, stopName } from './stopNames.ts';

export function StopText({ stop, number, total }: { stop: ProvingStop; number: number; total: number }) {
  const { build } = useUnit();
  const lit = new Set(stop.shows.map((show) => show.lamp.id));
  const dark = lights(build).filter((lamp) => !lit.has(lamp.id));
  const byPattern = new Map<string, ProvingStop['shows']>();
  for (const show of stop.shows) {
    const key = `${show.function.id} ${show.pattern.id}`;
    byPattern.set(key, [...(byPattern.get(key) ?? []), show]);
  }
  return (
    <>
      <span className="muted">
        Step {number} of {total}
      </span>
      <h2>{stopName(stop)}</h2>
      <p className="detail">
        {stop.keyOn ? 'Key on. ' : 'Turn the key off. '}
        {stop.on.length > 0 && `Switch on: ${namesOf(stop.on)}. `}
        {stop.off.length > 0 && `Switch off: ${namesOf(stop.off)}.`}
      </p>
      <ul className="should">
        {[...byPattern].map(([key, shows]) => (
          <li key={key}>
            <PatternMark pattern={shows[0]!.pattern} /> <b>{tagList(shows.map((show) => show.lamp.tag))}</b>{' '}
            <span className="muted">
              {shows[0]!.pattern.name}, {shows[0]!.pattern.words}
            </span>
          </li>
        ))}
      </ul>
      <p className="detail">
        {stop.shows.length === 0 ? 'Nothing should light.' : ''}{' '}
        {dark.length > 0 &&
          `Must stay dark: ${dark.length > 12 ? `the other ${dark.length}` : tagList(dark.map((lamp) => lamp.tag))}.`}
      </p>
      {stop.unlit.length > 0 && (
        <p className="state stop">
          ⬢ By the circuit {tagList(stop.unlit.map((lamp) => lamp.tag))} would stay dark: no feed reaches{' '}
          {stop.unlit.length === 1 ? 'it' : 'them'} in this setting.
        </p>
      )}
    </>
  );
}
