import { PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { Invitation, PersonLine } from '../../core/contract/index.ts';
import { errorSentence, usePeopleQuery } from '../app/api.ts';
import { InvitationSlip } from './InvitationSlip.tsx';
import { InviteForm } from './InviteForm.tsx';
import { PersonRow } from './PersonRow.tsx';
import '../unit/unit.css';
import './people.css';

const GROUPS: { name: string; has(person: PersonLine): boolean }[] = [
  { name: 'Crew', has: ({ role, isDisabled }) => role !== 'owner' && !isDisabled },
  { name: 'Fleet owners', has: ({ role, isDisabled }) => role === 'owner' && !isDisabled },
  { name: 'Left the shop', has: ({ isDisabled }) => isDisabled },
];

/** Who may come in, as what, where they are signed in, and what was done about it. */
export default function PeoplePage() {
  const { data, error } = usePeopleQuery();
  const [isInviting, setInviting] = useState(false);
  const [slip, setSlip] = useState<Invitation | null>(null);
  if (error) return <p className="empty">{errorSentence(error)}</p>;
  if (!data) return <p className="empty">People are being fetched …</p>;
  const { people, log } = data;
  const sessions = people.reduce((sum, person) => sum + person.sessions.length, 0);
  const invited = slip && people.find(({ id }) => id === slip.personId);
  return (
    <div className="people-page">
      <header className="paper-head">
        <h1>People</h1>
        <span className="muted">
          {people.filter(({ isDisabled }) => !isDisabled).length} may come in,{' '}
          {sessions === 1 ? 'one session is' : `${sessions} sessions are`} open
        </span>
        <Button type="primary" className="right" icon={<PlusOutlined />} onClick={() => setInviting(true)}>
          Ask somebody in
        </Button>
      </header>
      <div className="people-columns">
        <section className="people-list" aria-label="People">
          {slip && invited && <InvitationSlip invitation={slip} name={invited.name} onClose={() => setSlip(null)} />}
          {GROUPS.map(({ name, has }) => {
            const group = people.filter(has);
            return (
              group.length > 0 && (
                <section key={name} aria-label={name}>
                  <h2>
                    {name} <span className="mono">{group.length}</span>
                  </h2>
                  {group.map((person) => (
                    <PersonRow key={person.id} person={person} onCode={setSlip} />
                  ))}
                </section>
              )
            );
          })}
        </section>
        <aside className="people-log" aria-label="What was done about people">
          <h2>What was done</h2>
          {log.length === 0 && <p className="muted">Nothing yet: who is asked in, renamed or let go stands here.</p>}
          <ol>
            {log.map((event) => (
              <li key={`${event.at} ${event.what}`}>
                <span className="mono muted">{dayjs(event.at).format('D MMM HH:mm')}</span>
                <span>
                  <b>{event.by}</b> {event.what}
                </span>
              </li>
            ))}
          </ol>
        </aside>
      </div>
      {isInviting && (
        <InviteForm
          fleets={[...new Set(people.flatMap(({ fleet }) => fleet ?? []))]}
          onMade={(made) => {
            setSlip(made);
            setInviting(false);
          }}
          onClose={() => setInviting(false)}
        />
      )}
    </div>
  );
}
