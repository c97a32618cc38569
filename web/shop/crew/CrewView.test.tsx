import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { ShopAnswer } from '../../../core/contract/index.ts';
import { shopAnswer } from '../../testing/demoAnswers.ts';
import { type Asked, accept, renderPage } from '../../testing/renderPage.tsx';
import ShopPage from '../ShopPage.tsx';
import { daysWords, hoursOf, hoursWords } from './crewWords.ts';

async function show(
  role: 'lead' | 'installer' = 'lead',
  answer: ShopAnswer = shopAnswer(),
  takes: (asked: Asked) => unknown = accept,
) {
  const page = await renderPage(<ShopPage />, {
    role,
    answers: { 'GET shop': answer, 'POST shop/operations': takes },
    path: '/shop/crew',
    route: '/shop/:view',
  });
  await screen.findByText('Crew and bays');
  const operations = () =>
    page
      .sent('POST shop/operations')
      .flatMap((body) => (body as { operations: { kind: string; [name: string]: unknown }[] }).operations);
  return { ...page, operations };
}
const tamsin = () => Object.values(shopAnswer().shop.workers).find((worker) => worker.name.startsWith('Tamsin'))!;
const bay = () => Object.values(shopAnswer().shop.bays).find((each) => each.heightMm !== null)!;
const leave = (field: HTMLElement, text: string) => {
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

describe('words of a week', () => {
  it('hours of a day, of a week, and days away', () => {
    const day = [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '16:30' },
    ];
    expect(hoursWords(day)).toBe('07:30-12:00, 12:30-16:30');
    expect(hoursOf([day, day, [], [], [], [], []])).toBe(17);
    expect(daysWords({ from: '2026-03-02', to: '2026-03-02', why: '' })).toBe('2 Mar');
    expect(daysWords({ from: '2026-03-02', to: '2026-03-06', why: 'course' })).toBe('2 Mar to 6 Mar, course');
  });
});

