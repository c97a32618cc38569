import { hoursText, type WiringMethod } from '../../../core/work/index.ts';
import { useWords } from '../../app/useWords.ts';

const SHOWN_BRINGS = 3;

/** Ways side by side over the whole job, the first as it is now; of the one that is looked at, what no figure says. */
export function MethodTable({
  methods,
  chosen,
  hourMarks,
  onChoose,
}: {
  methods: readonly WiringMethod[];
  chosen: WiringMethod;
  hourMarks: number | null;
  onChoose(name: string): void;
}) {
  const words = useWords();
  const row = (words: string, of: (method: WiringMethod) => string) => {
    const now = of(methods[0]!);
    return (
      <tr key={words}>
        <th scope="row">{words}</th>
        {methods.map((method) => (
          <td
            key={method.name}
            className={`right mono${method === chosen ? ' is-chosen' : ''}${method !== methods[0] && of(method) === now ? ' muted' : ''}`}
          >
            {of(method)}
          </td>
        ))}
      </tr>
    );
  };
  const all = ({ figures }: WiringMethod) => figures.partsMarks + ((hourMarks ?? 0) * figures.minutes) / 60;
  const unpriced = [...new Set(methods.flatMap(({ figures }) => figures.unpriced))];
  return (
    <>
      <div className="plan-choice" role="radiogroup" aria-label="Way">
        {methods.map((method, index) => (
          <button
            key={method.name}
            type="button"
            role="radio"
            aria-checked={method === chosen}
            disabled={index === 0}
            onClick={() => onChoose(method.name)}
          >
            <b>{method.name}</b>
            {index === 0 && <span>as it is</span>}
          </button>
        ))}
      </div>
      <table className="plain plan-table">
        <tbody>
          {row('Parts, marks', ({ figures }) => figures.partsMarks.toFixed(0))}
          {row('Work', ({ figures }) => hoursText(figures.minutes))}
          {hourMarks !== null && row('Both, marks', (method) => all(method).toFixed(0))}
          {row('Wire, m', ({ figures }) => (figures.wireMm / 1000).toFixed(1))}
          {row('Joints', ({ figures }) => String(figures.joints))}
          {row('Fuses', ({ figures }) => String(figures.fuses))}
          {row('Ways through', ({ figures }) => String(figures.waysThrough))}
          {row('Thickest bundle, mm', ({ figures }) => figures.thickestMm?.toFixed(1) ?? 'no ways yet')}
          {row('Worst loss of its budget', ({ figures }) => `${Math.round(100 * figures.worstLossRatio)} %`)}
          {row('Dark with one fuse', ({ figures }) => `${figures.darkWithFuse} of ${figures.lamps}`)}
          {row('Dark with one wire', ({ figures }) => `${figures.darkWithWire} of ${figures.lamps}`)}
          {row('Stops, cautions', ({ figures }) => `${figures.stops}, ${figures.cautions}`)}
        </tbody>
      </table>
      {chosen.notes.map((note) => (
        <p key={note} className="why">
          {chosen.name}: {note}
        </p>
      ))}
      {chosen.lost.length > 0 && (
        <p className="state-line caution">
          ⚠ No longer switched by themselves: <b>{chosen.lost.join(', ')}</b>
        </p>
      )}
      {chosen.brings
        .slice(0, SHOWN_BRINGS)
        .map(words)
        .map((told) => (
          <p key={told} className="state-line caution">
            ⚠ {told}
          </p>
        ))}
      {chosen.brings.length > SHOWN_BRINGS && (
        <p className="muted">and {chosen.brings.length - SHOWN_BRINGS} more to mend</p>
      )}
      {unpriced.length > 0 && (
        <p className="muted">
          {unpriced.length} {unpriced.length === 1 ? 'part has' : 'parts have'} no price and{' '}
          {unpriced.length === 1 ? 'is' : 'are'} in no sum.
        </p>
      )}
    </>
  );
}
