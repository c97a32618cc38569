import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { CommittedNumber } from './CommittedNumber.tsx';

function shown(value: number | null, precision?: number) {
  const onCommit = vi.fn();
  const rest = { 'aria-label': 'Amps', min: 1, max: 2000, precision, onCommit };
  const view = render(<CommittedNumber {...rest} value={value} />);
  const again = (next: number | null) => view.rerender(<CommittedNumber {...rest} value={next} />);
  return { onCommit, field: screen.getByLabelText('Amps') as HTMLInputElement, again };
}

describe('a number field whose changes are kept', () => {
  it('hands over one number, however many keys it took', async () => {
    const { onCommit, field } = shown(5);
    await userEvent.clear(field);
    await userEvent.type(field, '131');
    expect(onCommit).not.toHaveBeenCalled();
    await userEvent.tab();
    expect(onCommit.mock.calls).toEqual([[131]]);
  });

  it('hands over on Enter, and not again on leaving once it was taken', async () => {
    const { onCommit, field, again } = shown(5);
    await userEvent.clear(field);
    await userEvent.type(field, '12{Enter}');
    expect(onCommit.mock.calls).toEqual([[12]]);
    again(12);
    await userEvent.tab();
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it('says nothing when nothing was changed, and keeps within its bounds', async () => {
    const { onCommit, field } = shown(5);
    await userEvent.click(field);
    await userEvent.tab();
    expect(onCommit).not.toHaveBeenCalled();
    await userEvent.clear(field);
    await userEvent.type(field, '9000');
    await userEvent.tab();
    expect(onCommit.mock.calls).toEqual([[2000]]);
  });

  it('shows what somebody else has set meanwhile', () => {
    const { field, again } = shown(5);
    again(8);
    expect(field.value).toBe('8');
  });

  it('shows again what is kept when what was typed was refused', async () => {
    const { onCommit, field } = shown(5);
    await userEvent.clear(field);
    await userEvent.type(field, '120{Enter}');
    expect(onCommit.mock.calls).toEqual([[120]]);
    // Nobody took it: the value is still 5.
    expect(field.value).toBe('5');
    await userEvent.tab();
    expect(onCommit).toHaveBeenCalledTimes(1);
  });

  it('hands over each step', async () => {
    const { onCommit, field } = shown(5);
    await userEvent.click(field);
    await userEvent.keyboard('{ArrowUp}');
    expect(onCommit.mock.calls).toEqual([[6]]);
  });

  it.each([
    ['2,7', undefined, 2.7],
    ['2.75', undefined, 2.75],
    ['1,200', 0, 1200],
    ['1 200', 0, 1200],
  ])('reads %j (precision %s) as %d, and leaves what is being typed as it is', async (text, precision, number) => {
    const { onCommit, field } = shown(5, precision);
    await userEvent.clear(field);
    await userEvent.type(field, text);
    expect(field.value).toBe(text);
    await userEvent.tab();
    expect(onCommit.mock.calls).toEqual([[number]]);
  });

  it('keeps the number it had when what is typed is none', async () => {
    const { onCommit, field } = shown(5);
    await userEvent.clear(field);
    await userEvent.type(field, 'about 3');
    await userEvent.tab();
    expect(onCommit.mock.calls.flat()).not.toContain(3);
    expect(field.value).toBe('5');
  });
});
