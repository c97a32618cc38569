/**
 * The build: everything planned and done to one unit's lights, as one document.
 * Collections are records by id, and what two people may edit apart is a field of its own, because conflicts are
 * judged field by field (see applyOperation.ts).
 */

import * as z from 'zod';
import type { Amps, Degrees, Millimetres, SquareMillimetres } from '../../units/index.ts';
import { between, coordinateMm, key, line, list, prose, stamped, table, upTo } from './bounds.ts';
import { Control, LightFunction, MAX_LAMPS, OwnPattern, Programmed } from './flashParts.ts';
import { Id } from './ids.ts';
import { givesLight, LampModel, MAX_PADS } from './lampModel.ts';
import { Position } from './position.ts';
import { Check, FoundFault, HungLegend, Look, Reading, SignOff, voltsRead } from './proofParts.ts';
import { RulePack } from './rulePack.ts';
import { AttachmentKind, Face, LampRole, LightColour, MountKind, Signal } from './vocabulary.ts';
import { Element, Wire } from './wiring/circuitParts.ts';
import { FittedLoom } from './wiring/loom.ts';
import { RouteLink, RouteNode } from './wiring/routeParts.ts';
import { WiringHabits } from './wiring/wiringHabits.ts';
import { AsBuilt, Problem, StepKey, StepOrder, USUAL_ORDER } from './workParts.ts';

/** A place on something that holds lamps. */
export const PadTaken = z.object({
  onId: Id,
  index: z
    .number()
    .int()
    .min(0)
    .max(MAX_PADS - 1),
});
export type PadTaken = z.infer<typeof PadTaken>;

/** Where a lamp looks, against straight away from its face. */
export const Aim = z.object({
  turnDeg: between<Degrees>(-180, 180).describe('clockwise from above, from straight out; on top from straight ahead'),
  tiltDeg: between<Degrees>(-90, 90).describe('up from straight out, on top from level; down is under 0'),
});
export type Aim = z.infer<typeof Aim>;

export const Lamp = z.object({
  id: Id,
  tag: z
    .string()
    .max(5)
    .regex(/^[FBLRTH]\d{1,3}[b-f]?$/, 'A tag is F, B, L, R, T or H and a number'),
  modelKey: LampModel.shape.key,
  face: Face,
  position: Position.describe('centre of the mounting face, on the skin'),
  colour: LightColour,
  mount: MountKind,
  pairId: Id.nullable().describe('lamps with the same pair id mirror each other'),
  groupId: Id.nullable().describe('lamps with the same group id are selected together'),
  locked: z.boolean().describe('drilled or agreed: it may not be moved'),
  housingId: Id.optional().describe('the lamp in whose housing it is a further job; left out for one of its own'),
  pad: PadTaken.optional().describe('the place on a bracket that it stands on; left out on the skin'),
  aim: Aim.optional().describe('left out where it looks straight away from its face'),
});
export type Lamp = z.infer<typeof Lamp>;

export const SlotReading = z.object({
  keyOffV: voltsRead.nullable(),
  keyOnV: voltsRead.nullable(),
  runningV: voltsRead.nullable(),
  signalV: voltsRead.nullable().default(null).describe('while its signal is on'),
});
export type SlotReading = z.infer<typeof SlotReading>;

/** Where power can be had: a slot of the fuse panel, a spare plug, a factory switch, a pin of the trailer connector. */
export const SourceKind = z.enum(['slot', 'prewire', 'upfitter', 'pin', 'ignition']);
export type SourceKind = z.infer<typeof SourceKind>;

/** What goes into a slot: blade fuses by their width, a cartridge, a fuse that is bolted down. */
export const FuseSize = z.enum(['bladeSmall', 'blade', 'bladeLarge', 'cartridge', 'bolted']);
export type FuseSize = z.infer<typeof FuseSize>;

/** Metal in a slot: on both sides, missing on the side that the lamps would hang on, or on neither. */
export const Cavity = z.enum(['whole', 'noLoadSide', 'hollow']);
export type Cavity = z.infer<typeof Cavity>;

