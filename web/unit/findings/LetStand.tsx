import { Button, Input } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { FindingGroup } from '../../../core/rules/index.ts';
import { useUnit } from '../useUnit.ts';

const MIN_REASON = 3;

/** A caution may stay as it is when somebody answers for it by name and says why. */
export function LetStand({ group, named }: { group: FindingGroup; named: string }) {
  const { act } = useUnit();
  const [reason, setReason] = useState<string | null>(null);
  const answer = (words: string | null) =>
    act(...group.findings.map(({ id, code }) => ({ kind: 'letStand' as const, findingId: id, code, reason: words })));
  if (group.standing)
    return (
      <p className="stands">
        <b>{group.standing.by}</b>, {dayjs(group.standing.at).format('D MMM')}: {group.standing.reason}{' '}
        <button type="button" className="quiet" onClick={() => answer(null)}>
          Take back
        </button>
      </p>
    );
  if (reason === null)
    return (
      <button type="button" className="quiet" aria-label={`Let stand: ${named}`} onClick={() => setReason('')}>
        Let it stand …
      </button>
    );
  const isEnough = reason.trim().length >= MIN_REASON;
  return (
    <Input.Search
      autoFocus
      size="small"
      aria-label={`Why it may stand: ${named}`}
      placeholder="Why may it stand?"
      maxLength={300}
      value={reason}
      onChange={(event) => setReason(event.target.value)}
      onKeyDown={(event) => event.key === 'Escape' && setReason(null)}
      onSearch={() => isEnough && answer(reason.trim())}
      enterButton={<Button disabled={!isEnough}>It stands</Button>}
    />
  );
}
