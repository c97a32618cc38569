/**
 * Stored builds carry a schema version. A step is named, numbered without gaps and lifts a document by one version;
 * frozen samples of every old shape are kept in tests.
 */
import * as z from 'zod';
import { ok, type Result, refused } from '../../result.ts';
import { Build, SCHEMA_VERSION } from '../schema/buildSchema.ts';
import { issueSentence } from './issueSentence.ts';

interface Step {
  name: string;
  /** Version that the step produces. */
  to: number;
  up(document: Record<string, unknown>): Record<string, unknown>;
}

const mapValues = (
  record: unknown,
  map: (value: Record<string, unknown>) => Record<string, unknown>,
): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries((record ?? {}) as Record<string, Record<string, unknown>>).map(([key, value]) => [key, map(value)]),
  );

const STEPS: Step[] = [
  {
    name: 'AddExtraParts',
    to: 1,
    // Version 0 (the first trial files) had neither parts added by hand nor a hand-over stamp.
    up: (document) => ({ extraParts: {}, comments: {}, handedOver: null, ...document }),
  },
  {
    name: 'AddSurveyAndRules',
    to: 2,
    up: (document) => ({
      ...document,
      body: { outlines: null, attachments: [], ...(document.body as object) },
      lamps: mapValues(document.lamps, (lamp) => ({ groupId: null, locked: false, ...lamp })),
      slots: mapValues(document.slots, (slot) => ({
        ...slot,
        reading: { runningV: null, ...(slot.reading as object) },
      })),
      factoryLamps: {},
      plugs: {},
      trim: {},
      photos: {},
      survey: {},
      rules: { packIds: ['us-road'], own: {} },
    }),
  },
  {
    name: 'AddRoutesAndCircuitParts',
    to: 3,
    up: (document) => ({
      ...document,
      slots: mapValues(document.slots, (slot) => ({ kind: 'slot', ...slot })),
      plugs: mapValues(document.plugs, (plug) => ({ end: 'open', leftMm: null, ...plug })),
      wires: mapValues(document.wires, (wire) => ({ loomLengthMm: null, ...wire })),
      elements: mapValues(document.elements, (element) => ({
        ...(element.kind === 'fuse' && { family: 'blade' }),
        // What limit an older tap had was never said.
        ...(element.kind === 'tap' && { limitA: null }),
        ...element,
      })),
      routeNodes: {},
      routeLinks: {},
    }),
  },
  {
    name: 'AddFlashAndProof',
    to: 4,
    up: (document) => ({
      ...document,
      functions: mapValues(document.functions, (each) => ({
        nightPercent: each.levelPercent,
        modulator: null,
        ...each,
        shows: mapValues(each.shows, (show) => ({ shiftMs: 0, ...show })),
      })),
      ticks: mapValues(document.ticks, (tick) => ({ minutes: null, ...tick })),
      patterns: {},
      fleetPatternId: null,
      programmed: {},
      legend: null,
      checks: {},
      faults: {},
      signOff: null,
    }),
  },
  {
    name: 'AddWork',
    to: 5,
    up: (document) => ({
      ...document,
      photos: mapValues(document.photos, (photo) => ({ stepKey: null, ...photo })),
      ticks: withFinerSteps((document.ticks ?? {}) as Record<string, unknown>),
      stepOrder: { keys: [], reasons: {} },
      measured: {},
      problems: {},
    }),
  },
  { name: 'AddStanding', to: 6, up: (document) => ({ standing: {}, ...document }) },
  // Wires of the unit's own are marked; all wires of before are the crew's.
  {
    name: 'AddOwnWiring',
    to: 7,
    up: (document) => ({
      ...document,
      plugs: mapValues(document.plugs, (plug) => ({
        ...plug,
        pins: (plug.pins as object[]).map((pin) => ({ areaMm2: null, ...pin })),
      })),
    }),
  },
  { name: 'AddPlacesAndLooks', to: 8, up: (document) => ({ places: {}, looks: {}, ...document }) },
  // Where the holes of a base are was worked out from its size until then: nobody had measured one.
  {
    name: 'AddBaseHoles',
    to: 9,
    up: (document) => ({
      ...document,
      models: mapValues(document.models, (model) => ({
        ...model,
        mounts: (model.mounts as object[]).map((mount) => ({ places: null, ...mount })),
      })),
    }),
  },
  { name: 'AddFuseBoxesAndLooms', to: 10, up: (document) => ({ fuseBoxes: {}, looms: {}, ...document }) },
  // Which switch it is may be said from then on; nobody had.
  { name: 'AllowSwitchParts', to: 11, up: (document) => document },
  { name: 'AddWiringHabits', to: 12, up: (document) => ({ habits: {}, ...document }) },
  // Nothing but lamps was placed before, each on the skin and straight; old holes were nowhere.
  { name: 'AddBracketsAimAndOldHoles', to: 13, up: (document) => ({ oldHoles: {}, ...document }) },
];

/** Steps that were one until version 4, by the key that was ticked then. Time stays with the step that kept its name. */
function withFinerSteps(ticks: Record<string, unknown>): Record<string, unknown> {
  const parts = (key: string): string[] => {
    if (key.startsWith('drill:')) return [key.replace('drill:', 'pilot:')];
    return { program: ['insulate'], prove: ['pull'], close: ['ties', 'fuse'] }[key] ?? [];
  };
  return Object.fromEntries(
    Object.entries(ticks).flatMap(([key, tick]) => [
      [key, tick],
      ...parts(key).map((part) => [part, { ...(tick as object), minutes: null }]),
    ]),
  );
}

export interface MigrationFailure {
  kind: 'newer' | 'step' | 'invalid';
  message: string;
}

/** Lifts any stored document to today's shape, or says which step failed. */
export function migrateBuild(document: unknown): Result<Build, MigrationFailure> {
  const versioned = z.looseObject({ schemaVersion: z.number().int().min(0) }).safeParse(document);
  if (!versioned.success) return refused({ kind: 'invalid', message: 'The file has no schema version.' });
  let current: Record<string, unknown> = versioned.data;
  const from = versioned.data.schemaVersion;
  if (from > SCHEMA_VERSION) {
    return refused({
      kind: 'newer',
      message: `The build is of version ${from}; this program knows ${SCHEMA_VERSION}.`,
    });
  }
  for (const step of STEPS.filter((each) => each.to > from)) {
    try {
      current = { ...step.up(current), schemaVersion: step.to };
    } catch (error) {
      return refused({ kind: 'step', message: `Step ${step.name} failed: ${String(error)}` });
    }
  }
  const parsed = Build.safeParse(current);
  if (parsed.success) return ok(parsed.data);
  return refused({ kind: 'invalid', message: issueSentence(parsed.error.issues[0]!) });
}
