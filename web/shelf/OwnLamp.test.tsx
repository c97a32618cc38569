import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import type { PutOnShelf } from '../../core/contract/index.ts';
import { ShelfEntry } from '../../core/document/index.ts';
import { SHELF } from '../../demo/shelf.ts';
import { type Asked, refusal, renderPage } from '../testing/renderPage.tsx';
import type { Role } from '../testing/renderUnit.tsx';
import ShelfPage from './ShelfPage.tsx';

let user: ReturnType<typeof userEvent.setup>;
beforeEach(() => {
  user = userEvent.setup();
});
const few = SHELF.slice(0, 4);
const keep = ({ body }: Asked) => (body as PutOnShelf).entry;

async function show(role: Role = 'lead', answers: Record<string, unknown> = {}) {
  const page = await renderPage(<ShelfPage />, { role, answers: { 'GET shelf': few, ...answers } });
  await screen.findByText(few[0]!.model.name);
  return page;
}
const dialog = async () => within(await screen.findByRole('dialog'));
const retype = async (field: HTMLElement, text: string) => {
  await user.clear(field);
  await user.type(field, text);
};

describe('a lamp of the shop’s own', () => {
  it('is entered from its label: watts become amps, the rest begins as most lamps are', async () => {
    const page = await show('lead', { 'PUT shelf/OW-0001': keep });
    await user.click(screen.getByRole('button', { name: /Own lamp/ }));
    const form = await dialog();
    expect((form.getByLabelText('Number') as HTMLInputElement).value).toBe('OW-0001');
    await retype(form.getByLabelText('Name'), 'Deck flood 48');
    await retype(form.getByRole('spinbutton', { name: 'Watts' }), '48');
    // 48 W at 12.8 V.
    expect((form.getByRole('spinbutton', { name: 'Amps, all lit' }) as HTMLInputElement).value).toBe('3.75');
    await retype(form.getByRole('spinbutton', { name: 'On hand' }), '6');
    await user.click(form.getByRole('button', { name: 'Put it on the shelf' }));
    await waitFor(() => expect(page.sent('PUT shelf/OW-0001')).toHaveLength(1));
    const [{ entry, before }] = page.sent('PUT shelf/OW-0001') as [PutOnShelf];
    expect(before).toBeNull();
    expect(ShelfEntry.parse(entry)).toMatchObject({
      onHand: 6,
      model: { key: 'OW-0001', version: 1, name: 'Deck flood 48', maximumA: 3.75, averageA: 3.75 },
    });
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  }, 60_000);

  it('what is odd is said while it is typed', async () => {
    await show();
    await user.click(screen.getByRole('button', { name: /Own lamp/ }));
    const form = await dialog();
    await retype(form.getByRole('spinbutton', { name: 'Amps, on the mean' }), '3');
    expect(form.getByText(/the mean cannot be the larger one/)).toBeTruthy();
    await retype(form.getByRole('spinbutton', { name: 'Amps, all lit' }), '4');
    expect(form.queryByText(/the mean cannot be the larger one/)).toBeNull();
    await retype(form.getByRole('textbox', { name: 'Diameter of a hole' }), '12 cm');
    await user.tab();
    expect(form.getByText(/is wider than the lamp/)).toBeTruthy();
  }, 60_000);

  it('without a name it is not sent', async () => {
    const page = await show();
    await user.click(screen.getByRole('button', { name: /Own lamp/ }));
    await user.click((await dialog()).getByRole('button', { name: 'Put it on the shelf' }));
    expect(await screen.findByText('What people call it')).toBeTruthy();
    expect(page.asked.filter(({ method }) => method === 'PUT')).toEqual([]);
  }, 60_000);

  it('one that is there becomes its next version; what the server refuses stays in the form, with why', async () => {
    const [first] = few;
    const { key, version, name } = first!.model;
    const words = 'Somebody changed this lamp meanwhile.';
    const page = await show('installer', { [`PUT shelf/${key}`]: () => refusal(409, 'SHELF_CHANGED', words) });
    await user.click(screen.getByRole('button', { name }));
    const form = await dialog();
    expect((form.getByLabelText('Number') as HTMLInputElement).disabled).toBe(true);
    await retype(form.getByRole('spinbutton', { name: 'Weight' }), '2.2');
    await user.click(form.getByRole('button', { name: `Keep as version ${version + 1}` }));
    expect(await screen.findByText(words)).toBeTruthy();
    const [{ entry, before }] = page.sent(`PUT shelf/${key}`) as [PutOnShelf];
    expect(before).toBe(version);
    expect(entry.model).toEqual({ ...first!.model, version: version + 1, massKg: 2.2 });
  }, 60_000);

  it('is not an owner’s to enter', async () => {
    await show('owner');
    expect(screen.queryByRole('button', { name: /Own lamp/ })).toBeNull();
    expect(screen.queryByRole('button', { name: few[0]!.model.name })).toBeNull();
  });
});
