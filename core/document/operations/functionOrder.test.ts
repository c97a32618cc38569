import { describe, expect, it } from 'vitest';
import { applied, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { Build } from '../schema/buildSchema.ts';
import { applyOperation } from './applyOperation.ts';
import { byPriority } from './functionOrder.ts';
import type { OperationDraft } from './operations.ts';

const NAMES = ['Strobes', 'Left turn', 'Right turn', 'Markers'];

/** Four functions in this order, the number of the first as given. */
function ordered(firstNumber = 1): Build {
  const fed = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1')).build;
  const [warn] = Object.values(fed.functions);
  return applied(fed, [
    { kind: 'removeFunction', functionId: warn!.id },
    ...NAMES.map(
      (name, index): OperationDraft => ({
        kind: 'addFunction',
        function: { ...warn!, id: `00000000-0000-4000-8000-00000000000${index}`, name, priority: firstNumber + index },
      }),
    ),
  ]);
}

const idOf = (build: Build, name: string) => byPriority(build).find((each) => each.name === name)!.id;
const above = (build: Build, raised: string, other: string): OperationDraft => ({
  kind: 'raiseFunction',
  functionId: idOf(build, raised),
  aboveId: idOf(build, other),
});
const names = (build: Build) => byPriority(build).map((each) => each.name);

describe('the order of functions', () => {
  it.each([
    ['Markers', 'Strobes', ['Markers', 'Strobes', 'Left turn', 'Right turn']],
    ['Markers', 'Right turn', ['Strobes', 'Left turn', 'Markers', 'Right turn']],
    // Put above one that stands lower, it goes down as far as that.
    ['Strobes', 'Markers', ['Left turn', 'Right turn', 'Strobes', 'Markers']],
    ['Strobes', 'Left turn', NAMES],
  ])('%s above %s', (raised, other, order) => {
    const build = ordered();
    const after = applied(build, [above(build, raised, other)]);
    expect(names(after)).toEqual(order);
    expect(byPriority(after).map((each) => each.priority)).toEqual([1, 2, 3, 4]);
  });

  it('two wishes of the same state both come true, whichever arrives first', () => {
    const build = ordered();
    const wishes = [above(build, 'Left turn', 'Strobes'), above(build, 'Right turn', 'Strobes')];
    for (const each of [wishes, wishes.toReversed()]) {
      const order = names(applied(build, each));
      expect(order.indexOf('Strobes')).toBe(2);
      expect(order.at(-1)).toBe('Markers');
    }
  });

  it('numbers start at one again, and those of equal number keep the order of their names', () => {
    const build = ordered(5);
    const equal = applied(build, [
      { kind: 'editFunction', functionId: idOf(build, 'Right turn'), changes: { priority: 6 } },
    ]);
    expect(names(equal)).toEqual(NAMES);
    const after = applied(equal, [above(equal, 'Markers', 'Right turn')]);
    expect(byPriority(after).map((each) => [each.name, each.priority])).toEqual([
      ['Strobes', 1],
      ['Left turn', 2],
      ['Markers', 3],
      ['Right turn', 4],
    ]);
  });

  it.each([
    ['Strobes', 'Strobes', 'Strobes cannot be put above itself: choose another function.'],
    ['gone', 'Strobes', 'One of the two functions is not on the unit any more: look at their order again.'],
    ['Strobes', 'gone', 'One of the two functions is not on the unit any more: look at their order again.'],
  ])('%s above %s is refused', (raised, other, message) => {
    const build = ordered();
    const id = (name: string) => (name === 'gone' ? '00000000-0000-4000-8000-0000000000ff' : idOf(build, name));
    const draft = { kind: 'raiseFunction' as const, functionId: id(raised), aboveId: id(other) };
    const operation = { ...draft, id: '00000000-0000-4000-8000-0000000000aa' };
    const result = applyOperation(build, operation, { by: 'Odile', at: '2026-03-11T10:00:00Z' });
    expect(result).toMatchObject({ ok: false, reason: { message } });
  });
});
