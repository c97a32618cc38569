import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build, ShelfEntry } from '../../../core/document/index.ts';
import { overviewOf } from '../../../core/overview/index.ts';
import { SHELF } from '../../../demo/shelf.ts';
import { store } from '../../app/store.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { PartsStage } from './PartsStage.tsx';

const tractor = demoBuild('SR-05');
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const show = (build: Build = tractor, role: Role = 'lead', shelf: ShelfEntry[] = SHELF) =>
  renderUnit(<PartsStage />, { build, role, shelf, path: '/unit/u/parts' });
const list = () => within(screen.getByRole('region', { name: 'Parts list' }));

describe('the parts of a unit', () => {
  const { parts } = overviewOf(tractor);

  it('every line with what it is for, under its group, and the files for whoever buys', async () => {
    await show();
    expect(list().getByText(new RegExp(`^${parts.length} lines`))).toBeTruthy();
    for (const line of parts) expect(list().getAllByText(line.name).length).toBeGreaterThan(0);
    const files = list()
      .getAllByRole('link')
      .map((link) => link.getAttribute('href'));
    expect(files).toEqual(['/api/units/u/quote.pdf', '/api/units/u/parts.csv', '/api/units/u/purchase.xlsx']);
  });

  it('a line that is pressed chooses its lamps on the sheet', async () => {
    await show();
    const line = parts.find(({ lampIds }) => lampIds.length > 0)!;
    await user.click(list().getAllByText(line.name)[0]!);
    expect(store.getState().unit!.selection).toEqual(line.lampIds);
  });

  it('of a unit on which nothing stands says where the list comes from', async () => {
    await show({ ...tractor, lamps: {}, elements: {}, wires: {}, functions: {}, extraParts: {}, plugs: {}, trim: {} });
    expect(screen.getByText(/Nothing to buy yet: place lamps and make feeds/)).toBeTruthy();
  });
});

describe('a lamp of which there are too few', () => {
  const line = overviewOf(tractor).parts.find(({ key }) => SHELF.some((entry) => entry.model.key === key))!;
  const scarce = SHELF.map((entry) => (entry.model.key === line.key ? { ...entry, onHand: line.quantity - 1 } : entry));

  it('is told with what could take its place, and swapped with one press', async () => {
    const { did } = await show(tractor, 'lead', scarce);
    const short = within(screen.getByRole('region', { name: 'Short of' }));
    expect(short.getByText(line.name)).toBeTruthy();
    expect(short.getByText(new RegExp(`${line.quantity} needed for .*, ${line.quantity - 1} on hand`))).toBeTruthy();
    const [use] = short.queryAllByRole('button', { name: 'Use it' });
    if (!use) {
      expect(short.getByText(/Nothing alike on the shelf has enough/)).toBeTruthy();
      return;
    }
    await user.click(use);
    expect(did('swapModel')[0]!.lampIds).toEqual(line.lampIds);
    expect(did('swapModel')[0]!.model.key).not.toBe(line.key);
  });

  it('is said to an owner, who swaps nothing', async () => {
    await show(tractor, 'owner', scarce);
    const short = within(screen.getByRole('region', { name: 'Short of' }));
    expect(short.queryByRole('button', { name: 'Use it' })).toBeNull();
  });

  it('enough of everything is no word about it', async () => {
    await show(
      tractor,
      'lead',
      SHELF.map((entry) => ({ ...entry, onHand: 999 })),
    );
    expect(screen.queryByRole('region', { name: 'Short of' })).toBeNull();
  });
});

describe('other ways to do it', () => {
  it('are asked for the feeds that are chosen', async () => {
    await show();
    const part = within(screen.getByRole('region', { name: 'Other ways to do it' }));
    expect(part.getAllByRole('radio')).toHaveLength(6);
    expect(part.queryByText(/being worked out/)).toBeNull();
    await user.click(part.getByRole('combobox', { name: 'Feeds to compare' }));
    const [feed] = overviewOf(tractor).feeds;
    await user.click(await screen.findByText(feed!.feed.fuse.name, { selector: '.ant-select-item-option-content' }));
    expect(part.getByText('Each way is being worked out …')).toBeTruthy();
  });
});
