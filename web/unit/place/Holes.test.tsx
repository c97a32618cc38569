import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { SHELF } from '../../../demo/shelf.ts';
import { store } from '../../app/store.ts';
import { demoBuild, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { PlaceStage } from './PlaceStage.tsx';

const truck = demoBuild('SR-07');
const idOf = (tag: string) => Object.values(truck.lamps).find((lamp) => lamp.tag === tag)!.id;
/** The truck with one base that nobody has measured. */
const unmeasured = (key: string): Build => ({
  ...truck,
  models: {
    ...truck.models,
    [key]: { ...truck.models[key]!, mounts: truck.models[key]!.mounts.map((mount) => ({ ...mount, places: null })) },
  },
});
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const show = async (given: Partial<Parameters<typeof renderUnit>[1]> = {}) => {
  const shown = await renderUnit(<PlaceStage />, { build: truck, role: 'lead', shelf: SHELF, ...given });
  await user.keyboard('o');
  await screen.findByRole('heading', { name: 'Holes' });
  return shown;
};
const panel = () => within(screen.getByRole('region', { name: 'Holes' }));
const choose = async (tag: string) => {
  store.dispatch(unitActions.selected([idOf(tag)]));
  await waitFor(() => expect(panel().getByRole('heading', { name: /^Base of/ })).toBeTruthy());
};

describe('all holes of a unit', () => {
  it('a switch’s is among them, through its panel; there is no lamp to choose for it', async () => {
    await show({ build: demoBuild('SR-02') });
    const row = panel().getByRole('row', { name: /panel, Scene/ });
    expect(row.textContent).toContain('step19×1panel, Scene plastic 3ask');
    expect(within(row).queryByRole('button')).toBeNull();
  });

  it('O shows how many there are, by bit and skin, and O again lays them by', async () => {
    await show();
    expect(panel().getByText('49')).toBeTruthy();
    const rows = panel()
      .getAllByRole('row')
      .map((row) => row.textContent);
    expect(rows).toContain('twist3.2×10Cab steel 0.96zinc, sealant');
    expect(rows.join()).toContain('roof lining and wiring 42 mm behind: collar at 6 mm');
    expect(rows.join()).toMatch(/508 mm wide: 1\s016 mm to cut between the corner holes/);
    await user.keyboard('o');
    expect(screen.queryByRole('region', { name: 'Holes' })).toBeNull();
  });

  it('a row chooses its lamps, and then only their holes are listed', async () => {
    await show();
    const before = panel().getAllByRole('row').length;
    await user.click(panel().getAllByRole('button', { name: /^Choose L2 L3 R2 R3/ })[0]!);
    await waitFor(() => expect(store.getState().unit!.selection).toHaveLength(4));
    expect(panel().getAllByRole('row').length).toBeLessThan(before);
    expect(panel().getByRole('heading', { name: 'Base of L2 L3 R2 R3' })).toBeTruthy();
  });

  it('who has looked behind a part says so once, for both its sides', async () => {
    const { did } = await show();
    const corner = panel().getByText('Rear corner post: nobody has looked').closest('li')!;
    await user.click(within(corner as HTMLElement).getByRole('button', { name: 'Looked, nothing there' }));
    expect(did('answerSurvey').map(({ key, value }) => `${key} ${value}`)).toEqual([
      'behind:post-left nothing',
      'behind:post-right nothing',
    ]);
    await waitFor(() => expect(panel().queryByText('Rear corner post: nobody has looked')).toBeNull());
  });

  it('an owner looks and changes nothing; inches are inches', async () => {
    await show({ role: 'owner', units: { length: 'in', wire: 'awg' } });
    expect(panel().queryByRole('button', { name: /Looked/ })).toBeNull();
    expect(panel().getByRole('columnheader', { name: 'in' })).toBeTruthy();
    await choose('L2');
    expect(panel().queryByRole('button', { name: /measure/i })).toBeNull();
  });
});

describe('a base that nobody has measured', () => {
  const key = truck.lamps[idOf('F1')]!.modelKey;

  it('says that its holes are assumed, and takes what is measured in one go', async () => {
    const { did, opened } = await show({ build: unmeasured(key) });
    await choose('F1');
    expect(panel().getByText(/no template is printed from them/)).toBeTruthy();
    await user.click(panel().getByRole('button', { name: 'Measure the base' }));
    const keep = () => panel().getByRole('button', { name: 'Keep' }) as HTMLButtonElement;
    expect(keep().disabled).toBe(true);
    const type = async (name: string, text: string) => {
      const field = panel().getByRole('textbox', { name });
      await user.clear(field);
      await user.type(field, `${text}{Tab}`);
    };
    await type('Hole 1, to the right', '-36,9');
    await type('Hole 1, up', '0');
    await type('Hole 2, to the right', '36.9');
    await type('Hole 2, up', '0');
    await user.click(panel().getByRole('button', { name: 'Another hole' }));
    await type('Hole 3, to the right', '0');
    await type('Hole 3, up', '-4');
    await type('Hole 3, across', '7');
    expect(keep().disabled).toBe(false);
    await user.click(keep());
    expect(did('measureBase')).toHaveLength(1);
    expect(opened().build.models[key]!.mounts[0]!.places).toEqual([
      { aMm: -36.9, bMm: 0, diameterMm: 3.2, use: 'fixing' },
      { aMm: 36.9, bMm: 0, diameterMm: 3.2, use: 'fixing' },
      { aMm: 0, bMm: -4, diameterMm: 7, use: 'lead' },
    ]);
    await waitFor(() => expect(panel().queryByText(/no template is printed/)).toBeNull());
  });

  it('holes that run into one another are told before they are kept', async () => {
    const { did } = await show();
    await choose('F1');
    await user.click(panel().getByRole('button', { name: 'Measure again' }));
    const right = panel().getByRole('textbox', { name: 'Hole 3, to the right' });
    await user.clear(right);
    await user.type(right, '36{Tab}');
    expect(panel().getByText(/run into one another/)).toBeTruthy();
    expect((panel().getByRole('button', { name: 'Keep' }) as HTMLButtonElement).disabled).toBe(true);
    expect(did('measureBase')).toEqual([]);
  });
});
