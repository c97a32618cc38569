import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { overviewOf } from '../../../core/overview/index.ts';
import { store } from '../../app/store.ts';
import { demoBuild, type Role, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { FeedStage } from './FeedStage.tsx';

const van = demoBuild('SR-02');
const { feed } = overviewOf(van).feeds[0]!;

async function open(role: Role = 'lead') {
  const shown = await renderUnit(<FeedStage />, { build: van, role, path: '/unit/u/feed' });
  store.dispatch(unitActions.feedChosen(feed.fuse.id));
  const row = await screen.findByRole('region', { name: 'Switch Scene' });
  return { ...shown, row: within(row), user: userEvent.setup() };
}

describe('a switch', () => {
  it('says which it is; what is stamped on it and its hole are typed where it is opened', async () => {
    const { row, user, done } = await open();
    expect(row.getByText('Lit rocker switch 10 A, hole 19 mm')).toBeTruthy();
    await user.click(row.getByRole('button', { name: 'Change switch Scene is' }));
    const mark = row.getByLabelText('Stamped beside the load of Scene');
    await user.clear(mark);
    await user.type(mark, '87{Enter}');
    const hole = row.getByLabelText('Diameter of Scene');
    await user.clear(hole);
    await user.type(hole, '20,2{Enter}');
    const [marked, drilled] = done().map(({ operation }) => operation);
    expect(marked).toMatchObject({
      kind: 'editControl',
      changes: { part: { marks: { in: '2', out: '87', lamp: '1' } } },
    });
    expect(drilled).toMatchObject({ changes: { part: { hole: { diameterMm: 20.2 }, marks: { out: '87' } } } });
  });

  it('whose light goes loses the lead of it, in one step', async () => {
    const { row, user, done } = await open();
    await user.click(row.getByRole('button', { name: 'Change switch Scene is' }));
    await user.click(row.getByRole('combobox', { name: 'Light in Scene' }));
    await user.click(await screen.findByText('none', { selector: '.ant-select-item-option-content' }));
    expect(done().map(({ operation }) => operation.kind)).toEqual(['editControl', 'removeFeed']);
    expect(row.queryByLabelText('Stamped beside the ground of its light of Scene')).toBeNull();
  });

  it('is looked at, not changed, by an owner', async () => {
    const { row, user } = await open('owner');
    await user.click(row.getByRole('button', { name: 'Change switch Scene is' }));
    expect((row.getByLabelText('Diameter of Scene') as HTMLInputElement).disabled).toBe(true);
  });
});
