/** The order in which functions take a lamp from one another, and how one is put above another. */
import type { Build } from '../schema/buildSchema.ts';
import type { LightFunction } from '../schema/flashParts.ts';
import type { Id } from '../schema/ids.ts';

/** Functions in the order in which they win. */
export const byPriority = (build: Build): LightFunction[] =>
  Object.values(build.functions).sort((a, b) => a.priority - b.priority || a.name.localeCompare(b.name));

/**
 * Puts one function right above another and numbers all of them anew. What is asked is who stands above whom and not
 * the numbers: two such wishes made from the same state both come true, whichever arrives first.
 */
export function raiseFunction(draft: Build, raisedId: Id, aboveId: Id): string | null {
  const raised = draft.functions[raisedId];
  if (!raised || !draft.functions[aboveId])
    return 'One of the two functions is not on the unit any more: look at their order again.';
  if (raisedId === aboveId) return `${raised.name} cannot be put above itself: choose another function.`;
  const order = byPriority(draft).filter((each) => each.id !== raisedId);
  order.splice(
    order.findIndex((each) => each.id === aboveId),
    0,
    raised,
  );
  for (const [index, each] of order.entries()) if (each.priority !== index + 1) each.priority = index + 1;
  return null;
}
