import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { People, PersonLine } from '../../core/contract/index.ts';
import { JoinForm } from '../app/JoinForm.tsx';
import { personOf, refusal, renderPage } from '../testing/renderPage.tsx';
import PeoplePage from './PeoplePage.tsx';

const line = (role: 'lead' | 'installer' | 'owner', more: Partial<PersonLine> = {}): PersonLine => ({
  ...personOf(role),
  fleet: role === 'owner' ? 'Marsh Roads' : null,
  isDisabled: false,
  hasJoined: true,
  invitedUntil: null,
  sessions: [],
  ...more,
});
const lead = line('lead', { sessions: [{ startedAt: '2026-01-20T08:00:00Z', expiresAt: '2026-01-20T20:00:00Z' }] });
const installer = line('installer', { sessions: lead.sessions });
const PEOPLE: People = {
  people: [
    lead,
    installer,
    line('owner'),
    line('installer', { id: 'gone', name: 'Marit Selwyck', username: 'marit', isDisabled: true }),
    line('installer', { id: 'new', name: 'Wen Halloran', username: 'wen', hasJoined: false }),
  ],
  log: [{ at: '2026-01-20T09:00:00Z', by: 'Odile Marchbank', what: 'invited Wen Halloran as installer' }],
};
const INVITATION = { personId: 'new', code: 'K7QMX-2X9DA', until: '2026-01-23T09:00:00Z' };
const show = (answers: Record<string, unknown> = {}) =>
  renderPage(<PeoplePage />, { answers: { 'GET people': PEOPLE, ...answers } });
const row = async (name: string) => within(await screen.findByRole('article', { name }));

describe('people', () => {
  it('stand by what they are, with where they are signed in and what was done', async () => {
    await show();
    const crew = within(await screen.findByRole('region', { name: 'Crew' }));
    expect(crew.getAllByRole('article').map((each) => each.getAttribute('aria-label'))).toEqual([
      lead.name,
      installer.name,
      'Wen Halloran',
    ]);
    expect(within(screen.getByRole('region', { name: 'Fleet owners' })).getByText(/Marsh Roads/)).toBeTruthy();
    expect((await row('Wen Halloran')).getByText(/code has run out/)).toBeTruthy();
    expect((await row('Marit Selwyck')).getByText(/What was signed stays signed/)).toBeTruthy();
    expect(screen.getByText('invited Wen Halloran as installer')).toBeTruthy();
  });

  it('nobody shuts oneself out; others are let go after a question, and let in again', async () => {
    const page = await show({ 'PATCH people/gone': null, [`PATCH people/${installer.id}`]: null });
    const own = await row(lead.name);
    expect(own.queryByRole('button', { name: /Close the door|Sign .* out/ })).toBeNull();
    expect(own.getByRole('combobox').hasAttribute('disabled')).toBe(true);
    await userEvent.click(await (await row(installer.name)).findByRole('button', { name: /^Close the door/ }));
    expect(page.sent(`PATCH people/${installer.id}`)).toEqual([]);
    await userEvent.click(await screen.findByRole('button', { name: 'Close it' }));
    await waitFor(() => expect(page.sent(`PATCH people/${installer.id}`)).toEqual([{ isDisabled: true }]));
    await userEvent.click(await (await row('Marit Selwyck')).findByRole('button', { name: 'Let in again' }));
    await waitFor(() => expect(page.sent('PATCH people/gone')).toEqual([{ isDisabled: false }]));
  });

  it('a name is mended in its row, and not to nothing', async () => {
    const page = await show({ 'PATCH people/new': null });
    const field = () => screen.findByRole('textbox', { name: 'Name of Wen Halloran' });
    await userEvent.clear(await field());
    await userEvent.tab();
    expect(((await field()) as HTMLInputElement).value).toBe('Wen Halloran');
    await userEvent.type(await field(), '-Vey {Enter}');
    await waitFor(() => expect(page.sent('PATCH people/new')).toEqual([{ name: 'Wen Halloran-Vey' }]));
  });

  it('what the server does not let be is said', async () => {
    await show({ 'PUT people/new/invitation': refusal(409, 'LAST_LEAD', 'Somebody has to lead.') });
    await userEvent.click(
      await (await row('Wen Halloran')).findByRole('button', { name: 'New code for Wen Halloran' }),
    );
    expect(await screen.findByText('Somebody has to lead.')).toBeTruthy();
  });

  it('somebody is asked in by name, and their code is shown once', async () => {
    const page = await show({ 'POST people': INVITATION });
    await userEvent.click(await screen.findByRole('button', { name: /Ask somebody in/ }));
    const dialog = within(await screen.findByRole('dialog'));
    await userEvent.type(dialog.getByLabelText('Name'), 'Wen Halloran');
    expect((dialog.getByLabelText('Signs in as') as HTMLInputElement).value).toBe('wen');
    await userEvent.click(dialog.getByRole('button', { name: 'Make a code' }));
    await waitFor(() =>
      expect(page.sent('POST people')).toEqual([{ name: 'Wen Halloran', username: 'wen', role: 'installer' }]),
    );
    const slip = within(await screen.findByRole('region', { name: 'Code for Wen Halloran' }));
    expect(slip.getByText('K7QMX-2X9DA')).toBeTruthy();
    await userEvent.click(slip.getByRole('button', { name: 'Put the code away' }));
    expect(screen.queryByText('K7QMX-2X9DA')).toBeNull();
  });

  it('an owner is asked in for a fleet, or not at all', async () => {
    const page = await show();
    await userEvent.click(await screen.findByRole('button', { name: /Ask somebody in/ }));
    const dialog = within(await screen.findByRole('dialog'));
    await userEvent.type(dialog.getByLabelText('Name'), 'Nessa Quill');
    await userEvent.click(dialog.getByRole('radio', { name: 'fleet owner' }));
    await userEvent.click(dialog.getByRole('button', { name: 'Make a code' }));
    expect(await dialog.findByText('Whose units?')).toBeTruthy();
    expect(page.sent('POST people')).toEqual([]);
  });
});

