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

    /** With one fleet in the yard, every unit is its; null with none or several. */
    async onlyOne(): Promise<string | null> {
      const rows = (await tables.fleets.findAll({ limit: 2, raw: true })) as unknown as FleetRow[];
      return rows.length === 1 ? rows[0]!.id : null;
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
