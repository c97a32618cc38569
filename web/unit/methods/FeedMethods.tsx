import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { Feed } from '../../../core/graph/index.ts';
import type { MethodQuestion } from '../../../core/work/index.ts';
import { AskedMethods } from './AskedMethods.tsx';
import { QuestionChoice } from './QuestionChoice.tsx';
import { useShopKnows } from './useShopKnows.ts';

/** Other ways to wire one feed, side by side. */
export function FeedMethods({ feed, onClose }: { feed: Feed; onClose(): void }) {
  const { knows, hourMarks } = useShopKnows();
  const [question, setQuestion] = useState<MethodQuestion>('joints');
  const fuseIds = useMemo(() => [feed.fuse.id], [feed.fuse.id]);
  return (
    <section className="feed-plans methods" aria-label={`Other ways to wire ${feed.fuse.name}`}>
      <header className="panel-head">
        <div>
          <h2>Other ways to wire it</h2>
          <span className="muted">{feed.fuse.name}. Each way is worked out whole: sizes, routes, hours.</span>
        </div>
        <Button type="text" aria-label="Close the other ways" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <QuestionChoice value={question} onChange={setQuestion} />
      <AskedMethods
        key={question}
        question={question}
        fuseIds={fuseIds}
        knows={knows}
        hourMarks={hourMarks}
        onTaken={onClose}
      />
    </section>
  );
}