describe('the door with a code', () => {
  it('takes code and a new password; what is wrong with the code is said there', async () => {
    const page = await renderPage(<JoinForm given={{ code: 'K7QMX-2X9DA', isFirst: false }} onBack={() => {}} />, {
      role: null,
      answers: { 'POST join': refusal(401, 'CODE_WRONG', 'This code is not right.') },
    });
    await userEvent.type(screen.getByLabelText('Choose a password'), 'short');
    await userEvent.click(screen.getByRole('button', { name: 'Come in' }));
    expect(await screen.findByText('At least 8 characters')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Choose a password'), ' but longer');
    await userEvent.click(screen.getByRole('button', { name: 'Come in' }));
    expect((await screen.findByRole('alert')).textContent).toContain('This code is not right.');
    expect(page.sent('POST join')).toEqual([{ code: 'K7QMX-2X9DA', password: 'short but longer' }]);
  });

  it('asks the first lead of an empty shop for a name as well', async () => {
    const page = await renderPage(<JoinForm given={{ code: 'K7QMX-2X9DA', isFirst: true }} onBack={() => {}} />, {
      role: null,
      answers: { 'POST join': refusal(401, 'CODE_WRONG', 'This code is not right.') },
    });
    await userEvent.type(screen.getByLabelText('Your name'), 'Odile Marchbank');
    await userEvent.type(screen.getByLabelText('You sign in as'), 'odile');
    await userEvent.type(screen.getByLabelText('Choose a password'), 'eight-or-more');
    await userEvent.click(screen.getByRole('button', { name: 'Come in' }));
    await waitFor(() =>
      expect(page.sent('POST join')).toEqual([
        { code: 'K7QMX-2X9DA', name: 'Odile Marchbank', username: 'odile', password: 'eight-or-more' },
      ]),
    );
  });
});
