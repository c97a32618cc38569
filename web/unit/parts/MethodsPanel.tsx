import { Button, Segmented, Select } from 'antd';
import { useMemo, useState } from 'react';
import {
  type Comparison,
  compareLooms,
  compareRuns,
  hoursText,
  type Prices,
  type WiringMethod,
} from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';

const QUESTIONS = [
  { value: 'looms', label: 'Looms or wire' },
  { value: 'runs', label: 'One run or several' },
] as const;
type Question = (typeof QUESTIONS)[number]['value'];

/** Two ways to do the same wiring, side by side: what each costs, takes and leaves out. */
export function MethodsPanel({ prices, hourMarks }: { prices: Prices; hourMarks: number | null }) {
  const { build, overview, mayEdit, act } = useUnit();
  const [question, setQuestion] = useState<Question>('looms');
  const [fuseIds, setFuseIds] = useState<string[]>([]);
  const feeds = overview?.feeds ?? [];
  const chosen = feeds.filter(({ feed }) => fuseIds.includes(feed.fuse.id)).map(({ feed }) => feed);
  const asked = chosen.map((feed) => feed.fuse.id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the feeds that are asked about are named by `asked`
  const answer = useMemo((): Comparison | null => {
    if (chosen.length === 0) return null;
    return question === 'looms' ? compareLooms(build, chosen, prices) : compareRuns(build, chosen, prices, newId);
  }, [build, asked, question, prices]);
  if (feeds.length === 0) return null;
  return (
    <section aria-label="Two ways to do it" className="methods">
      <h3>Two ways to do it</h3>
      <Segmented block aria-label="What is compared" options={[...QUESTIONS]} value={question} onChange={setQuestion} />
      <Select
        mode="multiple"
        aria-label="Feeds to compare"
        placeholder={question === 'looms' ? 'Choose feeds' : 'Choose two feeds or more'}
        value={fuseIds}
        options={feeds.map(({ feed }) => ({ value: feed.fuse.id, label: feed.fuse.name }))}
        onChange={setFuseIds}
      />
      {answer && !answer.ok && <p className="muted">{answer.reason}</p>}
      {answer?.ok && <MethodTable methods={answer.methods} hourMarks={hourMarks} />}
      {answer?.ok && mayEdit && (
        <Button
          onClick={() => {
            if (act(...answer.methods[1].operations)) setFuseIds([]);
          }}
        >
          Change to: {answer.methods[1].name.toLowerCase()}
        </Button>
      )}
    </section>
  );
}

function MethodTable({ methods, hourMarks }: { methods: [WiringMethod, WiringMethod]; hourMarks: number | null }) {
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
