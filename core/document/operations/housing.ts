/** Lamps of one housing, as operations move and remove them: the further jobs go where the housing goes. */
import type { Build, Lamp } from '../schema/buildSchema.ts';
import type { Id } from '../schema/ids.ts';
import type { Position } from '../schema/position.ts';

/** The further jobs in a lamp's housing, in the order of their letters. */
export const furtherJobs = (build: Build, lampId: Id): Lamp[] =>
  Object.values(build.lamps)
    .filter(({ housingId }) => housingId === lampId)
    .sort((a, b) => a.tag.localeCompare(b.tag));

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
