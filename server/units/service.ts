/**
 * Units: keeping builds and taking operations. One transaction locks the unit's row, runs the same applyOperation as the
 * client, writes build, log and columns, and answers only after commit. What takes arithmetic is judged afterwards.
 */
import { EventEmitter } from 'node:events';
import { type Transaction, UniqueConstraintError } from 'sequelize';
import { applyToUnit, makeBody, usualPacks, usualPanelPlace } from '../../core/body/index.ts';
import type { CreatedAlike } from '../../core/contract/index.ts';
import {
  type Build,
  describeField,
  LEAD_OPERATIONS,
  newBuild,
  OPERATION_WORDS,
  type Operation,
  type OperationKind,
  type Outcome,
  OWNER_OPERATIONS,
  type Reason,
  readField,
  type Sender,
  type SentOperation,
  takeOperations,
  type UndoRow,
  type WiringHabits,
} from '../../core/document/index.ts';
import { ok } from '../../core/result.ts';
import { likeUnit } from '../../core/work/index.ts';
import { fleetOf, type Person } from '../auth/service.ts';
import type { Clock } from '../clock.ts';
import { isDeadlock } from '../database/trouble.ts';
import { ApiError } from '../errors.ts';
import { buildCache } from './buildCache.ts';
import type { FleetsService } from './fleets.ts';
import type { Judge } from './judge.ts';
import type { Head, UnitRepository } from './repository.ts';

/** One entry of the log as other clients hear it. */
export interface News {
  revision: number;
  operation: Operation;
  by: string;
  at: string;
  clientId: string;
}

export interface UnitsOptions {
  repository: UnitRepository;
  fleets: FleetsService;
  clock: Clock;
  judge: Judge;
  /** How lamps are wired in this shop: what a new unit begins with. */
  habits(): Promise<WiringHabits>;
}

