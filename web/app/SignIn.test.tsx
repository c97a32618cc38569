import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DEMO_PEOPLE } from '../../demo/people.ts';
import { personOf, refusal, renderPage } from '../testing/renderPage.tsx';
import Frame from './Frame.tsx';
import { OwnWork } from './OwnWork.tsx';
import type { Refused, WaitingOf } from './offlineStore.ts';
import { outboxActions } from './outboxSlice.ts';
import { RecordsState } from './RecordsState.tsx';
import { SignIn } from './SignIn.tsx';
import { store } from './store.ts';

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const session = (role: 'lead' | 'owner' = 'lead') => ({ csrf: 'x', person: personOf(role) });

describe('the door', () => {
  it('asks for both before it asks the server', async () => {
    const { sent } = await renderPage(<SignIn />, { role: null });
    await user.click(screen.getByRole('button', { name: 'Sign in' }));
    expect(await screen.findByText('Type your sign-in name')).toBeTruthy();
    expect(screen.getByText('Type your password')).toBeTruthy();
    expect(sent('POST session')).toEqual([]);
  });

  it('sends them once, and says in a sentence why somebody is not let in', async () => {
    const words = 'Name and password do not fit. Ask the lead for a new one.';
    const { sent } = await renderPage(<SignIn />, {
      role: null,
      answers: { 'POST session': () => refusal(401, 'WRONG_SIGN_IN', words) },
    });
    await user.type(screen.getByRole('textbox', { name: 'Name' }), 'odile');
    await user.type(screen.getByLabelText('Password'), 'guess{Enter}');
    expect((await screen.findByRole('alert')).textContent).toBe(words);
    expect(sent('POST session')).toEqual([{ username: 'odile', password: 'guess' }]);
  });

  it('says so when nobody answers', async () => {
    await renderPage(<SignIn />, { role: null });
    globalThis.fetch = () => Promise.reject(new TypeError('no network'));
    await user.type(screen.getByRole('textbox', { name: 'Name' }), 'odile');
    await user.type(screen.getByLabelText('Password'), 'guess{Enter}');
    expect((await screen.findByRole('alert')).textContent).toMatch(/network|reach|answer/i);
  });

  it('offers the people of the demo only where there is a demo', async () => {
    const { unmount } = await renderPage(<SignIn />, { role: null });
    expect(screen.queryByRole('region', { name: 'Demo sign-ins' })).toBeNull();
    unmount();
    const people = DEMO_PEOPLE.map((person) => ({ ...person, id: person.username }));
    const { sent } = await renderPage(<SignIn />, {
      role: null,
      answers: { 'GET demo': { people, password: 'causeway' }, 'POST session': session() },
    });
    await user.click(await screen.findByRole('button', { name: new RegExp(people[1]!.name) }));
    await waitFor(() =>
      expect(sent('POST session')).toEqual([{ username: people[1]!.username, password: 'causeway' }]),
    );
  });
});

describe('the frame', () => {
  it('names its places and who is in; their units are kept for them alone', async () => {
    const { sent } = await renderPage(<Frame person={personOf('lead')} />, {
      answers: { 'GET records': { backup: null, damaged: [] }, 'DELETE session': {} },
    });
    for (const name of ['Yard', 'Shop', 'Shelf']) expect(screen.getByRole('link', { name })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /units and sign-out$/ }));
    await user.click(await screen.findByText('in', { selector: '.ant-segmented-item-label' }));
    await user.click(screen.getByText('AWG', { selector: '.ant-segmented-item-label' }));
    expect(store.getState().preferences).toMatchObject({ length: 'in', wire: 'awg' });
    await user.click(screen.getByRole('button', { name: 'Sign out' }));
    await waitFor(() => expect(sent('DELETE session')).toHaveLength(1));
  });
});

describe('the shop’s records', () => {
  const show = (answer: unknown) => renderPage(<RecordsState />, { answers: { 'GET records': answer } });

  it.each([
    [0.4, '✓ 1 h ago'],
    [7, '✓ 7 h ago'],
    [36, '✓ 36 h ago'],
    [37, '⚠ 37 h ago'],
    [72, '⚠ 3 days ago'],
  ])('a backup of %d h: %s', async (ageH, words) => {
    await show({ backup: { ageH, file: 'x' }, damaged: [] });
    expect((await screen.findByText(/ago/)).textContent).toBe(words);
  });

  it('none yet is said, and each record that cannot be read with why', async () => {
    await show({ backup: null, damaged: [{ id: 'u1', tag: 'SR-20', damaged: 'its log has a hole' }] });
    expect(await screen.findByText(/none yet, one every night/)).toBeTruthy();
    expect(screen.getByText(/its log has a hole/).textContent).toBe('SR-20: its log has a hole');
    expect(screen.getByRole('link', { name: 'SR-20' }).getAttribute('href')).toBe('/unit/u1');
  });
});

describe('work on this device', () => {
  const person = personOf('lead');
  const refused = {
    id: 'r1',
    personId: person.id,
    unitId: 'u1',
    unitTag: 'SR-11',
    operation: { id: 'o1', kind: 'editLamps', lampIds: [], changes: {} },
    message: 'Odile was quicker.',
    field: 'lamps/l1/position',
    theirs: { xMm: 120.4, yMm: -40 },
  };
  const mine: WaitingOf = { personId: person.id, personName: person.name, count: 2, photos: 0 };
  const show = async (waiting: WaitingOf[]) => {
    await renderPage(<OwnWork personId={person.id} />);
    store.dispatch(outboxActions.counted(waiting));
  };
  afterEach(() => {
    store.dispatch(outboxActions.counted([]));
    store.dispatch(outboxActions.refusedListed([]));
    store.dispatch(outboxActions.sendWorks());
  });

  it('is nobody’s concern while it is on its way', async () => {
    await show([mine]);
    // What other tests left waiting may just have failed to go out.
    act(() => void store.dispatch(outboxActions.sendWorks()));
    expect(screen.queryByRole('button', { name: /Work on this device/ })).toBeNull();
  });

  it('counts what waits, whose it is, and says what was not taken and how it reads now', async () => {
    await show([mine, { personId: 'tamsin', personName: 'Tamsin', count: 1, photos: 0 }]);
    store.dispatch(outboxActions.refusedListed([refused as unknown as Refused]));
    store.dispatch(outboxActions.sendFailed('The server cannot be reached.'));
    const mark = await screen.findByRole('button', {
      name: 'Work on this device: 1 not taken, 2 waiting, 1 of others',
    });
    await user.click(mark);
    expect(await screen.findByText(/Odile was quicker\. It now reads x 120, y -40\./)).toBeTruthy();
    expect(screen.getByText('1 of Tamsin')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Open the unit to do it again' }).getAttribute('href')).toBe('/unit/u1');
    expect(screen.getByRole('button', { name: 'Keep theirs' })).toBeTruthy();
  });
});
