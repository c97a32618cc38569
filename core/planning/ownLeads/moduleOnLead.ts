/** A module that stands in a lead of the unit's own, with what its lamps are to show. */
import { type Build, byPriority, type ElementOf, type Id, type LightFunction } from '../../document/index.ts';
import { touchesFor } from '../../flash/index.ts';
import { deriveFeeds, type Feed, pinSourceId } from '../../graph/index.ts';

export interface ModuleOnLead {
  element: ElementOf<'modulator'>;
  /** What its lamps show first, of all functions that show something on them. */
  shownBy: LightFunction | null;
  patternId: string | null;
  /** Of its programming lead that choose the pattern; null where it has no such pattern. */
  touches: number | null;
  bursts: boolean;
  lampIds: Id[];
}

/** The module of a feed; null where it has none. */
export function moduleInFeed(build: Build, feed: Feed): ModuleOnLead | null {
  const element = feed.elementIds.map((id) => build.elements[id]).find((each) => each?.kind === 'modulator');
  if (element?.kind !== 'modulator') return null;
  const lampIds = feed.lamps.map((lamp) => lamp.id);
  const shownBy = byPriority(build).find((each) => lampIds.some((id) => each.shows[id])) ?? null;
  const patternId = lampIds.flatMap((id) => shownBy?.shows[id]?.patternId ?? [])[0] ?? null;
  return {
    element,
    shownBy,
    patternId,
    touches: patternId === null ? null : touchesFor(patternId),
    bursts: shownBy?.modulator != null,
    lampIds,
  };
}

/** The module that stands in the lead of a pin; null while there is none. */
export function moduleOnLead(build: Build, plugId: Id, pin: string): ModuleOnLead | null {
  const slotId = pinSourceId(plugId, pin);
  for (const feed of deriveFeeds(build)) {
    const found = feed.slot?.id === slotId ? moduleInFeed(build, feed) : null;
    if (found) return found;
  }
  return null;
}
