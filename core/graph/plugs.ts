/** Pins of the unit's own plugs, as sources: which they are, and where power is taken from them. */
import { type Build, derivedId, type Id, type Plug } from '../document/index.ts';

/** The source that a pin is, once power is taken from it. */
export const pinSourceId = (plugId: Id, pin: string): Id => derivedId(plugId, `pin ${pin}`);

export interface PlugPin {
  plug: Plug;
  pin: Plug['pins'][number];
}

/** The plug and pin that a source was made of; null for one that is no pin. */
export function plugOfSource(build: Build, slotId: Id): PlugPin | null {
  for (const plug of Object.values(build.plugs))
    for (const pin of plug.pins) if (pinSourceId(plug.id, pin.pin) === slotId) return { plug, pin };
  return null;
}
