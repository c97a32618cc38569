import { Input } from 'antd';
import { useEffect, useState } from 'react';

export function TextField({
  label,
  value,
  placeholder,
  disabled,
  onCommit,
}: {
  label: string;
  value: string;
  placeholder?: string;
  disabled: boolean;
  onCommit(value: string): void;
}) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const commit = () => text.trim() !== value && onCommit(text.trim());
  return (
    <Input
      aria-label={label}
      placeholder={placeholder}
      maxLength={60}
      value={text}
      disabled={disabled}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onPressEnter={commit}
    />
  );
}
