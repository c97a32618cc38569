import { Button, Input } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';

export function Comments() {
  const { build, act } = useUnit();
  const [text, setText] = useState('');
  const comments = Object.values(build.comments).sort((a, b) => a.at.localeCompare(b.at));
  const send = () => {
    if (text.trim() && act({ kind: 'addComment', commentId: newId(), text: text.trim() })) setText('');
  };
  return (
    <section aria-label="Comments">
      <h3>Comments</h3>
      {comments.map((comment) => (
        <article key={comment.id} className="comment">
          <b>{comment.by}</b> <span className="muted">{dayjs(comment.at).format('D MMM HH:mm')}</span>
          <p>{comment.text}</p>
        </article>
      ))}
      <Input.TextArea
        aria-label="Write a comment"
        rows={2}
        maxLength={1000}
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder="A wish, a remark for the crew"
      />
      <Button size="small" disabled={!text.trim()} onClick={send}>
        Comment
      </Button>
    </section>
  );
}
