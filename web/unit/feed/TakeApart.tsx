import { Button, Popconfirm } from 'antd';
import { useState } from 'react';
import type { Feed } from '../../../core/graph/index.ts';
import { planApart } from '../../../core/planning/index.ts';
import { useUnit } from '../useUnit.ts';

/** Takes a feed apart, after saying what goes with it because nothing else uses it. */
export function TakeApart({ feed, onDone }: { feed: Feed; onDone(): void }) {
  const { build, act } = useUnit();
  const [isOpen, setOpen] = useState(false);
  const apart = isOpen ? planApart(build, feed) : null;
  const goes = (what: string, names: readonly string[]) => (names.length > 0 ? [`${what} ${names.join(', ')}`] : []);
  const gone = apart
    ? [
        ...goes(apart.receivers.length === 1 ? 'the' : 'the receivers', apart.receivers),
        ...goes(apart.controls.length === 1 ? 'the control' : 'the controls', apart.controls),
        ...goes(apart.functions.length === 1 ? 'the function' : 'the functions', apart.functions),
      ]
    : [];
  return (
    <Popconfirm
      title="Take this feed apart?"
      description={
        <span className="apart-said">
          Its lamps stay where they are.
          {gone.length > 0 && ` With it go, as nothing else uses them: ${gone.join('; ')}.`}
        </span>
      }
      okText="Take apart"
      onOpenChange={setOpen}
      onConfirm={() => {
        act(...planApart(build, feed).operations);
        onDone();
      }}
    >
      <Button size="small">Take apart</Button>
    </Popconfirm>
  );
}
