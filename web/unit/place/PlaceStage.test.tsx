import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { bodyOf } from '../../../core/body/index.ts';
import type { Build } from '../../../core/document/index.ts';
import { mountOf, tapedDimensions } from '../../../core/place/index.ts';

import { SHELF } from '../../../demo/shelf.ts';
import { store } from '../../app/store.ts';
import { demoBuild, renderUnit } from '../../testing/renderUnit.tsx';
import { unitActions } from '../unitSlice.ts';
import { KEY_LINES, useUnitKeys } from '../useUnitKeys.ts';
import { PlaceStage } from './PlaceStage.tsx';

const truck = demoBuild('SR-07');
const tagged = (tag: string, build: Build = truck) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;
let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});

function Keyed() {
  useUnitKeys('place');
  return <PlaceStage />;
}
const show = async (chosen: string[] = [], given: Partial<Parameters<typeof renderUnit>[1]> = {}) => {
  const shown = await renderUnit(<Keyed />, { build: truck, role: 'lead', shelf: SHELF, ...given });
  store.dispatch(unitActions.selected(chosen.map((tag) => tagged(tag).id)));
  await waitFor(() => expect(store.getState().unit!.selection).toHaveLength(chosen.length));
  return shown;
};
const panel = () => within(screen.getByRole('complementary', { name: 'Place' }));

