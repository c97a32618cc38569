import { describe, expect, it } from 'vitest';
import { countingIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { type Candidate, cover, provingWalk, walkCandidates } from './walk.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds()).filter(
  (build) => Object.keys(build.functions).length > 0,
);

/** Fewest candidates that show everything, by trying all choices of one, two, three ... */
function fewest(candidates: readonly Candidate[]): number {
  const keys = [...new Set(candidates.flatMap((each) => [...each.shown]))];
  const masks = [
    ...new Set(
      candidates.map((each) =>
        keys.reduce((mask, key, at) => mask | (each.shown.has(key) ? 1n << BigInt(at) : 0n), 0n),
      ),
    ),
  ];
  const all = (1n << BigInt(keys.length)) - 1n;
  const reach = (count: number, from: number, mask: bigint): boolean => {
    if (mask === all) return true;
    if (count === 0) return false;
    for (let at = from; at < masks.length; at++) if (reach(count - 1, at + 1, mask | masks[at]!)) return true;
    return false;
  };
  for (let count = 1; ; count++) if (reach(count, 0, 0n)) return count;
}

describe('the proving walk', () => {
  it.each(units.map((build) => [build.unit.tag, build] as const))(
    '%s: shows every function on every lamp, and every pair',
    (_, build) => {
      const candidates = walkCandidates(build);
      const all = new Set(candidates.flatMap((each) => [...each.shown]));
      const walk = provingWalk(build);
      const shown = new Set(
        walk.flatMap((step) => {
          const ids = step.controls
            .map((control) => control.id)
            .sort()
            .join();
          return [...candidates.find((each) => each.controlIds.join() === ids)!.shown];
        }),
      );
      expect(shown).toEqual(all);
      // Written apart from the code: every lamp of every function, unless another always wins there.
      for (const each of Object.values(build.functions))
        for (const lampId of Object.keys(each.shows)) {
          const masked = Object.values(build.functions).some(
            (other) =>
              other.controlId === each.controlId &&
              other.id !== each.id &&
              other.priority < each.priority &&
              other.shows[lampId],
          );
          if (!masked) expect(shown.has(`${each.id} ${lampId}`)).toBe(true);
        }
    },
  );

  it('is within 15 % of the fewest settings there can be, on every unit small enough to try them all', () => {
    let tried = 0;
    for (const build of units) {
      const candidates = walkCandidates(build);
      if (candidates.length > 130) continue;
      tried++;
      expect(provingWalk(build).length, build.unit.tag).toBeLessThanOrEqual(Math.floor(fewest(candidates) * 1.15));
    }
    expect(tried).toBeGreaterThan(5);
  });

  it('finds the least cover where greedy takes one too many', () => {
    const of = (id: string, keys: string): Candidate => ({ controlIds: [id], shown: new Set(keys.split('')) });
    // Greedy begins with the four of b and needs three; a and c do it in two.
    expect(cover([of('a', 'abc'), of('b', 'bcde'), of('c', 'def')])).toHaveLength(2);
  });

  it('never asks for left and right at once, and says what to switch from step to step', () => {
    for (const build of units) {
      const on = new Set<string>();
      for (const step of provingWalk(build)) {
        const signals = step.controls.map((control) => control.signal);
        expect(signals.includes('left') && signals.includes('right')).toBe(false);
        for (const control of step.off) expect(on.delete(control.id)).toBe(true);
        for (const control of step.on) on.add(control.id);
        expect(on).toEqual(new Set(step.controls.map((control) => control.id)));
      }
    }
  });
});
