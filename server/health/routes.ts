/** How the server is: for whoever watches over it, and for the lead. */
import type { FastifyInstance } from 'fastify';
import { Health, Records } from '../../core/contract/index.ts';
import { CREW } from '../auth/plugin.ts';
import type { Clock } from '../clock.ts';
import { answers } from '../contract.ts';
import type { Database } from '../database/connect.ts';
import { databaseTrouble } from '../database/trouble.ts';
import type { UnitRepository } from '../units/repository.ts';

export interface LastBackup {
  at: Date;
  file: string;
  sizeBytes: number;
}

export interface HealthParts {
  database: Database;
  units: Pick<UnitRepository, 'damaged'>;
  lastBackup(): LastBackup | null;
  clock: Clock;
}

const HOUR_MS = 3600 * 1000;

export async function healthRoutes(app: FastifyInstance, { database, units, lastBackup, clock }: HealthParts) {
  async function whyNotReady(): Promise<string | null> {
    try {
      await database.sequelize.authenticate();
      return null;
    } catch (error) {
      return databaseTrouble(error)?.message ?? 'The database answers with an error.';
    }
  }
  const backupAgeH = () => {
    const last = lastBackup();
    return last && Math.round(((clock().getTime() - last.at.getTime()) / HOUR_MS) * 10) / 10;
  };

  // Open, and so without a name or a path: a watchdog asks it.
  app.get(
    '/api/health',
    { config: { access: 'open' }, schema: { response: { 200: Health, 503: Health } } },
    async (_request, reply) => {
      const why = await whyNotReady();
      return reply.code(why ? 503 : 200).send({ live: true, ready: why === null, why, backupAgeH: backupAgeH() });
    },
  );

  /** What a lead wants to know of the records: how old the last backup is, and which of them cannot be read. */
  app.get('/api/records', { config: { access: CREW }, schema: { response: answers(Records) } }, async () => {
    const last = lastBackup();
    const damaged = await units.damaged();
    return {
      backup: last && { at: last.at.toISOString(), file: last.file, sizeBytes: last.sizeBytes, ageH: backupAgeH()! },
      damaged,
    };
  });
}