export const Slot = z.object({
  id: Id,
  kind: SourceKind,
  label: line(24, 1),
  row: z.number().int().min(0).max(19),
  column: z.number().int().min(0).max(9),
  ratingA: upTo<Amps>(200).nullable().describe('fuse in the slot; null when empty'),
  limitA: upTo<Amps>(200).describe('most the slot and its bus may carry'),
  feeds: line(60).describe("what of the unit's own hangs on it; empty when spare"),
  ownLoadA: between<Amps>(0, 200),
  reservedFor: line(60),
  signal: Signal.nullable().default(null).describe('of the driver, with which it is hot; null when with none'),
  reading: SlotReading,
  boxId: Id.nullable().optional().describe('the further fuse box that it is in; null or left out for the fuse panel'),
  size: FuseSize.optional().describe('what it takes; left out for the usual blade'),
  cavity: Cavity.optional().describe('left out for whole'),
  controlId: Id.nullable()
    .optional()
    .describe('the switch of the unit that makes and breaks it; null or left out for none'),
});
export type Slot = z.infer<typeof Slot>;

/** Where fuses sit: one is called the fuse panel; what nobody has said a place of counts as there. */
export const FuseBox = z.object({
  name: line(60),
  place: line(80),
  position: Position,
  isWet: z.boolean().optional().describe('water reaches it: its terminals are sealed; left out where it is dry'),
});
export type FuseBox = z.infer<typeof FuseBox>;

export const FurtherBox = FuseBox.extend({ id: Id, name: line(60, 2) });
export type FurtherBox = z.infer<typeof FurtherBox>;

export const Tick = z.object(stamped);
export type Tick = z.infer<typeof Tick>;

/** Who gave the unit out, and what was open then, as it was told. */
export const HandOver = Tick.extend({ open: list(line(200), 100).optional() });
export type HandOver = z.infer<typeof HandOver>;

/** A step that is done, with the minutes that it took where somebody wrote them down. */
export const StepTick = Tick.extend({ minutes: z.number().min(0).max(6000).nullable() });
export type StepTick = z.infer<typeof StepTick>;

/** A part added by hand, e.g. a kit sold apart. Its id says what it is for, so two people adding it add to one line. */
export const ExtraPart = z.object({
  id: key(80),
  partKey: key(40),
  name: line(80, 1),
  quantity: z.number().int().min(1).max(500),
  modelKey: LampModel.shape.key.nullable().describe('the lamp model it goes with'),
});
export type ExtraPart = z.infer<typeof ExtraPart>;

export const Comment = z.object({ id: Id, text: prose(1000, 1), ...stamped });
export type Comment = z.infer<typeof Comment>;

/** A caution that somebody answers for: it stays as it is, for a reason. */
export const Standing = z.object({ code: line(8, 2), reason: prose(300, 3), ...stamped });
export type Standing = z.infer<typeof Standing>;

/** A lamp that the unit came with, or a mirrored pair of them, as found in the survey. */
export const FactoryLamp = z.object({
  id: Id,
  role: LampRole,
  face: Face,
  colour: LightColour,
  paired: z.boolean(),
  position: Position.describe('of the left-hand lamp of a pair'),
  state: z.enum(['works', 'dim', 'dead', 'missing']),
  note: prose(200),
});
export type FactoryLamp = z.infer<typeof FactoryLamp>;

/** A plug found on the unit: a spare switch plug, a trailer connector, a prewire. */
export const Plug = z.object({
  id: Id,
  name: line(60, 2),
  place: line(80),
  pins: list(
    z.object({
      pin: line(6, 1),
      colour: line(30),
      purpose: line(60),
      keyOffV: voltsRead.nullable(),
      keyOnV: voltsRead.nullable(),
      runningV: voltsRead.nullable(),
      signal: Signal.nullable().default(null).describe('of the driver, with which it is hot; null when with none'),
      isSwitched: z
        .boolean()
        .optional()
        .describe("hot while an accessory switch of the unit's own is on; left out when with none"),
      signalV: voltsRead.nullable().default(null).describe('while its signal or its switch is on'),
      ratingA: upTo<Amps>(200).nullable().default(null).describe('fuse of the unit ahead of it; null when not known'),
      ownLoadA: between<Amps>(0, 200).default(0).describe("what the unit's own lamps draw from it"),
      areaMm2: upTo<SquareMillimetres>(120).nullable().default(null).describe('of its lead; null when not known'),
    }),
    24,
  ),
  end: z.enum(['joined', 'capped', 'open']).describe('what stands on its far side now'),
  leftMm: between<Millimetres>(0, 5000).nullable().describe('lead left behind it where it was cut; null when whole'),
  position: Position.optional().describe(
    'where it hangs; left out while nobody said, which counts as at the fuse panel',
  ),
});
export type Plug = z.infer<typeof Plug>;

