/** A feed as it was planned, made as lamps are wired on this unit. */
import { applyDrafts, type Build, habitsOf, type Id, type OperationDraft } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { planGroundBus, planGroundReturn } from '../switches/groundSide.ts';
import { planSwitchSide, switchSideOf } from '../switches/switchSide.ts';
import { planLampPlugs } from './lampPlugs.ts';

/** What is added to planned changes so that sides, grounds and lamp ends are as the unit's habits say. */
export function planByHabit(
  build: Build,
  planned: readonly OperationDraft[],
  fuseId: Id,
  lampIds: readonly Id[],
  newId: () => Id,
): OperationDraft[] {
  const habits = habitsOf(build);
  const added: OperationDraft[] = [];
  const take = (plan: (current: Build) => OperationDraft[]): void => {
    const current = applyDrafts(build, [...planned, ...added]);
    const more = current.ok ? plan(current.value) : [];
    if (current.ok && applyDrafts(current.value, more).ok) added.push(...more);
  };
  if (lampIds.length === 0) return [];
  if (habits.side === 'ground')
    take((current) => {
      const feed = deriveFeeds(current).find(({ fuse }) => fuse.id === fuseId);
      const turned = feed && switchSideOf(feed) === 'feed' ? planSwitchSide(current, feed, newId) : null;
      return turned?.ok ? turned.value : [];
    });
  const isSwitched = added.length > 0;
  if (!isSwitched && habits.ground === 'return') take((current) => planGroundReturn(current, lampIds, newId));
  if (!isSwitched && habits.ground === 'bus') take((current) => planGroundBus(current, lampIds, newId));
  if (habits.ends === 'plug') take((current) => planLampPlugs(current, lampIds));
  return added;
}
