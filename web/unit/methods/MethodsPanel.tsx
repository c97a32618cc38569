import { Select } from 'antd';
import { useState } from 'react';
import type { MethodQuestion } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { AskedMethods } from './AskedMethods.tsx';
import { QuestionChoice } from './QuestionChoice.tsx';
import { useShopKnows } from './useShopKnows.ts';

/** Other ways to do the same wiring, for feeds that are chosen here: what each costs, takes and leaves out. */
export function MethodsPanel() {
  const { knows, hourMarks } = useShopKnows();
  const { overview } = useUnit();
  const [question, setQuestion] = useState<MethodQuestion>('looms');
  const [fuseIds, setFuseIds] = useState<string[]>([]);
  const feeds = overview?.feeds ?? [];
  const chosen = fuseIds.filter((id) => feeds.some(({ feed }) => feed.fuse.id === id));
  if (feeds.length === 0) return null;
  return (
    <section aria-label="Other ways to do it" className="methods">
      <h3>Other ways to do it</h3>
      <QuestionChoice value={question} onChange={setQuestion} />
      <Select
        mode="multiple"
        aria-label="Feeds to compare"
        placeholder="Choose feeds"
        value={chosen}
        options={feeds.map(({ feed }) => ({ value: feed.fuse.id, label: feed.fuse.name }))}
        onChange={setFuseIds}
      />
      {chosen.length > 0 && (
        <AskedMethods
          key={question}
          question={question}
          fuseIds={fuseIds}
          knows={knows}
          hourMarks={hourMarks}
          onTaken={() => setFuseIds([])}
        />
      )}
    </section>
  );
}
