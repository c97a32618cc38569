import { Input, type InputProps } from 'antd';
import { useEffect, useState } from 'react';

interface Props extends Pick<InputProps, 'placeholder' | 'variant' | 'maxLength'> {
  label: string;
  value: string;
  disabled: boolean;
  /** Left empty it goes back to what it was. */
  isNeeded?: boolean;
  onCommit(value: string): void;
}

/** A line of text that is taken when one leaves it, or by Enter. */
export function TextField({ label, value, isNeeded = false, onCommit, maxLength = 60, ...look }: Props) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const commit = () => {
    const next = text.trim();
    if (isNeeded && next === '') setText(value);
    else if (next !== value) onCommit(next);
  };
  return (
    <Input
      {...look}
      aria-label={label}
      maxLength={maxLength}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onPressEnter={commit}
    />
  );
}
