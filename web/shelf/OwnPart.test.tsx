import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { PutOnShelf } from '../../core/contract/index.ts';
import { ShelfEntry } from '../../core/document/index.ts';
import { SHELF } from '../../demo/shelf.ts';
import { type Asked, renderPage } from '../testing/renderPage.tsx';
import type { Role } from '../testing/renderUnit.tsx';
import ShelfPage from './ShelfPage.tsx';

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const few = SHELF.filter(({ model }) => ['CH-1301', 'HB-2001', 'AE-2101'].includes(model.key));
const keep = ({ body }: Asked) => (body as PutOnShelf).entry;

async function show(role: Role = 'lead', answers: Record<string, unknown> = {}) {
  const page = await renderPage(<ShelfPage />, { role, answers: { 'GET shelf': few, ...answers } });
  await user.click(await screen.findByText('Brackets and other parts'));
  return page;
}
const dialog = async () => within(await screen.findByRole('dialog'));
const retype = async (field: HTMLElement, text: string) => {
  await user.clear(field);
  await user.type(field, text);
};

describe('brackets and other parts of the shelf', () => {
  it('stand apart from lamps, with what they hold', async () => {
    await show();
    const row = (await screen.findByText('Bulkhead bracket, lamp and aerial')).closest('tr')!;
    const cells = within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent!.trim());
    expect(cells.slice(1, 8)).toEqual(['HB-2001', 'bracket', '200 × 64', 'rivet 10 × 4.9', '0.45', '2.5', '2']);
    expect(screen.getByText('2 of 2 parts')).toBeTruthy();
    expect(screen.queryByText('Chase lamp 360')).toBeNull();
  });

  it('an owner reads them', async () => {
    await show('owner');
    expect(await screen.findByText('Radio aerial, whip')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Radio aerial/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /Own part/ })).toBeNull();
  });
});

describe('a bracket of the shop’s own', () => {
  it('is entered with its places, and holds nothing where nothing stands on it', async () => {
    const page = await show('lead', { 'PUT shelf/OB-0001': keep });
    await user.click(await screen.findByRole('button', { name: /Own part/ }));
    const form = await dialog();
    await retype(form.getByLabelText('Name'), 'Ladder arm');
    await retype(form.getByRole('spinbutton', { name: 'Most that it holds' }), '4.5');
    await user.click(form.getByRole('button', { name: /Place$/ }));
    await retype(form.getByRole('textbox', { name: 'Place 2, to the right of its middle' }), '120');
    await retype(form.getByRole('textbox', { name: 'Place 2, hole' }), '10.5');
    await user.click(form.getByRole('button', { name: 'Put it on the shelf' }));
    await waitFor(() => expect(page.sent('PUT shelf/OB-0001')).toHaveLength(1));
    const [{ entry }] = page.sent('PUT shelf/OB-0001') as [PutOnShelf];
    expect(ShelfEntry.parse(entry).model).toMatchObject({
      key: 'OB-0001',
      kind: 'bracket',
      colours: [],
      leads: [],
      maximumA: 0,
      holds: {
        massKg: 4.5,
        pads: [
          { aMm: 0, outMm: 40, faces: 'up' },
          { aMm: 120, outMm: 50, holeMm: 10.5, faces: 'up' },
        ],
      },
    });
  }, 60_000);

  it('changed, it keeps its measured holes while it has as many of that size, and loses its places when nothing stands on it', async () => {
    const page = await show('lead', { 'PUT shelf/HB-2001': keep });
    await user.click(await screen.findByRole('button', { name: /Bulkhead bracket/ }));
    const form = await dialog();
    await user.click(form.getByRole('checkbox', { name: 'Lamps or other parts stand on it' }));
    await user.click(form.getByRole('button', { name: 'Keep as version 2' }));
    await waitFor(() => expect(page.sent('PUT shelf/HB-2001')).toHaveLength(1));
    const [{ entry, before }] = page.sent('PUT shelf/HB-2001') as [PutOnShelf];
    expect(before).toBe(1);
    expect(entry.model.holds).toBeNull();
    expect(entry.model.mounts[0]!.places).toHaveLength(10);
    await user.click(await screen.findByRole('button', { name: /Bulkhead bracket/ }));
    const again = await dialog();
    await retype(again.getByRole('spinbutton', { name: 'Holes' }), '8');
    await user.click(again.getByRole('button', { name: /Keep as version/ }));
    await waitFor(() => expect(page.sent('PUT shelf/HB-2001')).toHaveLength(2));
    const [, { entry: fewer }] = page.sent('PUT shelf/HB-2001') as [PutOnShelf, PutOnShelf];
    expect(fewer.model.mounts[0]).toMatchObject({ holes: 8, places: null });
  }, 60_000);
});