/** A pin of which no more is known than its readings with the key. */
export const PLAIN_PIN = { signal: null, signalV: null, ratingA: null, ownLoadA: 0, areaMm2: null } as const;

/** Trim that has to come off, and what holds it. */
export const Trim = z.object({
  id: Id,
  name: line(60, 2),
  fasteners: line(80, 1),
  count: z.number().int().min(1).max(200),
  note: prose(200),
});
export type Trim = z.infer<typeof Trim>;

/** A hole that the unit came with, of a lamp or whatever was there before. */
export const OldHole = z.object({
  id: Id,
  face: Face,
  position: Position.describe('its middle, on the skin'),
  diameterMm: upTo<Millimetres>(200),
  note: line(80),
});
export type OldHole = z.infer<typeof OldHole>;

/** A picture kept with the unit; its bytes are kept by the server under the same id. */
export const Photo = z.object({
  id: Id,
  caption: line(120, 1),
  stepKey: StepKey.nullable().describe('the step it was taken at'),
  width: z.number().int().min(1).max(20_000),
  height: z.number().int().min(1).max(20_000),
});
export type Photo = z.infer<typeof Photo>;

/** An answer to a line of the survey's checklist. */
export const SurveyAnswer = z.object({ value: prose(300, 1), ...stamped });
export type SurveyAnswer = z.infer<typeof SurveyAnswer>;

const OutlinePoints = list(z.tuple([coordinateMm, coordinateMm]), 2000, 3);

/** Outlines drawn elsewhere and brought in at a known length, instead of a template's. */
export const OwnOutlines = z.object({
  side: OutlinePoints.describe('x, z in mm'),
  front: OutlinePoints.nullable().describe('y, z in mm; a box when there is none'),
  plan: OutlinePoints.nullable().describe('x, y in mm; a box when there is none'),
});
export type OwnOutlines = z.infer<typeof OwnOutlines>;

/** What has a place of its own that is no lamp, slot or plug: the battery, a control, a part of the circuit. */
export const PlaceKey = z.union([z.literal('battery'), Id]);
export type PlaceKey = z.infer<typeof PlaceKey>;

export const SCHEMA_VERSION = 13;