export function unitsService({ repository, fleets, clock, judge, habits }: UnitsOptions) {
  /** Says 'changed' with the unit's id after each commit; the news itself is read from the log, so other processes' commits count too. */
  const changes = new EventEmitter();
  const builds = buildCache();
  changes.setMaxListeners(0);

  async function headOf(unitId: string, transaction?: Transaction): Promise<Head> {
    const head = await repository.head(unitId, transaction);
    if (!head) throw new ApiError('UNIT_NOT_FOUND');
    return head;
  }

  /** The build of a unit, with the revision that it really is of: one may have been added since the head was read. */
  async function buildOf(
    { id, tag, revision }: Head,
    transaction?: Transaction,
  ): Promise<{ revision: number; build: Build }> {
    const kept = builds.at(id, revision);
    if (kept) return { revision, build: kept };
    const row = await repository.document(id, transaction);
    if (!row) throw new ApiError('UNIT_NOT_FOUND');
    try {
      return { revision: row.revision, build: builds.read(id, tag, row.revision, row.build) };
    } catch (error) {
      // The yard says so as well once it is judged; written here, it would wait for the lock that this may be under.
      judge.ask(id);
      throw error;
    }
  }

  /** An owner sees the units of the own fleet, as if there were no others. */
  function mustBeVisible(person: Person, head: Head): void {
    const fleetId = fleetOf(person);
    if (fleetId !== null && head.fleetId !== fleetId) throw new ApiError('UNIT_NOT_FOUND');
  }

  async function visibleHead(person: Person, unitId: string): Promise<Head> {
    const head = await headOf(unitId);
    mustBeVisible(person, head);
    return head;
  }

  async function take(
    unitId: string,
    baseRevision: number,
    operations: SentOperation[],
    sender: Sender & { person: Person },
  ): Promise<Outcome[]> {
    let written: { revision: number; build: Build } | null = null;
    const outcomes = await repository.transaction(async (transaction) => {
      const head = await headOf(unitId, transaction);
      mustBeVisible(sender.person, head);
      const { build: before } = await buildOf(head, transaction);
      const { known, others } = await repository.logFor(unitId, baseRevision, operations, sender, transaction);
      const now = clock();
      const taken = takeOperations<Build, Operation>({
        document: before,
        unitId,
        revision: head.revision,
        operations: operations as (Operation | Extract<SentOperation, { kind: 'undo' }>)[],
        known,
        others,
        sender,
        now,
        mayDo: refuseByRole,
        apply(document, operation, stamp) {
          const applied = applyToUnit(document, operation, stamp);
          if (!applied.ok) return applied;
          const { build, touched, change } = applied.value;
          return ok({ document: build, touched, change });
        },
        describe: (document, field) => ({ words: describeField(document, field), value: readField(document, field) }),
      });
      const { document: build, revision, log } = taken;
      if (log.length > 0) {
        await repository.write(unitId, { before, build, revision, at: now, log }, transaction);
        written = { revision, build };
      }
      return taken.outcomes;
    });
    if (written) {
      const { revision, build } = written as { revision: number; build: Build };
      builds.keep(unitId, revision, build);
      judge.ask(unitId);
      changes.emit('changed', unitId);
    }
    return outcomes;
  }

  return {
    changes,

    async get(person: Person, unitId: string): Promise<{ id: string; revision: number; build: Build }> {
      const head = await visibleHead(person, unitId);
      return { id: head.id, ...(await buildOf(head)) };
    },

    /** Refuses a unit that is not there, or not there for this person. */
    async mustSee(person: Person, unitId: string): Promise<void> {
      await visibleHead(person, unitId);
    },

    async create(given: {
      id: string;
      tag: string;
      name: string;
      bodyId: string;
      parameters: Record<string, number>;
      systemVoltageV: 12 | 24;
      fleetId?: string | null;
    }): Promise<{ id: string }> {
      const body = makeBody(given.bodyId, given.parameters);
      if (!body.ok) throw new ApiError('BODY_REFUSED', body.reason.message);
      const { panelPosition, hasEngine, parameters } = body.value;
      const build = newBuild({
        tag: given.tag,
        name: given.name,
        bodyId: given.bodyId,
        parameters,
        systemVoltageV: given.systemVoltageV,
        batteryAh: 110,
        alternatorA: hasEngine ? 90 : 0,
        panelPosition,
        panelPlace: usualPanelPlace(given.bodyId),
        packIds: usualPacks(given.bodyId),
        habits: await habits(),
      });
      const fleetId = given.fleetId ?? (await fleets.onlyOne());
      try {
        await repository.transaction((transaction) =>
          repository.insert({ id: given.id, build, revision: 0, fleetId, judgement: null, at: clock() }, transaction),
        );
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        // The same request sent twice is answered twice and done once.
        const same = await repository.head(given.id);
        if (same?.tag !== given.tag)
          throw new ApiError('TAG_TAKEN', `${given.tag} stands in the yard already. Choose another tag.`);
      }
      judge.ask(given.id);
      return { id: given.id };
    },

    /**
     * Further units like one, all or none, each under the next tag that is free. The same request sent twice is answered
     * twice and done once.
     */
    async createAlike(
      person: Person,
      unitId: string,
      ids: readonly string[],
      nextTags: (count: number) => Promise<string[]>,
    ): Promise<CreatedAlike> {
      const head = await visibleHead(person, unitId);
      const { build } = await buildOf(head);
      const known = await repository.withIds(ids);
      if (known.length === ids.length) return known.map(({ id, tag }) => ({ id, tag }));
      const tags = await nextTags(ids.length);
      const made = ids.map((id, at) => ({ id, tag: tags[at]! }));
      try {
        await repository.transaction(async (transaction) => {
          for (const { id, tag } of made) {
            const { fleetId } = head;
            const given = { id, build: likeUnit(build, tag), revision: 0, fleetId, judgement: null, at: clock() };
            await repository.insert(given, transaction);
          }
        });
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        throw new ApiError('TAG_TAKEN', 'Somebody took a unit in at the same moment. Try once more.');
      }
      for (const { id } of made) judge.ask(id);
      return made;
    },

    /** Takes operations in order. Each is answered for itself; all that were applied are committed together. */
    async applyOperations(
      unitId: string,
      baseRevision: number,
      operations: SentOperation[],
      sender: Sender & { person: Person },
    ): Promise<Outcome[]> {
      try {
        return await take(unitId, baseRevision, operations, sender);
      } catch (error) {
        if (error instanceof UniqueConstraintError && error.fields && 'tag' in error.fields)
          throw new ApiError('TAG_TAKEN');
        // Two wrote the same id, or got in each other's way, at one moment: the second look knows what the first did.
        if (error instanceof UniqueConstraintError || isDeadlock(error))
          return take(unitId, baseRevision, operations, sender);
        throw error;
      }
    },

    /** One's own latest changes with what they did, oldest first: what undo and redo are made from after a reload. */
    async undoRows(person: Person, unitId: string): Promise<UndoRow[]> {
      await visibleHead(person, unitId);
      const rows = await repository.changesBy(person.id, unitId);
      return rows.toReversed().map(({ id, kind, undoes, effect, operation }) => {
        const { what, group } = JSON.parse(operation) as { what?: OperationKind; group?: string };
        return {
          id,
          what: what ?? (kind as OperationKind),
          group: group ?? null,
          undoes,
          change: effect === null ? null : (JSON.parse(effect) as UndoRow['change']),
        };
      });
    },

    /** How far the logs of these units have come. */
    async revisionsOf(unitIds: readonly string[]): Promise<Map<string, number>> {
      const rows = await repository.withIds(unitIds);
      return new Map(rows.map((row) => [row.id, row.revision]));
    },

    async newsSince(unitId: string, revision: number): Promise<News[]> {
      const rows = await repository.logAfter(unitId, revision);
      return rows.map((row) => ({
        revision: row.revision,
        operation: JSON.parse(row.operation) as Operation,
        by: row.personName,
        at: row.at.toISOString(),
        clientId: row.clientId,
      }));
    },

    async history(
      person: Person,
      unitId: string,
    ): Promise<{ revision: number; words: string; by: string; at: string }[]> {
      await visibleHead(person, unitId);
      const rows = await repository.history(unitId);
      return rows.map((row) => ({
        revision: row.revision,
        words: OPERATION_WORDS[row.kind as Operation['kind']],
        by: row.personName,
        at: row.at.toISOString(),
      }));
    },
  };
}

export type UnitsService = ReturnType<typeof unitsService>;

function refuseByRole(person: Sender['person'], { kind }: { kind: string }): Reason | null {
  if (person.role === 'owner' && !OWNER_OPERATIONS.has(kind as OperationKind)) {
    return { kind: 'invalid', message: 'Owners may read and comment. Ask the lead to change the build.' };
  }
  if (person.role !== 'lead' && LEAD_OPERATIONS.has(kind as OperationKind)) {
    return { kind: 'invalid', message: 'Only the lead may do that. Ask the lead.' };
  }
  return null;
}
