import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ShopAnswer } from '../../core/contract/index.ts';
import { minutesOf, type ShopDraft, weekNumber } from '../../core/shop/index.ts';
import { SHOP_NOW, shopAnswer } from '../testing/demoAnswers.ts';
import { accept, renderPage } from '../testing/renderPage.tsx';
import ShopPage from './ShopPage.tsx';

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  // The wall clock of the demo's shop; what waits goes on by itself.
  vi.useFakeTimers({ toFake: ['Date'], now: new Date(`${SHOP_NOW}:00`) });
  user = userEvent.setup();
});
afterEach(() => void vi.useRealTimers());

async function show(role: 'lead' | 'installer' = 'lead', answer: ShopAnswer = shopAnswer()) {
  const page = await renderPage(<ShopPage />, {
    role,
    answers: { 'GET shop': answer, 'POST shop/operations': accept },
    path: '/shop',
    route: '/shop/:view?',
  });
  await screen.findByRole('heading', { level: 1, name: /^Week \d+/ });
  const operations = () =>
    page.sent('POST shop/operations').flatMap((body) => (body as { operations: ShopDraft[] }).operations);
  const plans = () =>
    operations().flatMap((operation) => (operation.kind === 'setPlan' ? [Object.values(operation.steps)] : []));
  return { ...page, operations, plans };
}
const heading = () => screen.getByRole('heading', { level: 1 }).textContent;
const side = () => within(screen.getByRole('complementary', { name: 'What waits' }));
/** Blocks that are still to be done and may be moved, in the order of the board. */
const movable = () => [...document.querySelectorAll<HTMLElement>('.block.may-move')];

describe('the week', () => {
  it('is gone through with keys and buttons, and T comes back to the one it is', async () => {
    const page = await show();
    const first = heading();
    await user.keyboard('[[');
    expect(heading()).not.toBe(first);
    await user.click(screen.getByRole('button', { name: 'Week before' }));
    await user.click(screen.getByRole('button', { name: 'Week after' }));
    await user.keyboard('t');
    expect(heading()).toBe(first);
    await user.keyboard('{]}');
    expect(heading()).not.toBe(first);
    page.unmount();
  });

  it('is numbered as ISO 8601 has it: week 4 begins on Monday 19 January 2026', () => {
    expect(weekNumber(minutesOf(SHOP_NOW))).toBe(4);
    expect(weekNumber(minutesOf('2026-01-18T23:59'))).toBe(3);
    // A year of 53 weeks: 2026 begins on a Thursday.
    expect(weekNumber(minutesOf('2026-12-31T08:00'))).toBe(53);
    expect(weekNumber(minutesOf('2027-01-03T08:00'))).toBe(53);
    expect(weekNumber(minutesOf('2027-01-04T08:00'))).toBe(1);
  });

  it('is planned by the lead alone; an installer sees it and moves nothing', async () => {
    const { plans } = await show('installer');
    expect(screen.queryByRole('button', { name: 'Plan anew' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Re-plan' })).toBeNull();
    expect(movable()).toEqual([]);
    const block = document.querySelector<HTMLElement>('.block')!;
    block.focus();
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}');
    expect(plans()).toEqual([]);
  });

  it('shows its keys', async () => {
    await show();
    await user.keyboard('?');
    expect(await screen.findByText('re-plan what slipped')).toBeTruthy();
  });
});

describe('a stretch of work', () => {
  it('opens beside the board with its unit and its steps, and closes with Escape', async () => {
    await show();
    const block = movable()[0]!;
    await user.click(block);
    const card = within(side().getByRole('region', { name: 'Work shown' }));
    expect(card.getAllByRole('listitem').length).toBeGreaterThan(0);
    expect(block.getAttribute('aria-pressed')).toBe('true');
    await user.keyboard('{Escape}');
    expect(side().queryByRole('region', { name: 'Work shown' })).toBeNull();
  });

  it('moves by a quarter of an hour with Alt and an arrow, is held there, and comes back with Ctrl Z', async () => {
    const { plans } = await show();
    const before = Object.values(shopAnswer().shop.plan.steps);
    for (const block of movable().slice(0, 12)) {
      block.focus();
      await user.keyboard('{Alt>}{ArrowRight}{/Alt}');
      if (plans().length > 0) break;
    }
    await waitFor(() => expect(plans()).toHaveLength(1));
    const moved = plans()[0]!;
    expect(moved.length).toBeGreaterThan(0);
    for (const step of moved) expect(step).toMatchObject({ held: true });
    const starts = (steps: typeof moved) => steps.map((step) => step?.from ?? null);
    expect(starts(moved)).not.toEqual(starts(before.slice(0, moved.length)));
    await user.keyboard('{Control>}z{/Control}');
    await waitFor(() => expect(plans()).toHaveLength(2));
    for (const step of plans()[1]!) expect(before).toContainEqual(step);
  });
});

describe('what was promised for a unit', () => {
  const open = async () => {
    const shown = await show();
    await user.click(movable()[0]!);
    await user.click(side().getByRole('button', { name: 'Due date, windows' }));
    return shown;
  };

  it('how it presses and what hours were promised are kept', async () => {
    const { operations } = await open();
    await user.click(side().getByText('first', { selector: '.ant-segmented-item-label' }));
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'putJob', job: { weight: 5 } }]));
    const hours = side().getByRole('spinbutton', { name: 'Hours promised' });
    await user.clear(hours);
    await user.type(hours, '12.5{Enter}');
    await waitFor(() => expect(operations().at(-1)).toMatchObject({ kind: 'putJob', job: { promisedHours: 12.5 } }));
  });

  it('a unit is taken off the board only after asking', async () => {
    const { operations } = await open();
    await user.click(side().getByRole('button', { name: 'Take off the board' }));
    expect(operations()).toEqual([]);
    await user.click(await screen.findByRole('button', { name: 'Take it off' }));
    await waitFor(() => expect(operations()).toMatchObject([{ kind: 'dropJob' }]));
  });
});
