import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import { demoBuild, renderUnit } from '../../testing/renderUnit.tsx';
import { BudgetRow } from './BudgetRow.tsx';

const seen = () => screen.getByRole<HTMLInputElement>('spinbutton', { name: /to be seen by may lose/ });

it('what may be lost is the usual until the crew says otherwise for a unit', async () => {
  const { opened } = await renderUnit(<BudgetRow />, { build: demoBuild('SR-05') });
  expect(Number(seen().value)).toBe(3);
  await userEvent.clear(seen());
  await userEvent.type(seen(), '4,5{Enter}');
  expect(opened().build.electrics).toMatchObject({ seenLossPercent: 4.5 });
  expect(opened().build.electrics.workLossPercent).toBeUndefined();
});

it('an owner only reads it', async () => {
  await renderUnit(<BudgetRow />, { build: demoBuild('SR-05'), role: 'owner' });
  expect(seen().disabled).toBe(true);
});
