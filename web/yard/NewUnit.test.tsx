import { fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { refusal, renderPage } from '../testing/renderPage.tsx';
import { NewUnit } from './NewUnit.tsx';

/** Every body is drawn for the choice: it takes its time here. */
const PATIENCE = { timeout: 20_000 };

const show = (answers = {}) =>
  renderPage(<NewUnit onClose={vi.fn()} />, {
    answers: {
      'GET next-tag': { tag: 'SR-21' },
      'GET fleets': [{ id: 'f1', name: 'Causeway District' }],
      'POST units': { id: 'made' },
      ...answers,
    },
  });
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
const take = () => userEvent.click(screen.getByText('Take it into the yard'));
const retype = (name: string, text: string) => fireEvent.change(field(name), { target: { value: text } });

describe('a new unit', () => {
  it('has the next free tag and its body; another body brings its name and dimensions; it opens at the survey', async () => {
    const { sent, where } = await show();
    await waitFor(() => expect(field('Tag').value).toBe('SR-21'), PATIENCE);
    await userEvent.click(screen.getByText('Service van, long wheelbase'));
    expect(field('Name').value).toBe('Service van, long wheelbase');
    expect(field('Wheelbase').value).toBe('3660');
    retype('Name', 'Our old van');
    await userEvent.click(screen.getByText(/^Pickup with rack/));
    expect(field('Name').value).toBe('Our old van');
    await take();
    await waitFor(() => expect(sent('POST units')).toHaveLength(1), PATIENCE);
    const [body] = sent('POST units') as [{ id: string; parameters: Record<string, number> }];
    expect(body).toMatchObject({ tag: 'SR-21', bodyId: 'pickup', name: 'Our old van', systemVoltageV: 12 });
    expect(body.id).toMatch(/^[0-9a-f-]{36}$/);
    expect(body.parameters.lengthMm).toBeGreaterThan(0);
    await waitFor(() => expect(where()).toBe(`/unit/${body.id}/survey`));
  }, 60_000);

  it('says what is wrong with a tag, a name, a dimension, and what the server did not take', async () => {
    const { sent, where } = await show({
      'POST units': refusal(409, 'TAG_TAKEN', 'LW-07 is taken: choose another tag.'),
    });
    await waitFor(() => expect(field('Tag').value).toBe('SR-21'), PATIENCE);
    retype('Tag', 'van 7');
    retype('Name', 'x');
    await take();
    expect(await screen.findByText('Letters, a dash and a number, like SR-07', {}, PATIENCE)).toBeTruthy();
    expect(await screen.findByText('Two to sixty characters', {}, PATIENCE)).toBeTruthy();
    expect(sent('POST units')).toEqual([]);
    retype('Tag', 'lw-07');
    retype('Name', 'Our van');
    retype('Overall width', '9000');
    fireEvent.blur(field('Overall width'));
    expect(screen.getByRole('alert').textContent).toMatch(/width/i);
    expect(screen.getByText('Take it into the yard').closest('button')!.disabled).toBe(true);
    retype('Overall width', '2,500');
    fireEvent.blur(field('Overall width'));
    await take();
    expect(await screen.findByText('LW-07 is taken: choose another tag.', {}, PATIENCE)).toBeTruthy();
    expect(sent('POST units')).toMatchObject([{ tag: 'LW-07' }]);
    expect(field('Name').value).toBe('Our van');
    expect(where()).toBe('/');
  }, 60_000);
});
