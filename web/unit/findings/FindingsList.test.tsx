import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { demoBuild, renderUnit } from '../../testing/renderUnit.tsx';
import { FindingsList } from './FindingsList.tsx';

const build = demoBuild('SR-05');
const list = <FindingsList onClose={vi.fn()} />;

describe('the list of findings', () => {
  it('says that it is being worked out before it is, and not that nothing was found', async () => {
    await renderUnit(list, { build, overview: null });
    expect(screen.getByText('being worked out …')).toBeTruthy();
    expect(screen.queryByText(/Nothing was found/)).toBeNull();
    expect(screen.queryByText(/settled or answered/)).toBeNull();
  });

  it('folds what is alike, and every way out is a button that does it', async () => {
    const { done } = await renderUnit(list, { build });
    const grommets = screen.getByRole('article', { name: /Leads go through the skin/ });
    await userEvent.click(within(grommets).getByRole('button', { name: /Add 2 × sealing grommet, 2 times/ }));
    const parts = done().flatMap(({ operation }) => (operation.kind === 'addExtraParts' ? operation.parts : []));
    expect(parts.reduce((sum, part) => sum + part.quantity, 0)).toBe(4);
  });

  it('is read in inches by whoever works in inches', async () => {
    await renderUnit(list, { build, units: { length: 'in', wire: 'awg' } });
    expect(document.body.textContent).not.toMatch(/\d mm\b(?!²)/);
  });

  it('a caution stands only with a reason, a stop not at all', async () => {
    const { done } = await renderUnit(list, { build });
    const stop = screen.getByRole('article', { name: /Slot 4 would carry/ });
    expect(within(stop).queryByRole('button', { name: /Let stand/ })).toBeNull();
    const caution = screen.getByRole('article', { name: /Is IP54/ });
    await userEvent.click(within(caution).getByRole('button', { name: /Let stand/ }));
    const reason = within(caution).getByPlaceholderText('Why may it stand?');
    await userEvent.type(reason, 'no{Enter}');
    expect(done()).toHaveLength(0);
    await userEvent.type(reason, 't washed{Enter}');
    expect(done().map(({ operation }) => operation)).toMatchObject([
      { kind: 'letStand', code: 'M35', reason: 'not washed' },
      { kind: 'letStand', code: 'M35', reason: 'not washed' },
    ]);
  });

  it('an owner reads it and is offered nothing to do', async () => {
    await renderUnit(list, { build, role: 'owner' });
    expect(screen.queryByRole('button', { name: /Let stand/ })).toBeNull();
    const ways = screen.getAllByRole('button', { name: /Add 2 × sealing grommet/ });
    expect(ways.every((each) => (each as HTMLButtonElement).disabled)).toBe(true);
  });
});
