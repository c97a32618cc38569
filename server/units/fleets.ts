/** Fleets: whose units stand in the yard. An owner sees those of one fleet. */
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { FleetRow } from '../database/models.ts';
import { uuidv7 } from '../ids.ts';

export function fleetsService({ tables }: Database) {
  return {
    async list(): Promise<FleetRow[]> {
      return (await tables.fleets.findAll({ order: [['name', 'ASC']], raw: true })) as unknown as FleetRow[];
    },

    /** The fleet of a name, made when there is none yet. */
    async byName(name: string, transaction?: Transaction): Promise<FleetRow> {
      const [row] = await tables.fleets.findOrCreate({
        where: { name },
        defaults: { id: uuidv7(), name },
        transaction,
      });
      return row.get({ plain: true });
    },
  };
}

export type FleetsService = ReturnType<typeof fleetsService>;