describe('one lamp', () => {
  it('shows where it is by tape, and from the other edges too', async () => {
    await show(['L1']);
    const lamp = tagged('L1');
    const front = await panel().findByRole('textbox', { name: 'From front' });
    expect((front as HTMLInputElement).value).toBe(String(lamp.position.xMm));
    const across = panel().getByRole('textbox', { name: 'From centreline' }) as HTMLInputElement;
    expect(across.value).toBe(String(Math.abs(lamp.position.yMm)));
    const { x, y } = tapedDimensions(bodyOf(truck), lamp);
    expect(x.length + y.length).toBeGreaterThan(2);
    expect(panel().getByRole('list', { name: 'From other edges' }).children.length).toBeGreaterThan(0);
  });

  it('goes where the tape says, its twin with it, each on its own side', async () => {
    const { opened } = await show(['R1']);
    const front = await panel().findByRole('textbox', { name: 'From front' });
    await user.clear(front);
    await user.type(front, '1250{Enter}');
    const { lamps } = opened().build;
    const [right, left] = ['R1', 'L1'].map((tag) => Object.values(lamps).find((lamp) => lamp.tag === tag)!);
    expect(right!.position.xMm).toBe(1250);
    expect(left!.position).toMatchObject({ xMm: 1250, yMm: -right!.position.yMm });
    expect(right!.position.yMm).toBeLessThan(0);
  });

  it('is read and typed in inches by who works in them', async () => {
    const { opened } = await show(['L1'], { units: { length: 'in', wire: 'awg' } });
    const front = await panel().findByRole('textbox', { name: 'From front' });
    await user.clear(front);
    await user.type(front, '50 1/2{Enter}');
    expect(tagged('L1', opened().build).position.xMm).toBeCloseTo(1282.7, 1);
  });

  it('what is no length stays in its field, marked, and nothing moves', async () => {
    const { done } = await show(['L1']);
    const front = await panel().findByRole('textbox', { name: 'From front' });
    await user.clear(front);
    await user.type(front, 'half way{Enter}');
    expect(front.getAttribute('aria-invalid')).toBe('true');
    expect(done()).toEqual([]);
    await user.type(front, '{Escape}');
    expect((front as HTMLInputElement).value).toBe(String(tagged('L1').position.xMm));
  });

  it('says how it is held, and its template is one click away where it is drilled', async () => {
    await show(['L1']);
    const lamp = tagged('L1');
    const mount = mountOf(lamp, truck.models[lamp.modelKey]!);
    await user.click(await panel().findByText('Mounting'));
    const links = panel().queryAllByRole('link', { name: /Template|Letter|SVG|DXF/ });
    expect(links.length).toBe(mount.kind === 'magnet' ? 0 : 4);
    for (const link of links) expect(link.getAttribute('href')).toMatch(/^\/api\/units\/u\/templates\//);
  });

  it('is only looked at by an owner', async () => {
    await show(['L1'], { role: 'owner' });
    const front = (await panel().findByRole('textbox', { name: 'From front' })) as HTMLInputElement;
    expect(front.disabled).toBe(true);
    expect(panel().queryByRole('region', { name: 'Shelf' })).toBeNull();
    expect(screen.queryByRole('toolbar', { name: 'Arrange lamps' })).toBeNull();
  });
});

describe('keys', () => {
  it.each([
    ['{ArrowRight}', { xMm: 10 }],
    ['{Shift>}{ArrowLeft}{/Shift}', { xMm: -1 }],
    ['{ArrowUp}', { zMm: 10 }],
  ])('%s moves a side lamp and its twin', async (keys, by) => {
    const { opened } = await show(['L1']);
    const before = tagged('L1').position;
    await user.keyboard(keys);
    const after = tagged('L1', opened().build).position;
    for (const [axis, mm] of Object.entries(by)) {
      const key = axis as keyof typeof before;
      expect(after[key]).toBe(before[key] + mm);
      expect(tagged('R1', opened().build).position[key]).toBe(tagged('R1').position[key] + mm);
    }
  });

  it('leave a field that is typed in alone', async () => {
    const { done } = await show(['L1']);
    await user.click(await panel().findByRole('textbox', { name: 'Search the shelf' }));
    await user.keyboard('{ArrowRight}mech{Backspace}');
    expect(done()).toEqual([]);
  });

  it('Delete removes what is chosen, its twin too; Escape lets go first', async () => {
    const { did } = await show(['L1']);
    await user.keyboard('{Escape}{Delete}');
    expect(did('removeLamps')).toEqual([]);
    store.dispatch(unitActions.selected([tagged('L1').id]));
    await waitFor(() => expect(panel().getByRole('textbox', { name: 'From front' })).toBeTruthy());
    await user.keyboard('{Delete}');
    expect(did('removeLamps')).toMatchObject([{ lampIds: [tagged('L1').id] }]);
  });

  it('L locks, and what is locked does not move', async () => {
    const { opened } = await show(['L1']);
    await user.keyboard('l');
    expect(tagged('L1', opened().build).locked).toBe(true);
    await user.keyboard('{ArrowRight}');
    expect(tagged('L1', opened().build).position.xMm).toBe(tagged('L1').position.xMm);
  });

  it('Ctrl A takes all of them', async () => {
    await show();
    await user.keyboard('{Control>}a{/Control}');
    expect(store.getState().unit!.selection).toHaveLength(Object.keys(truck.lamps).length);
    expect(await panel().findByText(`${Object.keys(truck.lamps).length} lamps`)).toBeTruthy();
  });

  it('are each said once in the list of keys', () => {
    const said = KEY_LINES.map(({ keys }) => keys.join('+'));
    expect(new Set(said).size).toBe(said.length);
  });
});

describe('several lamps', () => {
  const inARow = ['L1', 'L2', 'L3'].filter((tag) => tagged(tag));
  it('show the gaps between them, in the order along the unit', async () => {
    await show(inARow);
    const table = within(await panel().findByRole('table', { name: 'Gaps between them' }));
    const along = inARow.map((tag) => tagged(tag)).sort((a, b) => a.position.xMm - b.position.xMm);
    expect(table.getAllByRole('row')).toHaveLength(along.length - 1);
    expect(table.getByText(`${along[0]!.tag} to ${along[1]!.tag}`)).toBeTruthy();
  });

  it('are grouped with G and chosen together from then on', async () => {
    const { opened } = await show(inARow);
    await user.keyboard('g');
    const groups = new Set(inARow.map((tag) => tagged(tag, opened().build).groupId));
    expect(groups.size).toBe(1);
    expect([...groups][0]).not.toBeNull();
  });

  it('are levelled to the height of the first', async () => {
    const { opened } = await show(['L1', 'L2']);
    await user.keyboard('h');
    const heights = ['L1', 'L2'].map((tag) => tagged(tag, opened().build).position.zMm);
    expect(new Set(heights).size).toBe(1);
    expect(heights[0]).toBe(tagged('L1').position.zMm);
  });
});

describe('the shelf beside the sheet', () => {
  it('finds by several words at once, says when nothing is called so, and a lamp is taken and let go', async () => {
    await show();
    const shelf = within(await panel().findByRole('region', { name: 'Shelf' }));
    const search = shelf.getByRole('textbox', { name: 'Search the shelf' });
    await user.type(search, 'AMBER strobe');
    const found = [...document.querySelectorAll('[data-model]')].map((row) => row.getAttribute('data-model'));
    expect(found.length).toBeGreaterThan(0);
    for (const key of found) {
      const { model } = SHELF.find((entry) => entry.model.key === key)!;
      expect(`${model.name} ${model.kind} ${model.colours}`.toLowerCase()).toContain('strobe');
      expect(model.colours).toContain('amber');
    }
    await user.click(document.querySelector('[data-model]')!);
    expect(screen.getByText(/Choose its place in a view/)).toBeTruthy();
    await user.keyboard('{Escape}');
    await user.tab();
    await user.keyboard('{Escape}');
    expect(screen.queryByText(/Choose its place in a view/)).toBeNull();
    await user.clear(search);
    await user.type(search, 'xylophone');
    expect(shelf.getByText('Nothing on the shelf is called that.')).toBeTruthy();
  });
});

describe('a row', () => {
  const row = () => within(screen.getByRole('region', { name: 'Row' }));
  const type = async (name: string, text: string) => {
    const field = row().getByRole('textbox', { name });
    await user.clear(field);
    await user.type(field, `${text}{Enter}`);
  };

  it('is laid out on a part: what would not lie on it is said, with what would, and nothing is placed', async () => {
    const { did } = await show();
    await user.keyboard('r');
    await screen.findByRole('region', { name: 'Row' });
    const place = () => row().getByRole('button', { name: 'Place the row' }) as HTMLButtonElement;
    expect(place().disabled).toBe(true);
    await user.type(row().getByRole('combobox', { name: 'Lamp' }), 'MK-0102');
    await user.click(await screen.findByText(/^MK-0102/, { selector: '.ant-select-item-option-content' }));
    await type('From ground', '3100');
    expect(row().getByText('Cab has nothing to mount on at that line.')).toBeTruthy();
    expect(place().disabled).toBe(true);
    await type('From ground', '2000');
    await user.click(row().getByText('By pitch'));
    await type('Middle to middle', '900');
    expect(row().getByText(/would not lie on it\. With \d+ mm/)).toBeTruthy();
    expect(place().disabled).toBe(true);
    expect(did('placeLamps')).toEqual([]);
  });

  it('stands evenly where it fits, all on the part, and is chosen then', async () => {
    const { did } = await show();
    await user.keyboard('r');
    await screen.findByRole('region', { name: 'Row' });
    await user.type(row().getByRole('combobox', { name: 'Lamp' }), 'MK-0102');
    await user.click(await screen.findByText(/^MK-0102/, { selector: '.ant-select-item-option-content' }));
    await type('From ground', '2000');
    await user.click(row().getByRole('button', { name: 'Place the row' }));
    const [placed] = did('placeLamps');
    expect(placed!.lamps).toHaveLength(5);
    const across = placed!.lamps.map((lamp) => lamp.position.yMm).sort((a, b) => a - b);
    const gaps = across.slice(1).map((y, index) => y - across[index]!);
    // Each place is a whole millimetre.
    for (const gap of gaps) expect(Math.abs(gap - gaps[0]!)).toBeLessThanOrEqual(1);
    expect(across[0]!).toBeCloseTo(-across.at(-1)!, 6);
    expect(screen.queryByRole('region', { name: 'Row' })).toBeNull();
    expect(store.getState().unit!.selection).toHaveLength(5);
  });

  it('three close in the middle and two outside; Esc lays it by', async () => {
    const { did } = await show();
    await user.keyboard('r');
    await screen.findByRole('region', { name: 'Row' });
    await user.click(row().getByText('Three and two'));
    expect(row().queryByRole('spinbutton', { name: 'How many' })).toBeNull();
    await type('Middle to middle', '180');
    expect(row().getByText(/gap|middle to middle/)).toBeTruthy();
    await user.click(row().getByRole('heading'));
    await user.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Row' })).toBeNull());
    expect(did('placeLamps')).toEqual([]);
  });
});
