/** What goes where another thing goes: the further jobs of a housing, and what stands on a bracket. */
import type { Build, Lamp } from '../schema/buildSchema.ts';
import type { Id } from '../schema/ids.ts';
import type { Position } from '../schema/position.ts';

/** The further jobs in a lamp's housing, in the order of their letters. */
export const furtherJobs = (build: Build, lampId: Id): Lamp[] =>
  Object.values(build.lamps)
    .filter(({ housingId }) => housingId === lampId)
    .sort((a, b) => a.tag.localeCompare(b.tag));

/** What stands on a bracket, in the order of its places. */
export const standingOn = (build: Pick<Build, 'lamps'>, holderId: Id): Lamp[] =>
  Object.values(build.lamps)
    .filter(({ pad }) => pad?.onId === holderId)
    .sort((a, b) => a.pad!.index - b.pad!.index);

/** The tag of a further job in a housing of this tag: its letter stays. */
export const jobTag = (housingTag: string, { tag }: Pick<Lamp, 'tag'>): string => `${housingTag}${tag.slice(-1)}`;

/** A place as far from another as it was from the one before. */
export const movedBy = (position: Position, from: Position, to: Position): Position => ({
  xMm: position.xMm + to.xMm - from.xMm,
  yMm: position.yMm + to.yMm - from.yMm,
  zMm: position.zMm + to.zMm - from.zMm,
});

/**
 * Where the ground leads of several jobs in one housing meet: a joint inside the lamp, or null for a lamp that has its
 * ground to itself.
 */
export function housingJoint(build: Pick<Build, 'elements' | 'wires'>, loadId: Id): Id | null {
  const inside = Object.values(build.wires).find(
    ({ origin, from, to }) =>
      origin === 'part' &&
      from.elementId === loadId &&
      from.terminal === 'minus' &&
      build.elements[to.elementId]?.kind === 'splice',
  );
  return inside?.to.elementId ?? null;
}
