import { Button } from 'antd';
import { useState } from 'react';
import type { Comparison, WiringMethod } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { MethodTable } from './MethodTable.tsx';
import './methods.css';

/** One question answered for some feeds: the ways side by side, one of them looked at, and taken. */
export function MethodsAnswer({
  answer,
  hourMarks,
  onTaken,
}: {
  answer: Comparison | 'failed' | null;
  hourMarks: number | null;
  onTaken(): void;
}) {
  const { mayEdit, act } = useUnit();
  const [chosenName, setChosenName] = useState('');
  if (answer === null) return <p className="empty">Each way is being worked out …</p>;
  if (answer === 'failed')
    return <p className="state-line stop">They could not be worked out. Choose something else and try again.</p>;
  if (!answer.ok) return <p className="muted">{answer.reason}</p>;
  const [now, ...others] = answer.methods as [WiringMethod, ...WiringMethod[]];
  const chosen = others.find(({ name }) => name === chosenName) ?? others[0];
  if (!chosen) return <p className="muted">There is no other way for these: {now.name.toLowerCase()}.</p>;
  return (
    <>
      <MethodTable methods={answer.methods} chosen={chosen} hourMarks={hourMarks} onChoose={setChosenName} />
      {mayEdit && (
        <Button
          type="primary"
          block
          onClick={() => {
            if (act(...chosen.operations)) onTaken();
          }}
        >
          Change to: {chosen.name.toLowerCase()}
        </Button>
      )}
    </>
  );
}
