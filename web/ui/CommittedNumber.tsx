import type { InputNumberProps } from 'antd';
import { useRef, useState } from 'react';
import { NumberInput } from './NumberInput.tsx';

type Props = Omit<InputNumberProps<number>, 'value' | 'onChange' | 'onStep'> & {
  value: number | null;
  /** Called when a number stands: on Enter, on leaving the field, with each step; never for 13 on the way to 131. */
  onCommit(value: number | null): void;
};

/**
 * A number field whose every change is kept: it hands over what was typed when it has been typed, and then shows again
 * what is kept. What was refused does not stay in it as if it had been taken.
 */
export function CommittedNumber({ value, onCommit, onBlur, onPressEnter, ...rest }: Props) {
  /** What is being typed; none when the field shows what is kept. */
  const [draft, setDraft] = useState<{ value: number | null } | null>(null);
  const typed = useRef(draft);
  const type = (next: typeof draft) => {
    typed.current = next;
    setDraft(next);
  };
  const commit = () => {
    const next = typed.current;
    type(null);
    if (next && next.value !== value) onCommit(next.value);
  };
  return (
    <NumberInput
      {...rest}
      value={draft ? draft.value : value}
      onChange={(next) => type({ value: next })}
      onStep={commit}
      onPressEnter={(event) => {
        commit();
        onPressEnter?.(event);
      }}
      onBlur={(event) => {
        onBlur?.(event);
        // The field brings what is out of bounds back within them first, later in the same event.
        queueMicrotask(commit);
      }}
    />
  );
}
