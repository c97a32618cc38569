/** Where a feed can take its power, as a list to choose from. */

import { type AssessedFeed, takenFromSlotA } from '../../../core/circuit/index.ts';
import type { Build } from '../../../core/document/index.ts';
import { slotHeadroomA, slotsInOrder, sourceNameInBox, takesFeedsFuse, whenWords } from '../../../core/graph/index.ts';
import { pinsToTake } from '../../../core/planning/index.ts';
import { BATTERY, cappedEnds, NEW_BLOCK, pinSource, supplyBlocks } from '../../../core/work/index.ts';

/** What can be chosen from; `wholeFuses` leaves blocks out, for what brings a fuse of its own. */
export function sourceOptions(build: Build, feeds: readonly AssessedFeed[], { wholeFuses = false } = {}) {
  const { systemVoltageV } = build.electrics;
  const slots = slotsInOrder(build).map((slot) => ({
    value: slot.id,
    label: `${sourceNameInBox(build, slot)}: ${slot.reservedFor ? `kept for ${slot.reservedFor}` : slot.feeds || (takesFeedsFuse(slot) ? 'cavity, its fuse goes in' : 'spare')}, ${whenWords(slot, systemVoltageV)}, ${Math.max(0, slotHeadroomA(slot, takenFromSlotA(feeds, slot.id))).toFixed(1)} A free`,
  }));
  return [
    // Whoever metered a pin wants to use it.
    {
      label: 'Pins metered in the survey',
      options: pinsToTake(build).map(({ plug, pin }) => ({
        value: pinSource(plug.id, pin.pin),
        label: `${plug.name}, pin ${pin.pin}: ${[pin.purpose, pin.colour].filter(Boolean).join(', ') || 'what it carries is not written down'}`,
      })),
    },
    {
      label: 'Made ready',
      options: wholeFuses
        ? []
        : cappedEnds(build).map(({ id, name, plannedA }) => ({ value: id, label: `${name}: ${plannedA} A planned` })),
    },
    {
      label: 'Battery',
      options: [
        { value: BATTERY, label: 'Battery, through its own fuse' },
        ...(wholeFuses
          ? []
          : [
              ...supplyBlocks(build).map((block) => ({ value: block.id, label: `Fuse block: ${block.name}` })),
              { value: NEW_BLOCK, label: 'A new fuse block at the panel' },
            ]),
      ],
    },
    { label: "The unit's own", options: slots },
  ].filter((group) => group.options.length > 0);
}
