import { Input } from 'antd';
import { useEffect, useState } from 'react';

export function FeedName({
  name,
  disabled,
  onCommit,
}: {
  name: string;
  disabled: boolean;
  onCommit(name: string): void;
}) {
  const [text, setText] = useState(name);
  useEffect(() => setText(name), [name]);
  const commit = () => text.trim() && text.trim() !== name && onCommit(text.trim());
  return (
    <Input
      variant="borderless"
      className="feed-name"
      aria-label="Name of the feed"
      disabled={disabled}
      maxLength={60}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onPressEnter={commit}
    />
  );
}
