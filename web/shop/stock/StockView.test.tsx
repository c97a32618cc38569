import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { reserveFor } from '../../../core/shop/index.ts';
import { SHOP_NOW, shopAnswer } from '../../testing/demoAnswers.ts';
import { accept, refusal, renderPage } from '../../testing/renderPage.tsx';
import ShopPage from '../ShopPage.tsx';

const DONE = { 'POST shop/operations': accept };
const show = (changes: { role?: 'lead' | 'installer' | 'owner'; answers?: object; path?: string } = {}) =>
  renderPage(<ShopPage />, {
    role: changes.role ?? 'lead',
    answers: { 'GET shop': shopAnswer(), ...DONE, ...changes.answers },
    path: changes.path ?? '/shop/stock',
    route: '/shop/:view',
  });
const operationsOf = (bodies: unknown[]) =>
  bodies.flatMap((body) => (body as { operations: { kind: string }[] }).operations);
const line = (name: string) => shopLines().find((each) => each.name === name)!;
const shopLines = () => Object.values(shopAnswer().shop.stock);

beforeEach(() => vi.useFakeTimers({ toFake: ['Date'], now: new Date(SHOP_NOW) }));
afterEach(() => vi.useRealTimers());

describe('stock', () => {
  it('counts a part: what is typed goes out once, and Enter goes on to the next bin', async () => {
    const { sent } = await show();
    const beacon = line('Beacon 150, three-bolt');
    await userEvent.click(await screen.findByLabelText(`Count ${beacon.name}`));
    const count = screen.getByLabelText<HTMLInputElement>(`Count of ${beacon.name}`);
    expect(count.value).toBe(String(beacon.onHand));
    fireEvent.change(count, { target: { value: '7' } });
    fireEvent.keyDown(count, { key: 'Enter', keyCode: 13 });
    await waitFor(() =>
      expect(operationsOf(sent('POST shop/operations'))).toMatchObject([
        { kind: 'countStock', partKey: beacon.key, onHand: 7 },
      ]),
    );
    const open = screen.getAllByLabelText(/^Count of /);
    expect(open).toHaveLength(1);
    expect(open[0]!.getAttribute('aria-label')).not.toBe(`Count of ${beacon.name}`);
  });

  it('the same count again changes nothing', async () => {
    const { sent } = await show();
    const beacon = line('Beacon 150, three-bolt');
    await userEvent.click(await screen.findByLabelText(`Count ${beacon.name}`));
    fireEvent.blur(screen.getByLabelText(`Count of ${beacon.name}`));
    expect(sent('POST shop/operations')).toEqual([]);
  });

  it('what is free is what is on hand less what is reserved and not fetched; what is short is told', async () => {
    const answer = shopAnswer();
    const unit = answer.units.find((each) => each.parts.length > 3)!;
    const part = unit.parts.find((each) => answer.shop.stock[each.key] && answer.shop.stock[each.key]!.onHand > 2)!;
    const stock = answer.shop.stock[part.key]!;
    answer.shop.reserved = {
      one: { unitId: unit.id, partKey: part.key, quantity: 2, picked: false },
      two: { unitId: unit.id, partKey: part.key, quantity: 1, picked: true },
    } as never;
    await show({ answers: { 'GET shop': answer } });
    const row = (await screen.findByLabelText(`Count ${stock.name}`)).closest('tr')!;
    const cells = within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent);
    expect(cells[3]).toBe('2');
    expect(cells[4]).toBe(String(Math.round((stock.onHand - 2) * 10) / 10));
  });

  it('finds by name and bin, and says how many of how many', async () => {
    await show();
    const search = await screen.findByLabelText('Search the stock');
    const all = shopLines().length;
    const bin = line('Beacon 150, three-bolt').bin;
    fireEvent.change(search, { target: { value: `beacon ${bin}` } });
    expect(screen.getByText(new RegExp(`^1 of ${all} parts`))).toBeTruthy();
    expect(screen.getAllByLabelText(/^Count /)).toHaveLength(1);
  });

  it('receives what was ordered, as many as came', async () => {
    const { sent } = await show();
    const article = (await screen.findAllByText('Receive'))[0]!.closest('article')!;
    fireEvent.change(within(article).getByLabelText(/How many of/), { target: { value: '0' } });
    expect(within(article).getByText('Receive').closest('button')!.disabled).toBe(true);
    fireEvent.change(within(article).getByLabelText(/How many of/), { target: { value: '1' } });
    await userEvent.click(within(article).getByText('Receive'));
    await waitFor(() => {
      const [operation] = operationsOf(sent('POST shop/operations')) as unknown as [{ orderId: string }];
      expect(operation).toMatchObject({ kind: 'receivePart', quantity: 1 });
      expect(shopAnswer().shop.orders[operation.orderId]!.received).toBe(false);
    });
  });

  it('reserves all of a unit at once, ticks what was fetched, and puts back', async () => {
    const answer = shopAnswer();
    answer.shop.reserved = {};
    const unit = answer.units.find((each) => reserveFor(answer.shop, each).length > 1)!;
    const { sent } = await show({ answers: { 'GET shop': answer }, path: `/shop/stock?unit=${unit.id}` });
    const wanted = reserveFor(answer.shop, unit).length;
    await userEvent.click(await screen.findByText(`Reserve ${wanted} parts`));
    const [reserve] = operationsOf(sent('POST shop/operations')) as unknown as [{ kind: string; lines: unknown[] }];
    expect(reserve).toMatchObject({ kind: 'reserve' });
    expect(reserve.lines).toHaveLength(wanted);
    // Shown at once, before the server's next answer.
    const boxes = await screen.findAllByRole('checkbox');
    await userEvent.click(boxes[0]!);
    await userEvent.click(screen.getByText('Put back'));
    await waitFor(() =>
      expect(operationsOf(sent('POST shop/operations')).map(({ kind }) => kind)).toEqual([
        'reserve',
        'pick',
        'release',
      ]),
    );
  });

  it('an installer counts and does not price; an owner only reads', async () => {
    const beacon = line('Beacon 150, three-bolt');
    const page = await show({ role: 'installer' });
    await userEvent.click(await screen.findByLabelText(`Count ${beacon.name}`));
    expect(screen.queryByLabelText(`Price of ${beacon.name}`)).toBeNull();
    expect(screen.queryByLabelText(`Bin of ${beacon.name}`)).toBeNull();
    page.unmount();
    await show({ role: 'owner' });
    await screen.findByText(beacon.name);
    expect(screen.queryByLabelText(`Count ${beacon.name}`)).toBeNull();
    expect(screen.queryByText('Receive')).toBeNull();
  });

  it('the lead moves a part to another bin and sets its price', async () => {
    const { sent } = await show();
    const beacon = line('Beacon 150, three-bolt');
    await userEvent.click(await screen.findByLabelText(`Count ${beacon.name}`));
    const bin = screen.getByLabelText(`Bin of ${beacon.name}`);
    fireEvent.change(bin, { target: { value: 'Z-09' } });
    fireEvent.blur(bin);
    await waitFor(() =>
      expect(operationsOf(sent('POST shop/operations'))).toMatchObject([
        { kind: 'putStock', line: { key: beacon.key, bin: 'Z-09' } },
      ]),
    );
  });

  it('what the server refuses is taken back and said', async () => {
    const beacon = line('Beacon 150, three-bolt');
    await show({
      answers: { 'POST shop/operations': refusal(503, 'AWAY', 'The database is away. Try again in a minute.') },
    });
    await userEvent.click(await screen.findByLabelText(`Count ${beacon.name}`));
    const count = screen.getByLabelText(`Count of ${beacon.name}`);
    fireEvent.change(count, { target: { value: '99' } });
    fireEvent.keyDown(count, { key: 'Enter', keyCode: 13 });
    expect(await screen.findByText('The database is away. Try again in a minute.')).toBeTruthy();
    await waitFor(() => expect(screen.getByLabelText(`Count ${beacon.name}`).textContent).toBe(`${beacon.onHand} pcs`));
  });
});
