import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Build } from '../../../core/document/index.ts';
import { SHELF } from '../../../demo/shelf.ts';
import { testTruck } from '../../../demo/testUnit.ts';
import { store } from '../../app/store.ts';
import { demoBuild, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { PlaceStage } from './PlaceStage.tsx';

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const pump = demoBuild('SR-23');
const tagged = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;

async function show(build: Build, tag: string) {
  const shown = await renderUnit(<PlaceStage />, { build, role: 'lead', shelf: SHELF });
  store.dispatch(unitActions.selected([tagged(build, tag).id]));
  const panel = within(screen.getByRole('complementary', { name: 'Place' }));
  await panel.findByRole('region', { name: new RegExp(`(Lamp|Part) ${tag}$`) });
  return { ...shown, panel };
}

describe('a bracket', () => {
  it('says what stands on it, place by place, with bolts and what it all weighs', async () => {
    const { panel } = await show(pump, 'H1');
    const pads = within(panel.getByRole('region', { name: 'What stands on H1' }));
    expect(pads.getByText('0.75').closest('span')!.textContent).toBe('0.75 of 2.5 kg');
    const [first, second] = pads.getAllByRole('listitem').map(({ textContent }) => textContent);
    expect(first).toMatch(/^L1Chase lamp 360M8 × 25 mm/);
    expect(second).toMatch(/^H2Radio aerial, whipM8 × 20 mm/);
    expect(panel.queryByRole('radiogroup', { name: 'Colour' })).toBeNull();
  });

  it('gives its lamps up, and they are put back from their own panel', async () => {
    const { panel, opened, did } = await show(pump, 'H1');
    await user.click(panel.getByRole('button', { name: 'Take L1 off' }));
    expect(tagged(opened().build, 'L1').pad).toBeUndefined();
    expect(panel.getByText(/free, hole 9.5 mm/)).toBeTruthy();
    store.dispatch(unitActions.selected([tagged(pump, 'L1').id]));
    await user.click(await panel.findByRole('combobox', { name: 'Sits on' }));
    await user.click(await screen.findByText(/^H1 place 1, /));
    expect(did('standLamps')).toHaveLength(2);
    expect(tagged(opened().build, 'L1').pad).toEqual(tagged(pump, 'L1').pad);
  });

  it('a lamp on it is taped by its bracket', async () => {
    const { panel, opened } = await show(pump, 'L1');
    const up = panel.getByRole('textbox', { name: 'From ground' });
    const { zMm } = tagged(pump, 'L1').position;
    await user.clear(up);
    await user.type(up, `${zMm - 100}{Enter}`);
    expect(tagged(opened().build, 'L1').position.zMm).toBe(zMm - 100);
    expect(tagged(opened().build, 'H1').position.zMm).toBe(tagged(pump, 'H1').position.zMm - 100);
  });

  it('is on a shelf of its own beside the lamps', async () => {
    const { panel } = await show(pump, 'H1');
    expect(panel.queryByRole('button', { name: /Work lamp arm/ })).toBeNull();
    await user.click(panel.getByText('Brackets and other parts'));
    expect(panel.getByRole('button', { name: /Work lamp arm/ })).toBeTruthy();
    expect(panel.queryByRole('button', { name: /Marker 19 mm/ })).toBeNull();
    await user.type(panel.getByRole('textbox', { name: 'Search the shelf' }), 'marker 19');
    expect(panel.getByRole('button', { name: /Marker 19 mm/ })).toBeTruthy();
  });
});

describe('the aim of a work lamp', () => {
  const { build } = testTruck().lamp('FL-0701', 'rear', { yMm: 700, zMm: 1000 });

  it('is typed as a fitter says it, out and down, and the twin looks the other way', async () => {
    const { panel, opened } = await show(build, 'R1');
    const out = panel.getByRole('spinbutton', { name: 'Turned out, degrees' });
    await user.clear(out);
    await user.type(out, '15{Enter}');
    const down = panel.getByRole('spinbutton', { name: 'Tilted down, degrees' });
    await user.clear(down);
    await user.type(down, '10{Enter}');
    // Behind the unit, out on the right is against the clock from above; tilt up counts over 0.
    await waitFor(() => expect(tagged(opened().build, 'R1').aim).toEqual({ turnDeg: -15, tiltDeg: -10 }));
    expect(tagged(opened().build, 'L1').aim).toEqual({ turnDeg: 15, tiltDeg: -10 });
    expect(panel.getByText('15° out, 10° down')).toBeTruthy();
  });

  it('is not asked of a lamp that is fixed', async () => {
    const fixed = testTruck().lamp('MK-0101', 'rear', { yMm: 700, zMm: 1000 }).build;
    const { panel } = await show(fixed, 'L1');
    expect(panel.queryByText('Aim')).toBeNull();
  });
});
