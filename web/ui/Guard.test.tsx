import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import { quietConsole } from '../testing/renderUnit.tsx';
import { Guard } from './Guard.tsx';

let isBroken = true;
function Drawn() {
  if (isBroken) throw new Error('a lamp without a place');
  return <p>drawn</p>;
}
afterEach(() => {
  isBroken = true;
  vi.restoreAllMocks();
});

it('what fails is said in its place, what is around it stands, and it can be tried again', async () => {
  quietConsole();
  render(
    <>
      <p>beside it</p>
      <Guard what="The sheet">
        <Drawn />
      </Guard>
    </>,
  );
  expect(screen.getByText('beside it')).toBeTruthy();
  expect(screen.getByRole('alert').textContent).toContain('The sheet could not be shown');
  isBroken = false;
  await userEvent.click(screen.getByRole('button', { name: 'try again' }));
  expect(screen.getByText('drawn')).toBeTruthy();
});

it('is tried again by itself when what it shows has changed', () => {
  quietConsole();
  const guarded = (watch: number) => (
    <Guard what="The sheet" watch={watch}>
      <Drawn />
    </Guard>
  );
  const view = render(guarded(1));
  isBroken = false;
  view.rerender(guarded(1));
  expect(screen.queryByText('drawn')).toBeNull();
  view.rerender(guarded(2));
  expect(screen.getByText('drawn')).toBeTruthy();
});
