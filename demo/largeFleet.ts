/**
 * A generated fleet for measuring: units like those of the demo, thousands of them, each with a log that leads from its
 * first document to the one that is stored. Work on one unit is worked out once and written for all that are like it.
 */
import { applyToUnit } from '../core/body/index.ts';
import type { Build, Operation } from '../core/document/index.ts';
import type { Database } from '../server/database/connect.ts';
import type { LampRow, OperationRow, UnitRow } from '../server/database/models.ts';
import { uuidv7 } from '../server/ids.ts';
import { fleetsService } from '../server/units/fleets.ts';
import { judgedColumns, judgeUnit, plainColumns } from '../server/units/judgement.ts';
import { ODILE } from './people.ts';
import { demoUnits } from './world.ts';

const FLEET = 'Generated fleet';
const ROWS_AT_ONCE = 1000;
const UNITS_AT_ONCE = 50;
const PREFIX = 'LG';

interface Template {
  base: Build;
  build: Build;
  log: { operation: Operation; touched: string[]; change: object; at: Date }[];
}

/** A unit of the demo with so many operations done on it. */
function worked(base: Build, count: number, now: Date): Template {
  let build = base;
  const log: Template['log'] = [];
  for (let index = 0; index < count; index++) {
    const at = new Date(now.getTime() - (count - index) * 60_000);
    const operation = { id: '', kind: 'tickStep', stepKey: `bench ${index % 7}`, done: index % 2 === 0 } as Operation;
    const applied = applyToUnit(build, operation, { by: ODILE, at: at.toISOString() });
    if (!applied.ok) throw new Error(applied.reason.message);
    build = applied.value.build;
    log.push({ operation, touched: applied.value.touched, change: applied.value.change, at });
  }
  return { base, build, log };
}

const named = (build: Build, tag: string): Build => ({ ...build, unit: { ...build.unit, tag } });

export async function loadLargeFleet(
  database: Database,
  { units, operations, now }: { units: number; operations: number; now: Date },
): Promise<void> {
  const { tables, sequelize } = database;
  const fleet = await fleetsService(database).byName(FLEET);
  const count = Math.round(operations / units);
  const templates = demoUnits(now, uuidv7).map((build) => {
    const template = worked(build, count, now);
    return { ...template, judgement: judgeUnit('', template.build) };
  });
  const clientId = uuidv7();
  for (let from = 0; from < units; from += UNITS_AT_ONCE) {
    const unitRows: UnitRow[] = [];
    const baseRows: { unitId: string; revision: number; document: string }[] = [];
    const patternRows: { unitId: string; patternId: string }[] = [];
    const logRows: OperationRow[] = [];
    const lampRows: LampRow[] = [];
    for (let number = from; number < Math.min(units, from + UNITS_AT_ONCE); number++) {
      const template = templates[number % templates.length]!;
      const id = uuidv7();
      const tag = `${PREFIX}-${String(number + 1).padStart(4, '0')}`;
      const build = named(template.build, tag);
      const judgement = { ...template.judgement, shopUnit: { ...template.judgement.shopUnit, id, tag } };
      unitRows.push({
        id,
        bodyId: build.body.bodyId,
        fleetId: fleet.id,
        revision: template.log.length,
        ...plainColumns(build),
        ...judgedColumns(build, judgement),
        judgedRevision: template.log.length,
        damaged: null,
        build: JSON.stringify(build),
        updatedAt: now,
      });
      baseRows.push({ unitId: id, revision: 0, document: JSON.stringify(named(template.base, tag)) });
      for (const patternId of judgement.summary.patternIds) patternRows.push({ unitId: id, patternId });
      for (const lamp of Object.values(build.lamps)) {
        const { id: lampId, modelKey, face, colour, position } = lamp;
        lampRows.push({ unitId: id, lampId, tag: lamp.tag, modelKey, face, colour, ...position });
      }
      for (const [at, entry] of template.log.entries()) {
        const operationId = uuidv7();
        logRows.push({
          id: operationId,
          unitId: id,
          revision: at + 1,
          kind: entry.operation.kind,
          clientId,
          personId: null,
          personName: ODILE,
          at: entry.at,
          operation: JSON.stringify({ ...entry.operation, id: operationId }),
          touched: JSON.stringify(entry.touched),
          undoes: null,
          effect: JSON.stringify(entry.change),
        });
      }
    }
    await sequelize.transaction(async (transaction) => {
      const within = { transaction };
      await tables.units.bulkCreate(unitRows, within);
      await tables.unitBases.bulkCreate(baseRows, within);
      await tables.unitPatterns.bulkCreate(patternRows, within);
      for (let row = 0; row < logRows.length; row += ROWS_AT_ONCE)
        await tables.operations.bulkCreate(logRows.slice(row, row + ROWS_AT_ONCE), within);
      for (let row = 0; row < lampRows.length; row += ROWS_AT_ONCE)
        await tables.lamps.bulkCreate(lampRows.slice(row, row + ROWS_AT_ONCE), within);
    });
  }
}
