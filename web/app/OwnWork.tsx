/**
 * What of one's own work is still on this device, wherever one is in the application: what waits to be sent, what the
 * server did not take and why, and that others have work waiting here which is sent when they come in.
 */
import { DisconnectOutlined, WarningOutlined } from '@ant-design/icons';
import { Popover } from 'antd';
import { useState } from 'react';
import { useApp } from './store.ts';
import './ownWork.css';
import { RefusedRow } from './RefusedRow.tsx';

/** Not loaded late: it is needed when the network has just gone. What its buttons do is there by then. */
export function OwnWork({ personId }: { personId: string }) {
  const [isOpen, setOpen] = useState(false);
  const { waiting, refused, problem } = useApp((state) => state.outbox);
  const own = waiting.find((each) => each.personId === personId)?.count ?? 0;
  const others = waiting.filter((each) => each.personId !== personId);
  // Work that is on its way and arrives in a moment is nobody's concern.
  const stuck = problem ? own : 0;
  if (refused.length === 0 && others.length === 0 && stuck === 0) return null;
  const content = (
    <div className="own-work">
      {refused.length > 0 && (
        <>
          <h2>Not taken</h2>
          <ul>
            {refused.map((each) => (
              <RefusedRow key={each.id} refused={each} onLeave={() => setOpen(false)} />
            ))}
          </ul>
        </>
      )}
      {stuck > 0 && (
        <p>
          <b>{stuck} of yours</b> {stuck === 1 ? 'waits' : 'wait'} on this device. {problem}
        </p>
      )}
      {others.map(({ personId: id, personName, count }) => (
        <p key={id}>
          <b>
            {count} of {personName || 'somebody else'}
          </b>{' '}
          {count === 1 ? 'waits' : 'wait'} on this device, and {count === 1 ? 'goes' : 'go'} out when they sign in here.
        </p>
      ))}
    </div>
  );
  const words = [
    refused.length > 0 && `${refused.length} not taken`,
    stuck > 0 && `${stuck} waiting`,
    others.length > 0 && `${others.reduce((sum, each) => sum + each.count, 0)} of others`,
  ].filter(Boolean);
  return (
    <Popover trigger="click" placement="bottomRight" content={content} open={isOpen} onOpenChange={setOpen}>
      <button
        type="button"
        className={refused.length > 0 ? 'work-state refused' : 'work-state'}
        aria-label={`Work on this device: ${words.join(', ')}`}
      >
        {refused.length > 0 ? <WarningOutlined aria-hidden /> : <DisconnectOutlined aria-hidden />} {words.join(', ')}
      </button>
    </Popover>
  );
}
