import type { Transaction } from 'sequelize';
import type { Build } from '../core/document/index.ts';
import { peopleRepository } from '../server/auth/repository.ts';
import { authService } from '../server/auth/service.ts';
import type { Clock } from '../server/clock.ts';
import type { Database } from '../server/database/connect.ts';
import { uuidv7 } from '../server/ids.ts';
import { shelfService } from '../server/shelf/service.ts';
import { shopService } from '../server/shop/service.ts';
import { fleetsService } from '../server/units/fleets.ts';
import { judgeUnit } from '../server/units/judgement.ts';
import { unitRepository } from '../server/units/repository.ts';
import { wallClockMinutes } from '../server/wallClock.ts';
import { SHELF } from './shelf.ts';
import { demoShop } from './shop.ts';
import { DEMO_FLEET, DEMO_PASSWORD, DEMO_PEOPLE, demoUnits } from './world.ts';

/** The shelf alone: what an empty shop starts with. */
export const loadShelf = (database: Database, transaction?: Transaction): Promise<void> =>
  shelfService(database).put(SHELF, transaction);

/** Loads people, shelf, units and shop of the demo: all of it or, when that is cut short, nothing. */
export async function loadDemo(database: Database, clock: Clock): Promise<void> {
  const auth = authService(database, clock);
  const now = clock();
  const builds = demoUnits(now, uuidv7).map((build) => ({ id: uuidv7(), build }));
  const shop = demoShop(builds, wallClockMinutes(now), uuidv7);
  const units = unitRepository(database);
  await units.transaction(async (transaction) => {
    await loadShelf(database, transaction);
    const { id: fleetId } = await fleetsService(database).byName(DEMO_FLEET, transaction);
    const revisionOf = (build: Build) => Math.max(1, Object.keys(build.lamps).length);
    for (const { id, build } of builds)
      await units.insert(
        { id, build, revision: revisionOf(build), fleetId, judgement: judgeUnit(id, build), at: now },
        transaction,
      );
    await shopService({ database, clock }).put(shop, transaction);
    for (const { username, name, role, colour } of DEMO_PEOPLE) {
      const person = { username, name, role, colour, password: DEMO_PASSWORD };
      await auth.addPerson({ ...person, fleetId: role === 'owner' ? fleetId : null }, transaction);
    }
    const usernames = DEMO_PEOPLE.map(({ username }) => username);
    await peopleRepository(database).keepDemo(DEMO_PASSWORD, usernames, transaction);
  });
}
