import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { givesLight } from '../../core/document/index.ts';
import { SHELF } from '../../demo/shelf.ts';
import { renderPage } from '../testing/renderPage.tsx';
import ShelfPage from './ShelfPage.tsx';

const LAMPS = SHELF.filter(({ model }) => givesLight(model));
const show = (entries = SHELF) => renderPage(<ShelfPage />, { answers: { 'GET shelf': entries } });
const rows = () => screen.getAllByRole('row').slice(1);
const search = () => screen.getByRole('textbox', { name: 'Search the shelf' });

describe('the shelf', () => {
  it('shows each lamp with its face, amps, volts, price and what is on hand', async () => {
    const entry = SHELF.find(({ model }) => model.face.shape === 'round')!;
    const { model } = entry;
    await show([entry]);
    const row = (await screen.findByText(model.name)).closest('tr')!;
    const cells = within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent!.trim());
    expect(cells).toContain(model.key);
    expect(cells).toContain(`ø ${model.face.widthMm}`);
    expect(cells).toContain(`${model.averageA} / ${model.maximumA}`);
    expect(cells).toContain(`${model.voltage.minimumV}–${model.voltage.maximumV}`);
    expect(cells.at(-1)).toBe(String(entry.onHand));
    expect(cells.at(-2)).toBe(String(entry.priceMarks));
  });

  it('says what is in the box and what is sold apart', async () => {
    const entry = SHELF.find(({ model }) => model.soldApart.length > 0 && model.kitContents.length > 0)!;
    await show([entry]);
    expect(await screen.findByText(`${entry.model.soldApart[0]!.name} apart`)).toBeTruthy();
    expect(screen.getByText(entry.model.kitContents[0]!)).toBeTruthy();
  });

  it('every word of a search has to be found, whatever their order', async () => {
    await show();
    await screen.findByText(`${LAMPS.length} of ${LAMPS.length} lamps`);
    await userEvent.type(search(), 'amber strobe');
    const both = rows().length;
    expect(both).toBeGreaterThan(0);
    expect(both).toBeLessThan(LAMPS.length);
    await userEvent.clear(search());
    await userEvent.type(search(), 'strobe amber');
    expect(rows()).toHaveLength(both);
    expect(screen.getByText(`${both} of ${LAMPS.length} lamps`)).toBeTruthy();
  });

  it('says that nothing is called that, and not before the shelf is there', async () => {
    await show();
    expect(screen.queryByText('Nothing on the shelf is called that.')).toBeNull();
    await screen.findByText(`${LAMPS.length} of ${LAMPS.length} lamps`);
    await userEvent.type(search(), 'zeppelin');
    expect(screen.getByText('Nothing on the shelf is called that.')).toBeTruthy();
  });

  it('makes only some rows of a long shelf, and keeps the room of the others', async () => {
    const many = Array.from({ length: 500 }, (_, at) => {
      const { model, ...rest } = LAMPS[at % LAMPS.length]!;
      return { ...rest, model: { ...model, key: `K-${at}`, name: `Lamp ${at}` } };
    });
    await show(many);
    await screen.findByText('500 of 500 lamps');
    expect(rows().length).toBeLessThan(150);
    const gap = document.querySelector<HTMLElement>('.gap td')!;
    expect(Number.parseFloat(gap.style.height)).toBeGreaterThan(5000);
  });
});
