/** What lamps show by a control that feeds them: a function of their own, or a place in the one it has. */
import type { Build, Id, Lamp, LightFunction, OperationDraft } from '../document/index.ts';

interface FunctionWish {
  name: string;
  lampIds: readonly Id[];
  patternId: string;
}

/** A function for lamps that a control shows first; none when it has one, which the lamps then join. */
export function newFunction(build: Build, wish: FunctionWish & { controlId: Id }, newId: () => Id): LightFunction[] {
  const functions = Object.values(build.functions);
  if (functions.some((each) => each.controlId === wish.controlId)) return [];
  const shows = Object.fromEntries(
    wish.lampIds.flatMap((id) => {
      const lamp = build.lamps[id];
      return lamp ? [[id, { patternId: wish.patternId, phase: phaseFor(lamp), shiftMs: 0 }]] : [];
    }),
  );
  const priority = Math.min(999, functions.length + 1);
  return [
    {
      id: newId(),
      name: wish.name,
      controlId: wish.controlId,
      priority,
      levelPercent: 100,
      nightPercent: 100,
      modulator: null,
      shows,
    },
  ];
}

/** Left and right answer each other by default, as drivers expect of a pair. */
const phaseFor = (lamp: Lamp): 'A' | 'B' => (lamp.position.yMm < 0 ? 'B' : 'A');

/** Lamps joining the function that a control has already; none when it has none. */
export function joinFunction(
  build: Build,
  wish: Pick<FunctionWish, 'patternId'> & { control: { id: Id } | object | null },
  lamps: readonly Lamp[],
): OperationDraft[] {
  const controlId = wish.control && 'id' in wish.control ? wish.control.id : null;
  const known = Object.values(build.functions).find((each) => each.controlId === controlId);
  if (!known) return [];
  return (['A', 'B'] as const).flatMap((phase): OperationDraft[] => {
    const lampIds = lamps.filter((lamp) => phaseFor(lamp) === phase).map((lamp) => lamp.id);
    if (lampIds.length === 0) return [];
    return [{ kind: 'setPattern', functionId: known.id, lampIds, changes: { patternId: wish.patternId, phase } }];
  });
}
