import { ClockCircleOutlined, HomeOutlined, InboxOutlined, TeamOutlined } from '@ant-design/icons';
import type { ReactNode } from 'react';
import type { Wait, WaitKind } from '../../../core/shop/index.ts';
import { AddJob } from './AddJob.tsx';
import { PartAnswer } from './PartAnswer.tsx';
import type { SidePanelProps } from './sidePanelProps.ts';

const WAIT_WORDS: Record<WaitKind, { icon: ReactNode; word: string }> = {
  part: { icon: <InboxOutlined aria-hidden />, word: 'Part' },
  unavailable: { icon: <ClockCircleOutlined aria-hidden />, word: 'Unit away' },
  bay: { icon: <HomeOutlined aria-hidden />, word: 'Bay' },
  crew: { icon: <TeamOutlined aria-hidden />, word: 'Hands' },
};

export function WaitList({ shop, waits, units, tints, onUnit }: SidePanelProps & { waits: readonly Wait[] }) {
  return (
    <section aria-label="Waiting">
      <h2>
        Waiting <span className="muted">{waits.length}</span>
        <span className="right muted">hours lost</span>
      </h2>
      {waits.length === 0 && <p className="muted">Nothing waits for anything but its turn.</p>}
      {waits.map((wait) => {
        const { icon, word } = WAIT_WORDS[wait.kind];
        return (
          <article key={`${wait.unitId} ${wait.kind} ${wait.stepKey}`} className="wait">
            <button type="button" className="wait-head" onClick={() => onUnit(wait.unitId)}>
              <i style={{ background: tints.get(wait.unitId) }} />
              <b>{units.get(wait.unitId)?.tag}</b> <span>{wait.title}</span>
              <span className="mono">{wait.untilMinutes === null ? '?' : (wait.lostMinutes / 60).toFixed(1)}</span>
            </button>
            <p>
              <span className={`wait-kind ${wait.kind}`}>
                {icon} {word}
              </span>{' '}
              {wait.words}
            </p>
            {wait.kind === 'part' && shop.mayHandle && (
              <PartAnswer shop={shop} wait={wait} tag={units.get(wait.unitId)?.tag} />
            )}
          </article>
        );
      })}
      {shop.mayPlan && <AddJob shop={shop} />}
    </section>
  );
}
