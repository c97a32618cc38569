/**
 * The Sable Reach Causeway District and its Reach Shed: nobody and nothing in it exists. Dates are relative to the day
 * on which the demo is loaded.
 */
import type { Build, Id } from '../core/document/index.ts';
import { mowerTractor } from './units/mowerTractor.ts';
import { recoveryTruck } from './units/recoveryTruck.ts';
import { serviceVan } from './units/serviceVan.ts';
import type { World } from './units/setting.ts';
import { signBoardTruck } from './units/signBoardTruck.ts';
import { surveyedUnits } from './units/surveyed.ts';
import { telehandlers } from './units/telehandlers.ts';
import { tiltTrailer } from './units/tiltTrailer.ts';

export { DEMO_FLEET, DEMO_PASSWORD, DEMO_PEOPLE } from './people.ts';

/** All demo units. `now` is the moment of loading, `newId` hands in identities. */
export function demoUnits(now: Date, newId: () => Id): Build[] {
  const world: World = {
    newId,
    daysAgo: (days, hour = 14) => {
      const at = new Date(now.getTime() - days * 86_400_000);
      at.setUTCHours(hour, 32, 0, 0);
      return at.toISOString();
    },
  };
  return [
    recoveryTruck(world),
    tiltTrailer(world),
    mowerTractor(world),
    ...telehandlers(world),
    signBoardTruck(world),
    serviceVan(world),
    ...surveyedUnits(world),
  ];
}
