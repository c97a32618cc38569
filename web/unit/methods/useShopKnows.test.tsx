import { renderHook } from '@testing-library/react';
import { Provider } from 'react-redux';
import { expect, it } from 'vitest';
import { SHELF } from '../../../demo/shelf.ts';
import { api } from '../../app/api.ts';
import { store } from '../../app/store.ts';
import { shopAnswer } from '../../testing/demoAnswers.ts';
import { useShopKnows } from './useShopKnows.ts';

it('lamps have the price of the shelf, parts that of the stock, and looms are those of the shop', async () => {
  const answer = shopAnswer();
  await store.dispatch(api.util.upsertQueryData('shelf', undefined, SHELF));
  await store.dispatch(api.util.upsertQueryData('shop', undefined, answer));
  const { result } = renderHook(() => useShopKnows(), {
    wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
  });
  const { knows, hourMarks } = result.current;
  const [line] = Object.values(answer.shop.stock);
  const lamp = SHELF.find(({ model }) => !answer.shop.stock[model.key])!;
  expect(knows.prices.get(lamp.model.key)).toBe(lamp.priceMarks);
  expect(knows.prices.get(line!.key)).toBe(line!.priceMarks);
  expect(knows.looms).toEqual(Object.values(answer.shop.looms));
  expect(hourMarks).toBe(answer.shop.rates.hourMarks);
});
