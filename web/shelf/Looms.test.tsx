import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { ShopOperation } from '../../core/shop/index.ts';
import { SHELF } from '../../demo/shelf.ts';
import { shopAnswer } from '../testing/demoAnswers.ts';
import { accept, renderPage } from '../testing/renderPage.tsx';
import ShelfPage from './ShelfPage.tsx';

async function show(role: 'lead' | 'owner' = 'lead') {
  const shown = await renderPage(<ShelfPage />, {
    role,
    answers: { 'GET shelf': SHELF, 'GET shop': shopAnswer(), 'POST shop/operations': accept },
  });
  await userEvent.click(await screen.findByText('Looms'));
  return shown;
}
const dialog = () => within(screen.getByRole('dialog'));

describe('ready looms', () => {
  it('stand with what they bring, drawn to scale and said in words', async () => {
    await show();
    const row = (await screen.findByText('LM-0207')).closest('tr')!;
    expect(within(row).getByText('fuse 15 A, relay 30 A, switch')).toBeTruthy();
    expect(
      within(row).getByRole('img', {
        name: /^Two work lamps, 7 m: trunk 7\s000 mm, 3 legs of up to 1\s000 mm, fuse 15 A, relay 30 A$/,
      }),
    ).toBeTruthy();
  });

  it('one is described as it comes out of its bag: numbered on, every lead with length and size', async () => {
    const { sent } = await show();
    await userEvent.click(screen.getByRole('button', { name: /Loom$/ }));
    await userEvent.type(dialog().getByRole('textbox', { name: 'Name' }), 'Bar with one leg');
    await userEvent.click(dialog().getByRole('button', { name: 'Take out leg 2' }));
    const trunk = dialog().getByRole('textbox', { name: 'Trunk, to the fork, length' });
    await userEvent.clear(trunk);
    await userEvent.type(trunk, '5 m{Enter}');
    await userEvent.click(dialog().getByRole('switch', { name: 'Relay in it' }));
    await userEvent.click(dialog().getByRole('button', { name: 'Put it on the shelf' }));
    await waitFor(() => expect(sent('POST shop/operations')).toHaveLength(1));
    const [{ operations }] = sent('POST shop/operations') as [{ operations: ShopOperation[] }];
    const [operation] = operations;
    expect(operation).toMatchObject({
      kind: 'putLoom',
      loom: {
        key: 'LM-0302',
        name: 'Bar with one leg',
        relayA: null,
        trunk: { lengthMm: 5000, table: 'metric', gauge: '2.5' },
        legs: [{ lengthMm: 1000 }],
      },
    });
  });

  it('without a name none is kept', async () => {
    await show();
    await userEvent.click(screen.getByRole('button', { name: /Loom$/ }));
    await userEvent.click(dialog().getByRole('button', { name: 'Put it on the shelf' }));
    expect(await dialog().findByText('What its bag says')).toBeTruthy();
  });

  it('are only looked at by an owner', async () => {
    await show('owner');
    await screen.findByText('LM-0207');
    expect(screen.queryByRole('button', { name: /Loom$|off the shelf|Two work/ })).toBeNull();
  });
});
