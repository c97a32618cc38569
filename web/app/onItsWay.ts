/** Operations on the shop that are on their way: laid over every answer of the server until one holds them. */

import type { Outcome, ShopAnswer } from '../../core/contract/index.ts';
import { applyShopOperation, type ShopOperation } from '../../core/shop/index.ts';

/** An operation on its way; its revision once the server has taken it. */
export interface OnItsWay {
  operation: ShopOperation;
  revision: number | null;
}

/** The server's shop with what is on its way applied on top: an answer that is older takes nothing back. */
export function withPending(answer: ShopAnswer, pending: readonly OnItsWay[]): ShopAnswer {
  let { shop } = answer;
  for (const { operation, revision } of pending) {
    if (revision !== null && revision <= answer.revision) continue;
    const applied = applyShopOperation(shop, operation);
    if (applied.ok) shop = applied.value.document;
  }
  return shop === answer.shop ? answer : { ...answer, shop };
}

/** What is left to lay over answers once the server has said what became of some. */
export function settled(pending: readonly OnItsWay[], outcomes: readonly Outcome[]): OnItsWay[] {
  const outcomeOf = new Map(outcomes.map((outcome) => [outcome.id, outcome]));
  return pending.flatMap((each) => {
    const outcome = outcomeOf.get(each.operation.id);
    if (!outcome) return [each];
    return outcome.status === 'applied' ? [{ ...each, revision: outcome.revision ?? 0 }] : [];
  });
}
