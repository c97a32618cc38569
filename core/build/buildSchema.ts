/**
 * The build: everything planned and done to one unit's lights, as one document.
 * Collections are records by id, and what two people may edit apart is a field of its own, because conflicts are
 * judged field by field (see applyOperation.ts).
 */
import * as z from 'zod';
import { Element, Wire } from './circuitParts.ts';
import { Control, LightFunction, OwnPattern, Programmed } from './flashParts.ts';
import { Id } from './ids.ts';
import { LampModel } from './lampModel.ts';
import { Position } from './position.ts';
import { Check, FoundFault, HungLegend, Reading, SignOff, voltsRead } from './proofParts.ts';
import { RouteLink, RouteNode } from './routeParts.ts';
import { RulePack } from './rulePack.ts';
import { AttachmentKind, Face, LampRole, LightColour, MountKind } from './vocabulary.ts';
import { AsBuilt, Problem, StepKey, StepOrder, USUAL_ORDER } from './workParts.ts';

const finite = z.number().finite();

export const Lamp = z.object({
  id: Id,
  tag: z.string().regex(/^[FBLRT]\d{1,3}$/, 'A tag is F, B, L, R or T and a number'),
  modelKey: z.string(),
  face: Face,
  position: Position.describe('centre of the mounting face, on the skin'),
  colour: LightColour,
  mount: MountKind,
  pairId: Id.nullable().describe('lamps with the same pair id mirror each other'),
  groupId: Id.nullable().describe('lamps with the same group id are selected together'),
  locked: z.boolean().describe('drilled or agreed: it may not be moved'),
});
export type Lamp = z.infer<typeof Lamp>;

export const SlotReading = z.object({
  keyOffV: voltsRead.nullable(),
  keyOnV: voltsRead.nullable(),
  runningV: voltsRead.nullable(),
});
export type SlotReading = z.infer<typeof SlotReading>;

/** Where power can be had: a slot of the fuse panel, a spare plug, a factory switch, a pin of the trailer connector. */
export const SourceKind = z.enum(['slot', 'prewire', 'upfitter', 'pin', 'ignition']);
export type SourceKind = z.infer<typeof SourceKind>;

export const Slot = z.object({
  id: Id,
  kind: SourceKind,
  label: z.string().min(1).max(24),
  row: z.number().int().min(0).max(19),
  column: z.number().int().min(0).max(9),
  ratingA: z.number().positive().max(200).nullable().describe('fuse in the slot; null when empty'),
  limitA: z.number().positive().max(200).describe('most the slot and its bus may carry'),
  feeds: z.string().max(60).describe("what of the unit's own hangs on it; empty when spare"),
  ownLoadA: z.number().min(0).max(200),
  reservedFor: z.string().max(60),
  reading: SlotReading,
});
export type Slot = z.infer<typeof Slot>;

export const Tick = z.object({ by: z.string(), at: z.iso.datetime() });
export type Tick = z.infer<typeof Tick>;

/** A step that is done, with the minutes that it took where somebody wrote them down. */
export const StepTick = Tick.extend({ minutes: z.number().min(0).max(6000).nullable() });
export type StepTick = z.infer<typeof StepTick>;

/** A part added by hand, e.g. a kit sold apart. Its id says what it is for, so two people adding it add to one line. */
export const ExtraPart = z.object({
  id: z.string().min(1).max(80),
  partKey: z.string().min(1).max(40),
  name: z.string().min(1).max(80),
  quantity: z.number().int().min(1).max(500),
  modelKey: z.string().nullable().describe('the lamp model it goes with'),
});
export type ExtraPart = z.infer<typeof ExtraPart>;

export const Comment = z.object({ id: Id, text: z.string().min(1).max(1000), by: z.string(), at: z.iso.datetime() });
export type Comment = z.infer<typeof Comment>;

/** A lamp that the unit came with, or a mirrored pair of them, as found in the survey. */
export const FactoryLamp = z.object({
  id: Id,
  role: LampRole,
  face: Face,
  colour: LightColour,
  paired: z.boolean(),
  position: Position.describe('of the left-hand lamp of a pair'),
  state: z.enum(['works', 'dim', 'dead', 'missing']),
  note: z.string().max(200),
});
export type FactoryLamp = z.infer<typeof FactoryLamp>;

/** A plug found on the unit: a spare switch plug, a trailer connector, a prewire. */
export const Plug = z.object({
  id: Id,
  name: z.string().min(2).max(60),
  place: z.string().max(80),
  pins: z
    .array(
      z.object({
        pin: z.string().min(1).max(6),
        colour: z.string().max(30),
        purpose: z.string().max(60),
        keyOffV: voltsRead.nullable(),
        keyOnV: voltsRead.nullable(),
        runningV: voltsRead.nullable(),
      }),
    )
    .max(24),
  end: z.enum(['joined', 'capped', 'open']).describe('what stands on its far side now'),
  leftMm: z.number().min(0).max(5000).nullable().describe('lead left behind it where it was cut; null when whole'),
});
export type Plug = z.infer<typeof Plug>;

/** Trim that has to come off, and what holds it. */
export const Trim = z.object({
  id: Id,
  name: z.string().min(2).max(60),
  fasteners: z.string().min(1).max(80),
  count: z.number().int().min(1).max(200),
  note: z.string().max(200),
});
export type Trim = z.infer<typeof Trim>;

