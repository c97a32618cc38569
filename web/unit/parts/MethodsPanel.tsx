import { Button, Segmented, Select } from 'antd';
import { useMemo, useState } from 'react';
import { type Comparison, compareLooms, compareRuns, type Prices } from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { MethodTable } from './MethodTable.tsx';

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
