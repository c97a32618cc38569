import { App, Button, ColorPicker, Popconfirm, Select } from 'antd';
import dayjs from 'dayjs';
import type { ChangePerson, Invitation, PersonLine } from '../../core/contract/index.ts';
import {
  errorSentence,
  useChangePersonMutation,
  useEndSessionsMutation,
  useInviteAgainMutation,
  useSessionQuery,
} from '../app/api.ts';
import { TextField } from '../ui/TextField.tsx';
import { CREW_COLOURS } from '../ui/tokens.ts';
import { MAY_WORDS, ROLE_NAMES } from './roles.ts';

const CREW_ROLES = ['lead', 'installer'] as const;

/** One person: what they are and may do, where they are signed in, and what a lead can do about it. */
export function PersonRow({ person, onCode }: { person: PersonLine; onCode(invitation: Invitation): void }) {
  const { data: session } = useSessionQuery();
  const { message } = App.useApp();
  const [change] = useChangePersonMutation();
  const [invite] = useInviteAgainMutation();
  const [end] = useEndSessionsMutation();
  const { id, name, username, role, fleet, isDisabled, hasJoined, invitedUntil, sessions } = person;
  // Until it is known who one is, nobody is offered to be shut out.
  const isSelf = !session || session.person.id === id;
  const told = async (asked: Promise<{ error?: unknown }>) => {
    const { error } = await asked;
    if (error) void message.error(errorSentence(error));
  };
  const edit = (changes: ChangePerson) => told(change({ id, ...changes }));
  const code = async () => {
    const answer = await invite(id);
    if (answer.data) onCode(answer.data);
    else void message.error(errorSentence(answer.error));
  };
  return (
    <article className={isDisabled ? 'person-row is-gone' : 'person-row'} aria-label={name}>
      <ColorPicker
        value={person.colour}
        disabledAlpha
        disabledFormat
        disabled={isDisabled}
        presets={[{ label: 'Crew', colors: [...CREW_COLOURS] }]}
        onChangeComplete={(colour) => edit({ colour: colour.toHexString() })}
      >
        <button
          type="button"
          className="initial"
          style={{ background: person.colour }}
          aria-label={`Colour of ${name}`}
          disabled={isDisabled}
        >
          {name[0]}
        </button>
      </ColorPicker>
      <div className="who">
        <TextField
          label={`Name of ${name}`}
          value={name}
          maxLength={80}
          variant="borderless"
          disabled={isDisabled}
          isNeeded
          onCommit={(to) => edit({ name: to })}
        />
        <span className="muted">
          signs in as <span className="mono">{username}</span>
          {fleet && `, ${fleet}`}
        </span>
        {!isDisabled && !hasJoined && (
          <span className={invitedUntil ? 'state note' : 'state caution'}>
            {invitedUntil ? `asked in, code until ${dayjs(invitedUntil).format('D MMM HH:mm')}` : '⚠ code has run out'}
          </span>
        )}
        {hasJoined && invitedUntil && (
          <span className="state note">code for a new password until {dayjs(invitedUntil).format('D MMM HH:mm')}</span>
        )}
      </div>
      <div className="may">
        {role === 'owner' || isDisabled ? (
          <b>{ROLE_NAMES[role]}</b>
        ) : (
          <Select
            aria-label={`What ${name} is`}
            size="small"
            value={role}
            disabled={isSelf}
            onChange={(next) => edit({ role: next })}
            options={CREW_ROLES.map((each) => ({ value: each, label: ROLE_NAMES[each] }))}
          />
        )}
        <span className="muted">{isDisabled ? 'May nothing. What was signed stays signed.' : MAY_WORDS[role]}</span>
      </div>
      <div className="open-sessions">
        {sessions.length === 0 ? (
          <span>not signed in</span>
        ) : (
          <>
            <ul>
              {sessions.slice(0, SHOWN_SESSIONS).map(({ startedAt, expiresAt }) => (
                <li key={startedAt}>
                  <i className="lamp" aria-hidden /> since {dayjs(startedAt).format('D MMM HH:mm')}, ends{' '}
                  {dayjs(expiresAt).format('D MMM HH:mm')}
                </li>
              ))}
            </ul>
            {sessions.length > SHOWN_SESSIONS && <span>and {sessions.length - SHOWN_SESSIONS} more</span>}
            {!isSelf && (
              <Button size="small" ghost aria-label={`Sign ${name} out everywhere`} onClick={() => told(end(id))}>
                End
              </Button>
            )}
          </>
        )}
      </div>
      <div className="acts">
        {isDisabled ? (
          <Button size="small" onClick={() => edit({ isDisabled: false })}>
            Let in again
          </Button>
        ) : (
          <>
            <Button size="small" onClick={code} aria-label={`New code for ${name}`}>
              New code
            </Button>
            {!isSelf && (
              <Popconfirm
                title={`Close the door to ${name}? What they did stays signed.`}
                okText="Close it"
                onConfirm={() => edit({ isDisabled: true })}
              >
                <Button size="small" danger type="text" aria-label={`Close the door to ${name}`}>
                  Has left
                </Button>
              </Popconfirm>
            )}
          </>
        )}
      </div>
    </article>
  );
}

const SHOWN_SESSIONS = 3;