/** A picture kept with the unit; its bytes are kept by the server under the same id. */
export const Photo = z.object({
  id: Id,
  caption: z.string().min(1).max(120),
  stepKey: StepKey.nullable().describe('the step it was taken at'),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
});
export type Photo = z.infer<typeof Photo>;

/** An answer to a line of the survey's checklist. */
export const SurveyAnswer = z.object({ value: z.string().min(1).max(300), by: z.string(), at: z.iso.datetime() });
export type SurveyAnswer = z.infer<typeof SurveyAnswer>;

const OutlinePoints = z
  .array(z.tuple([finite, finite]))
  .min(3)
  .max(2000);

/** Outlines drawn elsewhere and brought in at a known length, instead of a template's. */
export const OwnOutlines = z.object({
  side: OutlinePoints.describe('x, z in mm'),
  front: OutlinePoints.nullable().describe('y, z in mm; a box when there is none'),
  plan: OutlinePoints.nullable().describe('x, y in mm; a box when there is none'),
});
export type OwnOutlines = z.infer<typeof OwnOutlines>;

export const SCHEMA_VERSION = 5;

export const Build = z.object({
  schemaVersion: z.literal(SCHEMA_VERSION),
  unit: z.object({
    tag: z.string().regex(/^[A-Z]{1,4}-\d{1,4}$/, 'A unit tag is letters, a dash and a number, like SR-07'),
    name: z.string().min(2).max(60),
  }),
  body: z.object({
    bodyId: z.string(),
    parameters: z.record(z.string(), finite),
    outlines: OwnOutlines.nullable(),
    attachments: z.array(AttachmentKind).max(2),
  }),
  electrics: z.object({
    systemVoltageV: z.union([z.literal(12), z.literal(24)]),
    batteryAh: z.number().positive().max(2000),
    alternatorA: z.number().min(0).max(1000).describe('0 for a trailer'),
    surveyed: z.boolean().describe('someone has checked these on the unit'),
  }),
  fusePanel: z.object({ name: z.string().max(60), place: z.string().max(80), position: Position }),
  slots: z.record(Id, Slot),
  models: z.record(z.string(), LampModel),
  lamps: z.record(Id, Lamp),
  controls: z.record(Id, Control),
  elements: z.record(Id, Element),
  wires: z.record(Id, Wire),
  routeNodes: z.record(Id, RouteNode),
  routeLinks: z.record(Id, RouteLink),
  functions: z.record(Id, LightFunction),
  patterns: z.record(z.string(), OwnPattern).describe('drawn for this unit'),
  fleetPatternId: z.string().nullable().describe('pattern that the fleet has agreed on for warning'),
  programmed: z.record(Id, Programmed).describe('by lamp id'),
  legend: HungLegend.nullable(),
  readings: z.record(Id, Reading),
  checks: z.record(z.string(), Check).describe('by key of the check'),
  faults: z.record(Id, FoundFault),
  signOff: SignOff.nullable(),
  ticks: z.record(z.string(), StepTick),
  stepOrder: StepOrder,
  measured: z.record(z.string(), AsBuilt).describe('by key of the measure'),
  problems: z.record(Id, Problem),
  extraParts: z.record(z.string(), ExtraPart),
  comments: z.record(Id, Comment),
  handedOver: Tick.nullable(),
  factoryLamps: z.record(Id, FactoryLamp),
  plugs: z.record(Id, Plug),
  trim: z.record(Id, Trim),
  photos: z.record(Id, Photo),
  survey: z.record(z.string(), SurveyAnswer).describe('by the key of the checklist line'),
  rules: z.object({
    packIds: z.array(z.string()).describe('general packs that this unit is held to'),
    own: z.record(z.string(), RulePack).describe("the crew's packs, copied in"),
  }),
});
export type Build = z.infer<typeof Build>;

export interface NewBuild {
  tag: string;
  name: string;
  bodyId: string;
  parameters: Record<string, number>;
  systemVoltageV: 12 | 24;
  batteryAh: number;
  alternatorA: number;
  panelPosition: Position;
  packIds: readonly string[];
}

/** An empty build for a unit that has just come into the yard. */
export function newBuild(given: NewBuild): Build {
  return {
    schemaVersion: SCHEMA_VERSION,
    unit: { tag: given.tag, name: given.name },
    body: { bodyId: given.bodyId, parameters: given.parameters, outlines: null, attachments: [] },
    electrics: {
      systemVoltageV: given.systemVoltageV,
      batteryAh: given.batteryAh,
      alternatorA: given.alternatorA,
      surveyed: false,
    },
    fusePanel: { name: 'Fuse panel', place: 'cab, behind the kick panel', position: given.panelPosition },
    slots: {},
    models: {},
    lamps: {},
    controls: {},
    elements: {},
    wires: {},
    routeNodes: {},
    routeLinks: {},
    functions: {},
    patterns: {},
    fleetPatternId: null,
    programmed: {},
    legend: null,
    readings: {},
    checks: {},
    faults: {},
    signOff: null,
    ticks: {},
    stepOrder: USUAL_ORDER,
    measured: {},
    problems: {},
    extraParts: {},
    comments: {},
    handedOver: null,
    factoryLamps: {},
    plugs: {},
    trim: {},
    photos: {},
    survey: {},
    rules: { packIds: [...given.packIds], own: {} },
  };
}
