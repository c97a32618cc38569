import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { LengthUnit } from '../../core/units/index.ts';
import { LengthInput } from './LengthInput.tsx';

function shown(valueMm: number | null, unit: LengthUnit, mayBeEmpty = false) {
  const onCommit = vi.fn();
  const onClear = vi.fn();
  const more = mayBeEmpty ? { onClear } : {};
  render(<LengthInput label="Lead" valueMm={valueMm} unit={unit} onCommit={onCommit} {...more} />);
  const field = screen.getByLabelText<HTMLInputElement>('Lead');
  const retype = async (text: string) => {
    await userEvent.clear(field);
    if (text) await userEvent.type(field, text);
    await userEvent.tab();
  };
  return { field, retype, onCommit, onClear };
}

describe('a length that is typed', () => {
  it('stands in the unit of the person, and hands over millimetres', async () => {
    const { field, retype, onCommit } = shown(152.4, 'in');
    expect(field.value).toBe('6');
    await retype('1 1/4');
    expect(onCommit.mock.calls).toEqual([[31.8]]);
  });

  it('says nothing when nothing was changed', async () => {
    const { retype, onCommit } = shown(152.4, 'mm');
    await retype(' 152.4 ');
    await retype('15,24 cm');
    expect(onCommit).not.toHaveBeenCalled();
  });

  it('what is no length stays and is said, until it is given up', async () => {
    const { field, retype, onCommit } = shown(150, 'mm');
    await retype('about a hand');
    expect(onCommit).not.toHaveBeenCalled();
    expect(field.value).toBe('about a hand');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    await userEvent.type(field, '{Escape}');
    expect(field.value).toBe('150');
    expect(field.getAttribute('aria-invalid')).toBe('false');
  });

  it('is no length when it is empty, unless nobody need have measured it', async () => {
    const must = shown(150, 'mm');
    await must.retype('');
    expect(must.field.getAttribute('aria-invalid')).toBe('true');
    expect(must.onCommit).not.toHaveBeenCalled();
  });

  it('may be empty where it is not known, and be measured or taken back', async () => {
    const { field, retype, onClear, onCommit } = shown(null, 'mm', true);
    expect(field.value).toBe('');
    await retype('');
    expect(onClear).not.toHaveBeenCalled();
    await retype('0');
    expect(onCommit.mock.calls).toEqual([[0]]);
  });

  it('taken back, it hands over that it is not known', async () => {
    const { retype, onClear, onCommit } = shown(40, 'mm', true);
    await retype('');
    expect(onClear).toHaveBeenCalledTimes(1);
    expect(onCommit).not.toHaveBeenCalled();
  });
});
