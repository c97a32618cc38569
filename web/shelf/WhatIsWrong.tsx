import { Alert } from 'antd';

/** What was typed wrong, and what the server has refused. */
export function WhatIsWrong({ wrong, refused }: { wrong: string; refused: string | null }) {
  return (
    <>
      {wrong && <Alert type="warning" title={wrong} showIcon />}
      {refused && <Alert type="error" title={refused} showIcon />}
    </>
  );
}