export const Build = z.object({
  schemaVersion: z.literal(SCHEMA_VERSION),
  unit: z.object({
    tag: z
      .string()
      .max(9)
      .regex(/^[A-Z]{1,4}-\d{1,4}$/, 'A unit tag is letters, a dash and a number, like SR-07'),
    name: line(60, 2),
  }),
  body: z.object({
    bodyId: key(40),
    parameters: table(key(40), coordinateMm, 40),
    outlines: OwnOutlines.nullable(),
    attachments: list(AttachmentKind, 2),
  }),
  electrics: z.object({
    systemVoltageV: z.union([z.literal(12), z.literal(24)]),
    batteryAh: upTo(2000),
    alternatorA: between<Amps>(0, 1000).describe('0 for a trailer'),
    surveyed: z.boolean().describe('someone has checked these on the unit'),
    seenLossPercent: between(0.5, 20).optional().describe('what lamps to be seen by may lose; left out for the usual'),
    workLossPercent: between(0.5, 20).optional().describe('what lamps to work by may lose; left out for the usual'),
  }),
  habits: WiringHabits.describe('how its lamps are wired unless a feed is made otherwise; empty for the usual'),
  fusePanel: FuseBox,
  fuseBoxes: table(Id, FurtherBox, 20).describe('beside the fuse panel'),
  places: table(PlaceKey, Position, 4200).describe(
    'where battery, switches, receivers, relays and blocks sit, once said',
  ),
  slots: table(Id, Slot, 400),
  models: table(LampModel.shape.key, LampModel, 200),
  lamps: table(Id, Lamp, MAX_LAMPS),
  controls: table(Id, Control, 200),
  elements: table(Id, Element, 4000),
  wires: table(Id, Wire, 4000),
  looms: table(Id, FittedLoom, 100).describe('ready looms of several leads'),
  routeNodes: table(Id, RouteNode, 2000),
  routeLinks: table(Id, RouteLink, 4000),
  functions: table(Id, LightFunction, 200),
  patterns: table(OwnPattern.shape.id, OwnPattern, 200).describe('drawn for this unit'),
  fleetPatternId: key(80).nullable().describe('pattern that the fleet has agreed on for warning'),
  programmed: table(Id, Programmed, MAX_LAMPS).describe('by lamp id'),
  legend: HungLegend.nullable(),
  readings: table(Id, Reading, 5000),
  looks: table(Id, Look, 5000).describe('settings looked at on the proving walk'),
  checks: table(key(60), Check, 500).describe('by key of the check'),
  faults: table(Id, FoundFault, 1000),
  signOff: SignOff.nullable(),
  ticks: table(StepKey, StepTick, 2000),
  stepOrder: StepOrder,
  measured: table(key(120), AsBuilt, 4000).describe('by key of the measure'),
  problems: table(Id, Problem, 1000),
  extraParts: table(ExtraPart.shape.id, ExtraPart, 500),
  comments: table(Id, Comment, 2000),
  standing: table(Id, Standing, 1000).describe('cautions that stand, by id of the finding'),
  handedOver: HandOver.nullable(),
  factoryLamps: table(Id, FactoryLamp, 200),
  plugs: table(Id, Plug, 200),
  trim: table(Id, Trim, 200),
  oldHoles: table(Id, OldHole, 200).describe('that the unit came with'),
  photos: table(Id, Photo, 500),
  survey: table(key(60), SurveyAnswer, 200).describe('by the key of the checklist line'),
  rules: z.object({
    packIds: list(RulePack.shape.id, 20).describe('general packs that this unit is held to'),
    own: table(RulePack.shape.id, RulePack, 50).describe("the crew's packs, copied in"),
  }),
});
export type Build = z.infer<typeof Build>;

/** Everything on a unit that lights, further jobs of a housing included. */
export const lights = ({ lamps, models }: Pick<Build, 'lamps' | 'models'>): Lamp[] =>
  Object.values(lamps).filter(({ modelKey }) => {
    const model = models[modelKey];
    return model === undefined || givesLight(model);
  });

export interface NewBuild {
  tag: string;
  name: string;
  bodyId: string;
  parameters: Record<string, number>;
  systemVoltageV: 12 | 24;
  batteryAh: number;
  alternatorA: Amps;
  panelPosition: Position;
  panelPlace: string;
  packIds: readonly string[];
  habits?: WiringHabits;
}

/** What a unit has of its own by hand and eye, before anybody has looked at it. */
export const NOTHING_DONE = {
  survey: {},
  programmed: {},
  legend: null,
  readings: {},
  looks: {},
  checks: {},
  faults: {},
  signOff: null,
  ticks: {},
  measured: {},
  problems: {},
  comments: {},
  standing: {},
  handedOver: null,
  photos: {},
} satisfies Partial<Build>;

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
    habits: given.habits ?? {},
    fusePanel: { name: 'Fuse panel', place: given.panelPlace, position: given.panelPosition },
    fuseBoxes: {},
    places: {},
    slots: {},
    models: {},
    lamps: {},
    controls: {},
    elements: {},
    wires: {},
    looms: {},
    routeNodes: {},
    routeLinks: {},
    functions: {},
    patterns: {},
    fleetPatternId: null,
    stepOrder: USUAL_ORDER,
    extraParts: {},
    factoryLamps: {},
    plugs: {},
    trim: {},
    oldHoles: {},
    ...NOTHING_DONE,
    rules: { packIds: [...given.packIds], own: {} },
  };
}