describe('crew and bays', () => {
  it('sends one change after the other: the second, which holds the first, never arrives before it', async () => {
    let answer = () => {};
    const held = new Promise<void>((resolve) => {
      answer = resolve;
    });
    const { operations } = await show('lead', shopAnswer(), async (asked) => {
      await held;
      return accept(asked);
    });
    leave(screen.getByLabelText(`Mon, ${tamsin().name}`), '07:30-11:00');
    leave(screen.getByLabelText(`Tue, ${tamsin().name}`), '07:30-10:00');
    await waitFor(() => expect(operations()).toHaveLength(1));
    // Long enough for a request that does not wait to have been made.
    await new Promise(requestAnimationFrame);
    expect(operations()).toHaveLength(1);
    answer();
    await waitFor(() => expect(operations()).toHaveLength(2));
    const weeks = operations().map(({ worker }) => hoursOf((worker as ReturnType<typeof tamsin>).week.slice(0, 2)));
    expect(weeks[1]).toBe(6);
    expect(weeks[0]).not.toBe(6);
  });

  it('takes hours as they are written, however the clock is typed', async () => {
    const { operations } = await show();
    const monday = screen.getByLabelText(`Mon, ${tamsin().name}`);
    leave(monday, '7:00-11:30, 12:00 to 15:00');
    await waitFor(() => expect(operations()).toHaveLength(1));
    const [operation] = operations() as unknown as [{ kind: string; worker: ReturnType<typeof tamsin> }];
    expect(operation).toMatchObject({ kind: 'putWorker', worker: { id: tamsin().id } });
    expect(operation.worker.week[0]).toEqual([
      { from: '07:00', to: '11:30' },
      { from: '12:00', to: '15:00' },
    ]);
    expect(operation.worker.week.slice(1)).toEqual(tamsin().week.slice(1));
  });

  it.each([
    ['not a time', 'all day'],
    ['backwards', '16:00-07:00'],
    ['no time at all between', '08:00-08:00'],
    ['spans that overlap', '07:00-12:00, 11:00-15:00'],
    ['beyond midnight', '20:00-25:00'],
  ])('hours that are %s are told how they are written, and nothing is sent', async (_what, text) => {
    const { operations } = await show();
    leave(screen.getByLabelText(`Mon, ${tamsin().name}`), text);
    expect(screen.getByRole('alert').textContent).toBe('as 07:30-12:00');
    expect(operations()).toEqual([]);
  });

  it('an emptied day is free', async () => {
    const { operations } = await show();
    leave(screen.getByLabelText(`Mon, ${tamsin().name}`), '');
    await waitFor(() => expect(operations()).toHaveLength(1));
    expect((operations()[0]!.worker as ReturnType<typeof tamsin>).week[0]).toEqual([]);
  });

  it('renames with the blanks off, and sends nothing for an empty or the same name', async () => {
    const { operations } = await show();
    const name = within(screen.getByLabelText(tamsin().name)).getByLabelText('Name');
    leave(name, '   ');
    leave(name, tamsin().name);
    expect(operations()).toEqual([]);
    leave(name, '  Tamsin Rudge ');
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'putWorker', worker: { name: 'Tamsin Rudge' } }]));
  });

  it('adds a person who helps in the usual hours, and a bay with a roof', async () => {
    const { operations } = await show();
    await userEvent.click(screen.getByText('Add a person'));
    await userEvent.click(screen.getByText('Add a bay'));
    await waitFor(() => expect(operations()).toHaveLength(2));
    expect(operations()).toMatchObject([
      { kind: 'putWorker', worker: { skills: [], name: 'New person' } },
      { kind: 'putBay', bay: { name: 'New bay', heightMm: 4500 } },
    ]);
    const { worker } = operations()[0] as unknown as { worker: ReturnType<typeof tamsin> };
    expect(hoursOf(worker.week)).toBeCloseTo(42.5, 9);
    expect(worker.colour).toMatch(/^#[0-9A-F]{6}$/);
  });

  it('a day away is taken off again', async () => {
    const answer = shopAnswer();
    const worker = answer.shop.workers[tamsin().id]!;
    worker.away = [
      { from: '2026-02-02', to: '2026-02-06', why: 'course' },
      { from: '2026-03-02', to: '2026-03-02', why: '' },
    ];
    const { operations } = await show('lead', answer);
    await userEvent.click(screen.getByLabelText('Not away 2026-02-02'));
    await waitFor(() => expect(operations()).toHaveLength(1));
    expect((operations()[0]!.worker as typeof worker).away).toEqual([
      { from: '2026-03-02', to: '2026-03-02', why: '' },
    ]);
  });

  it('a bay says which units are too big for it, and loses its roof', async () => {
    const answer = shopAnswer();
    answer.shop.bays[bay().id] = { ...bay(), lengthMm: 3000 };
    const { operations } = await show('lead', answer);
    const article = screen.getByLabelText(bay().name);
    expect(within(article).getByText(/^too small for .*SR-07/)).toBeTruthy();
    await userEvent.click(within(article).getByLabelText(`${bay().name} has a roof`));
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'putBay', bay: { heightMm: null } }]));
  });

  it('an hour and the mark-up are set in marks and percent', async () => {
    const { operations } = await show();
    leave(screen.getByLabelText('Marks an hour'), '72');
    leave(screen.getByLabelText('Mark-up'), '35');
    await waitFor(() => expect(operations()).toHaveLength(2));
    expect(operations()).toMatchObject([
      { kind: 'setRates', rates: { hourMarks: 72 } },
      { kind: 'setRates', rates: { markUpShare: 0.35 } },
    ]);
  });

  it('how lamps are wired here is said by the lead, and read by the others', async () => {
    const { operations, unmount } = await show();
    await userEvent.click(screen.getByLabelText('Ground, as a rule'));
    await userEvent.click(await screen.findByText('star to a bus', { selector: '.ant-select-item-option-content' }));
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'setHabits', changes: { ground: 'bus' } }]));
    unmount();
    await show('installer');
    expect(screen.getByLabelText('Ground, as a rule')).toHaveProperty('disabled', true);
  });

  it('somebody is taken out only after a question', async () => {
    const { operations } = await show();
    await userEvent.click(within(screen.getByLabelText(tamsin().name)).getByText('Take out'));
    expect(await screen.findByText(`Take ${tamsin().name} out?`)).toBeTruthy();
    expect(operations()).toEqual([]);
    const yes = screen.getAllByText('Take out').find((each) => each.closest('.ant-popconfirm-buttons'))!;
    await userEvent.click(yes);
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'dropWorker', workerId: tamsin().id }]));
  });

  it('an installer reads it all and is offered no change', async () => {
    await show('installer');
    const worker = tamsin();
    expect(
      within(screen.getByLabelText(worker.name)).getByText(`${hoursOf(worker.week).toFixed(1)} h a week`),
    ).toBeTruthy();
    expect(screen.queryByText('Add a person')).toBeNull();
    expect(screen.queryByLabelText('Marks an hour')).toBeNull();
    expect(screen.queryAllByRole('textbox')).toEqual([]);
  });
});
