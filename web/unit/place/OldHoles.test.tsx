import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { testTruck } from '../../../demo/testUnit.ts';
import { renderUnit } from '../../testing/renderUnit.tsx';
import { HolesPanel } from './HolesPanel.tsx';

const { build } = testTruck().lamp('FL-0701', 'rear', { yMm: 700, zMm: 1000 }, { single: true });
const [lamp] = Object.values(build.lamps);
const show = (role: 'lead' | 'owner' = 'lead') =>
  renderUnit(<HolesPanel selection={[lamp!.id]} onSelect={() => {}} />, { build, role });

describe('old holes', () => {
  it('begin beside the chosen lamp, are told what becomes of them, and come off the list again', async () => {
    const user = userEvent.setup();
    const { opened } = await show();
    await user.click(screen.getByRole('button', { name: /Old hole/ }));
    const field = (name: string) => screen.getByRole('textbox', { name }) as HTMLInputElement;
    expect(field('Old hole, left of centre').value).toBe('700');
    await user.type(field('Old hole, across'), '10.5{Tab}');
    await user.type(field('Old hole, of what'), 'wet work lamp');
    await user.click(screen.getByRole('button', { name: 'Keep it' }));
    const list = within(await screen.findByRole('region', { name: 'Old holes' }));
    expect((await list.findByRole('listitem')).textContent).toContain('used again by L1');
    const [hole] = Object.values(opened().build.oldHoles);
    expect(hole).toMatchObject({ face: 'rear', diameterMm: 10.5, note: 'wet work lamp', position: lamp!.position });
    await user.click(list.getByRole('button', { name: 'Take old hole wet work lamp off the list' }));
    expect(opened().build.oldHoles).toEqual({});
  });

  it('wants its size before it is kept', async () => {
    const user = userEvent.setup();
    const { done } = await show();
    await user.click(screen.getByRole('button', { name: /Old hole/ }));
    await user.click(screen.getByRole('button', { name: 'Keep it' }));
    expect(await screen.findByText('By gauge or bit')).toBeTruthy();
    expect(done()).toEqual([]);
  });

  it('an owner sees none to add', async () => {
    await show('owner');
    expect(screen.queryByRole('button', { name: /Old hole/ })).toBeNull();
  });
});
