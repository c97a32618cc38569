import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { say } from '../../core/units/index.ts';
import { yardPage, yardRow } from '../testing/demoAnswers.ts';
import { type Asked, refusal, renderPage } from '../testing/renderPage.tsx';
import { Yard } from './Yard.tsx';

const withStop = yardRow('SR-05', {
  name: 'Verge mower tractor',
  stage: 'build',
  summary: {
    stops: 1,
    cautions: 2,
    notes: 0,
    firstFinding: say`Slot 4 would carry too much`,
    shares: [1, 1, 1, 1, 1, 0.25, 0, 0],
    stageWords: '7 of 29',
    patternIds: ['single', 'steady'],
  },
});
const done = yardRow('SR-14', {
  name: 'Telehandler',
  stage: 'handover',
  summary: {
    stops: 0,
    cautions: 0,
    notes: 3,
    firstFinding: null,
    shares: [1, 1, 1, 1, 1, 1, 1, 1],
    stageWords: 'handed over',
    patternIds: ['steady'],
  },
  glyph: {
    bodyId: 'van',
    parameters: {},
    outlines: null,
    lamps: [
      { x: 200, y: 300, face: 'roof', colour: 'amber', size: 150, fitted: true },
      { x: 200, y: -300, face: 'roof', colour: 'amber', size: 150, fitted: false },
    ],
  },
});
const damaged = yardRow('SR-20', { damaged: 'The record cannot be read: lamps is missing.' });
const rows = [withStop, done, damaged];
const show = (answers = {}, role: 'lead' | 'installer' | 'owner' = 'lead') =>
  renderPage(<Yard />, { role, answers: { 'GET units': yardPage(rows), ...answers }, path: '/yard' });
const rowOf = (tag: string) => screen.findByRole('button', { name: new RegExp(`^${tag} `) });

describe('the yard', () => {
  it('says of each unit what it is, how far it is, what flashes and what is open', async () => {
    await show();
    const tractor = await rowOf('SR-05');
    expect(tractor.getAttribute('aria-label')).toBe('SR-05 Verge mower tractor, Build, 1 stop, 2 cautions');
    expect(within(tractor).getByText('7 of 29')).toBeTruthy();
    expect(within(tractor).getByText('Single')).toBeTruthy();
    expect(within(tractor).queryByText('Steady')).toBeNull();
    expect(within(tractor).getByText('Slot 4 would carry too much')).toBeTruthy();
    expect(within(tractor).getByText('none yet')).toBeTruthy();
  });

  it('a unit that is handed over says so, counts its lamps, and flashes nothing', async () => {
    await show();
    const telehandler = await rowOf('SR-14');
    expect(within(telehandler).getByText('✓ Handed over')).toBeTruthy();
    expect(within(telehandler).getByText('1 of 2 fitted')).toBeTruthy();
    expect(within(telehandler).getByText('steady only')).toBeTruthy();
    expect(within(telehandler).getByText(/3 notes/)).toBeTruthy();
  });

  it('a record that cannot be read is told apart from one without findings', async () => {
    await show();
    expect(within(await rowOf('SR-20')).getByText('✕ Record cannot be read')).toBeTruthy();
  });

  it('opens a unit at its own stage', async () => {
    const { where } = await show();
    await userEvent.click(await rowOf('SR-05'));
    expect(where()).toBe('/unit/id-SR-05/build');
  });

  it('counts the whole yard above its rows', async () => {
    await show();
    await rowOf('SR-05');
    const open = screen.getByText('Findings', { selector: 'span' }).parentElement!;
    expect(open.textContent).toContain('3 open');
    expect(screen.getByText('Lamps', { selector: 'span' }).parentElement!.textContent).toContain('2 placed');
    expect(await screen.findByLabelText(/Build 1,.*Hand over 1$/, {}, { timeout: 10_000 })).toBeTruthy();
  });

  it('asks the server for what is typed, and puts what answers first', async () => {
    const answer = ({ query }: Asked) =>
      query.get('text') === 'plow' ? yardPage([done, withStop, damaged], 1) : yardPage(rows);
    const { asked } = await show({ 'GET units': answer });
    await rowOf('SR-05');
    await userEvent.type(screen.getByRole('textbox', { name: 'Find units' }), 'plow');
    expect(await screen.findByText('Rest of the yard')).toBeTruthy();
    expect(screen.getByText('1 of 3')).toBeTruthy();
    expect(asked.some((each) => each.query.get('text') === 'plow' && each.query.get('from') === '0')).toBe(true);
  });

  it('a pressed chip asks for its units, and pressed again for all', async () => {
    const { asked } = await show();
    const chip = await screen.findByRole('button', { name: /With a stop/ });
    await waitFor(() => expect(chip.textContent).toBe('With a stop 1'));
    await userEvent.click(chip);
    expect(chip.getAttribute('aria-pressed')).toBe('true');
    await waitFor(() => expect(asked.at(-1)!.query.get('ask')).toBe('stops'));
    await userEvent.click(chip);
    expect(chip.getAttribute('aria-pressed')).toBe('false');
  });

  it('/ goes to the search, but is typed where somebody types', async () => {
    await show();
    await rowOf('SR-05');
    const search = screen.getByRole<HTMLInputElement>('textbox', { name: 'Find units' });
    fireEvent.keyDown(window, { key: '/' });
    expect(document.activeElement).toBe(search);
    await userEvent.type(search, 'a/b');
    expect(search.value).toBe('a/b');
  });

  it('an empty yard says what to do; to an owner it says whose it is', async () => {
    const lead = await show({ 'GET units': yardPage([]) });
    expect(await screen.findByText('The yard is empty. Add the first unit to begin.')).toBeTruthy();
    lead.unmount();
    await show({ 'GET units': yardPage([]) }, 'owner');
    expect(await screen.findByText('No unit of your fleet stands in the yard.')).toBeTruthy();
  });

  it('nothing is said to be empty while the yard is being opened', async () => {
    await show({ 'GET units': () => new Promise(() => {}) });
    expect(await screen.findByText('Opening the yard …')).toBeTruthy();
    expect(document.body.textContent).not.toContain('The yard is empty');
  });

  it('says why it could not be opened', async () => {
    await show({ 'GET units': refusal(503, 'AWAY', 'The database is away. Try again in a minute.') });
    expect(await screen.findByText('The database is away. Try again in a minute.')).toBeTruthy();
  });

  it('an owner is offered no new unit, the crew is', async () => {
    const owner = await show({}, 'owner');
    await rowOf('SR-05');
    expect(screen.queryByRole('button', { name: 'New unit' })).toBeNull();
    owner.unmount();
    await show({}, 'installer');
    await rowOf('SR-05');
    expect(screen.getByRole('button', { name: /New unit/ })).toBeTruthy();
  });
});
