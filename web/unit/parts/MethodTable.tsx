import { hoursText, type WiringMethod } from '../../../core/work/index.ts';
import { useWords } from '../../app/useWords.ts';

export function MethodTable({
  methods,
  hourMarks,
}: {
  methods: [WiringMethod, WiringMethod];
  hourMarks: number | null;
}) {
  const words = useWords();
  const [now, other] = methods;
  const row = (words: string, of: (method: WiringMethod) => string) => (
    <tr key={words}>
      <th>{words}</th>
      <td className="right mono">{of(now)}</td>
      <td className={`right mono ${of(now) === of(other) ? 'muted' : ''}`}>{of(other)}</td>
    </tr>
  );
  const all = ({ figures }: WiringMethod) => figures.partsMarks + ((hourMarks ?? 0) * figures.minutes) / 60;
  const unpriced = [...new Set([...now.figures.unpriced, ...other.figures.unpriced])];
  return (
    <>
      <table className="plain method-table">
        <thead>
          <tr>
            <th>Whole job</th>
            <th className="right">{now.name}</th>
            <th className="right">{other.name}</th>
          </tr>
        </thead>
        <tbody>
          {row('Parts, marks', ({ figures }) => figures.partsMarks.toFixed(0))}
          {row('Work', ({ figures }) => hoursText(figures.minutes))}
          {hourMarks !== null && row('Both, marks', (method) => all(method).toFixed(0))}
          {row('Wire, m', ({ figures }) => (figures.wireMm / 1000).toFixed(1))}
          {row('Fuses', ({ figures }) => String(figures.fuses))}
          {row('Ways through', ({ figures }) => String(figures.waysThrough))}
          {row('Thickest bundle, mm', ({ figures }) => figures.thickestMm?.toFixed(1) ?? 'no ways yet')}
          {row('Stops, cautions', ({ figures }) => `${figures.stops}, ${figures.cautions}`)}
        </tbody>
      </table>
      {other.lost.length > 0 && (
        <p className="state-line">
          ⚠ No longer switched by themselves: <b>{other.lost.join(', ')}</b>
        </p>
      )}
      {other.brings
        .slice(0, 3)
        .map(words)
        .map((told) => (
          <p key={told} className="state-line">
            ⚠ {told}
          </p>
        ))}
      {other.brings.length > 3 && <p className="muted">and {other.brings.length - 3} more to mend</p>}
      {unpriced.length > 0 && <p className="muted">Without a price, in no sum: {unpriced.join(', ')}</p>}
    </>
  );
}
