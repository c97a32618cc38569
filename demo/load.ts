import { authService, DEMO_SETTING } from '../server/auth/service.ts';
import type { Database } from '../server/database/connect.ts';
import { uuidv7 } from '../server/ids.ts';
import { shelfService } from '../server/shelf/service.ts';
import { shopService } from '../server/shop/service.ts';
import { wallClockMinutes } from '../server/shop/wallClock.ts';
import { unitsService } from '../server/units/service.ts';
import { SHELF } from './shelf.ts';
import { demoShop } from './shop.ts';
import { DEMO_PASSWORD, DEMO_PEOPLE, demoUnits } from './world.ts';

/** Is there nobody in the database yet? */
export const isEmpty = async ({ tables }: Database): Promise<boolean> => (await tables.people.count()) === 0;

/** The shelf alone: what an empty shop starts with. */
export const loadShelf = (database: Database): Promise<void> => shelfService(database).put(SHELF);

/** Loads people, shelf and units of the demo. The setting that offers the sign-ins is written last. */
export async function loadDemo(database: Database, now = new Date()): Promise<void> {
  const auth = authService(database);
  const units = unitsService(database);
  await loadShelf(database);
  const builds = demoUnits(now, uuidv7).map((build) => ({ id: uuidv7(), build }));
  for (const { id, build } of builds) await units.insert(id, build, Math.max(1, Object.keys(build.lamps).length));
  await shopService(database).put(demoShop(builds, wallClockMinutes(now), uuidv7));
  for (const person of DEMO_PEOPLE) await auth.addPerson({ ...person, password: DEMO_PASSWORD });
  await database.tables.settings.create({ name: DEMO_SETTING, value: DEMO_PASSWORD });
}
