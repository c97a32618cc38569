import { describe, expect, it } from 'vitest';
import type { ShopAnswer } from '../../core/contract/index.ts';
import { applyShopOperation, newShop, type ShopOperation } from '../../core/shop/index.ts';
import { furtherIds } from '../../demo/testUnit.ts';
import { type OnItsWay, settled, withPending } from './onItsWay.ts';

const nextId = furtherIds();
const line = { key: 'p', name: 'Bracket', bin: 'B-1', unit: 'pcs' as const, onHand: 5, priceMarks: 4 };
const first = applyShopOperation(newShop(), { kind: 'putStock', line });
if (!first.ok) throw new Error(first.reason.message);
const answer = (revision: number, onHand = 5): ShopAnswer => ({
  revision,
  shop: { ...first.value.document, stock: { p: { ...line, onHand } } },
  units: [],
  beingJudged: 0,
  learned: {},
  carried: {},
});
const count = (onHand: number): ShopOperation => ({ id: nextId(), kind: 'countStock', partKey: 'p', onHand });
const onHandOf = (shown: ShopAnswer) => shown.shop.stock.p!.onHand;

describe('operations on their way to the shop', () => {
  it('stand over an answer that is older, and not over one that holds them', () => {
    const operation = count(9);
    const sent: OnItsWay[] = [{ operation, revision: null }];
    expect(onHandOf(withPending(answer(3), sent))).toBe(9);
    const taken = settled(sent, [{ id: operation.id, status: 'applied', revision: 4, at: '' }]);
    // An answer that was on its way before the server took it.
    expect(onHandOf(withPending(answer(3), taken))).toBe(9);
    // Somebody counted again after that: theirs stands.
    expect(onHandOf(withPending(answer(5, 7), taken))).toBe(7);
  });

  it('what is refused is taken off, what was not answered stays', () => {
    const [refused, open] = [count(1), count(2)];
    const pending: OnItsWay[] = [
      { operation: refused, revision: null },
      { operation: open, revision: null },
    ];
    const left = settled(pending, [
      { id: refused.id, status: 'refused', reason: { kind: 'invalid', message: 'no' }, conflict: null },
    ]);
    expect(left.map((each) => each.operation)).toEqual([open]);
    expect(onHandOf(withPending(answer(1), left))).toBe(2);
  });

  it('one that no longer fits leaves the rest as it is', () => {
    const gone: ShopOperation = { id: nextId(), kind: 'countStock', partKey: 'gone', onHand: 1 };
    const pending: OnItsWay[] = [gone, count(3)].map((operation) => ({ operation, revision: null }));
    expect(onHandOf(withPending(answer(1), pending))).toBe(3);
    expect(withPending(answer(1), [])).toEqual(answer(1));
  });
});
