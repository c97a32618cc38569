/** Operations: the only way a build changes. Each is small, validated, and carries an id made by the client. */
import * as z from 'zod';
import type { Amps } from '../../units/index.ts';
import { changesTo, key, line, list, prose, upTo } from '../schema/bounds.ts';
import {
  Build,
  ExtraPart,
  FactoryLamp,
  FurtherBox,
  HandOver,
  Lamp,
  OldHole,
  OwnOutlines,
  PadTaken,
  Photo,
  PlaceKey,
  Plug,
  Slot,
  SlotReading,
  Standing,
  StepTick,
  Trim,
} from '../schema/buildSchema.ts';
import { Control, LightFunction, OwnPattern, Programmed, Show } from '../schema/flashParts.ts';
import { Id } from '../schema/ids.ts';
import { BaseHole, LampModel, MAX_HOLES } from '../schema/lampModel.ts';
import { Position } from '../schema/position.ts';
import { Check, FoundFault, HungLegend, Look, Reading, SignOff } from '../schema/proofParts.ts';
import { RulePack } from '../schema/rulePack.ts';
import { Face, MountKind } from '../schema/vocabulary.ts';
import { Element, FuseFamily, Terminal, Wire } from '../schema/wiring/circuitParts.ts';
import { FittedLoom } from '../schema/wiring/loom.ts';
import { RouteLink, RouteNode } from '../schema/wiring/routeParts.ts';
import { WiringHabits } from '../schema/wiring/wiringHabits.ts';
import { AsBuilt, Problem, StepKey, StepOrder } from '../schema/workParts.ts';

/** Changes that a person made in one go carry the same group: they are undone in one go. */
const base = { id: Id, group: Id.optional() };
const some = <T extends z.ZodType>(item: T) => list(item, 500, 1);
/** As many at once as a screen ever sends. */
const upToMany = <T extends z.ZodType>(item: T) => list(item, 500);

/** What people do. Each changes something; an undo is not among them, because it only names one of these. */
const CHANGES = [
  z.object({ ...base, kind: z.literal('setUnit'), changes: changesTo(Build.shape.unit) }),
  z.object({ ...base, kind: z.literal('setBodyParameters'), changes: Build.shape.body.shape.parameters }),
  z.object({ ...base, kind: z.literal('setElectrics'), changes: changesTo(Build.shape.electrics) }),
  z.object({ ...base, kind: z.literal('setHabits'), changes: WiringHabits }),
  z.object({ ...base, kind: z.literal('setFusePanel'), changes: changesTo(Build.shape.fusePanel) }),
  z.object({ ...base, kind: z.literal('addFuseBox'), box: FurtherBox }),
  z.object({
    ...base,
    kind: z.literal('editFuseBox'),
    boxId: Id,
    changes: changesTo(FurtherBox.omit({ id: true })),
  }),
  z.object({ ...base, kind: z.literal('removeFuseBox'), boxId: Id }),
  z.object({
    ...base,
    kind: z.literal('setPlace'),
    of: PlaceKey,
    position: Position.nullable().describe('null when nobody knows any more'),
  }),
  z.object({ ...base, kind: z.literal('addSlots'), slots: some(Slot) }),
  z.object({ ...base, kind: z.literal('editSlot'), slotId: Id, changes: changesTo(Slot.omit({ id: true })) }),
  z.object({ ...base, kind: z.literal('recordSlotReading'), slotId: Id, changes: changesTo(SlotReading) }),
  z.object({ ...base, kind: z.literal('removeSlot'), slotId: Id }),
  z.object({ ...base, kind: z.literal('placeLamps'), lamps: some(Lamp), models: list(LampModel, 100) }),
  z.object({
    ...base,
    kind: z.literal('moveLamps'),
    moves: some(z.object({ lampId: Id, position: Position, face: Face })),
  }),
  z.object({
    ...base,
    kind: z.literal('editLamps'),
    lampIds: some(Id),
    changes: changesTo(
      Lamp.pick({ colour: true, mount: true, pairId: true, tag: true, groupId: true, locked: true, aim: true }),
    ),
  }),
  z.object({
    ...base,
    kind: z.literal('standLamps'),
    stands: some(
      z.object({
        lampId: Id,
        pad: PadTaken.nullable().describe('null takes it off its bracket, onto the skin'),
        position: Position,
        face: Face,
      }),
    ),
  }),
  z.object({ ...base, kind: z.literal('swapModel'), lampIds: some(Id), model: LampModel }),
  z.object({
    ...base,
    kind: z.literal('measureBase'),
    modelKey: LampModel.shape.key,
    mount: MountKind,
    places: list(BaseHole, MAX_HOLES, 1),
  }),
  z.object({ ...base, kind: z.literal('removeLamps'), lampIds: some(Id) }),
  z.object({ ...base, kind: z.literal('addControl'), control: Control }),
  z.object({
    ...base,
    kind: z.literal('editControl'),
    controlId: Id,
    changes: changesTo(Control.pick({ name: true, ratingA: true, part: true })),
  }),
  z.object({ ...base, kind: z.literal('removeControls'), controlIds: some(Id) }),
  z.object({
    ...base,
    kind: z.literal('assignFeed'),
    controls: list(Control, 100),
    elements: upToMany(Element),
    wires: upToMany(Wire),
    functions: list(LightFunction, 100),
  }),
  z.object({
    ...base,
    kind: z.literal('editFuse'),
    elementId: Id,
    changes: z
      .object({
        ratingA: upTo(500),
        wanted: z.enum(['always', 'ignition']),
        family: FuseFamily,
      })
      .partial(),
  }),
  z.object({ ...base, kind: z.literal('renameElement'), elementId: Id, name: line(60, 1) }),
  z.object({ ...base, kind: z.literal('retapSlot'), elementId: Id, slotId: Id }),
  z.object({ ...base, kind: z.literal('takeLoom'), loom: FittedLoom }),
  z.object({ ...base, kind: z.literal('setPlanned'), elementId: Id, plannedA: upTo<Amps>(500) }),
  z.object({
    ...base,
    kind: z.literal('setTapLimit'),
    elementId: Id,
    limitA: upTo(200).nullable(),
  }),
  z.object({
    ...base,
    kind: z.literal('replaceSwitchByRelay'),
    elementId: Id,
    ratingA: upTo(200),
  }),
  z.object({
    ...base,
    kind: z.literal('editWires'),
    wireIds: some(Id),
    changes: changesTo(
      Wire.pick({ table: true, gauge: true, colour: true, lengthMm: true, loomLengthMm: true, joints: true }),
    ),
  }),
  z.object({
    ...base,
    kind: z.literal('setWireLengths'),
    lengths: some(z.object({ wireId: Id, lengthMm: Wire.shape.lengthMm })),
  }),
  z.object({
    ...base,
    kind: z.literal('moveWireEnds'),
    moves: some(z.object({ wireId: Id, end: z.enum(['from', 'to']), onto: Terminal })),
  }),
  z.object({ ...base, kind: z.literal('removeFeed'), elementIds: upToMany(Id), wireIds: upToMany(Id) }),
  z.object({
    ...base,
    kind: z.literal('insertPart'),
    wireId: Id,
    part: Element,
    near: Terminal.shape.terminal.describe("terminal towards the wire's from end"),
    far: Terminal.shape.terminal.describe("terminal towards the wire's to end"),
    nearMm: Wire.shape.lengthMm.describe('wire left between the from end and the part'),
    newWireId: Id,
  }),
  z.object({ ...base, kind: z.literal('mateConnector'), elementId: Id, mated: z.boolean() }),
  z.object({
    ...base,
    kind: z.literal('putRoute'),
    nodes: upToMany(RouteNode),
    links: upToMany(RouteLink),
    dropLinks: upToMany(Id).describe('stretches that the new ones replace'),
  }),
  z.object({
    ...base,
    kind: z.literal('editRouteNode'),
    nodeId: Id,
    changes: changesTo(RouteNode.omit({ id: true })),
  }),
  z.object({ ...base, kind: z.literal('removeRouteNodes'), nodeIds: some(Id) }),
  z.object({ ...base, kind: z.literal('addFunction'), function: LightFunction }),
  z.object({
    ...base,
    kind: z.literal('editFunction'),
    functionId: Id,
    changes: changesTo(
      LightFunction.pick({
        name: true,
        priority: true,
        levelPercent: true,
        nightPercent: true,
        modulator: true,
      }),
    ),
  }),
  z.object({ ...base, kind: z.literal('raiseFunction'), functionId: Id, aboveId: Id }),
  z.object({ ...base, kind: z.literal('setPattern'), functionId: Id, lampIds: some(Id), changes: changesTo(Show) }),
  z.object({ ...base, kind: z.literal('dropFromFunction'), functionId: Id, lampIds: some(Id) }),
  z.object({ ...base, kind: z.literal('removeFunction'), functionId: Id }),
  z.object({ ...base, kind: z.literal('putPattern'), pattern: OwnPattern }),
  z.object({ ...base, kind: z.literal('removePattern'), patternId: OwnPattern.shape.id }),
  z.object({ ...base, kind: z.literal('setFleetPattern'), patternId: Build.shape.fleetPatternId }),
  z.object({
    ...base,
    kind: z.literal('programLamps'),
    lampIds: some(Id),
    number: Programmed.shape.number.nullable().describe('null forgets what was programmed'),
  }),
  z.object({ ...base, kind: z.literal('hangLegend'), print: HungLegend.shape.print.nullable() }),
  z.object({
    ...base,
    kind: z.literal('recordCheck'),
    key: key(60),
    check: Check.omit({ by: true, at: true }).nullable().describe('null takes it back'),
  }),
  z.object({ ...base, kind: z.literal('recordFault'), fault: FoundFault.omit({ by: true, at: true }) }),
  z.object({ ...base, kind: z.literal('removeFault'), faultId: Id }),
  z.object({ ...base, kind: z.literal('signOff'), open: SignOff.shape.open.nullable().describe('null takes it back') }),
  z.object({ ...base, kind: z.literal('recordReading'), reading: Reading.omit({ by: true, at: true }) }),
  z.object({ ...base, kind: z.literal('recordLook'), look: Look.omit({ by: true, at: true }) }),
  z.object({
    ...base,
    kind: z.literal('tickStep'),
    stepKey: StepKey,
    done: z.boolean(),
    minutes: StepTick.shape.minutes.optional(),
  }),
  z.object({ ...base, kind: z.literal('orderSteps'), order: StepOrder }),
  z.object({
    ...base,
    kind: z.literal('recordMeasure'),
    key: key(120),
    measure: AsBuilt.omit({ state: true, settledBy: true, by: true, at: true })
      .nullable()
      .describe('null takes it back'),
  }),
  z.object({
    ...base,
    kind: z.literal('settleMeasure'),
    key: key(120),
    accept: z.boolean().describe('true changes the build to what was built'),
  }),
  z.object({
    ...base,
    kind: z.literal('reportProblem'),
    problem: Problem.omit({ solved: true, by: true, at: true }),
  }),
  z.object({ ...base, kind: z.literal('solveProblem'), problemId: Id, words: prose(300) }),
  z.object({ ...base, kind: z.literal('addExtraParts'), parts: some(ExtraPart) }),
  z.object({ ...base, kind: z.literal('removeExtraPart'), partId: ExtraPart.shape.id }),
  z.object({ ...base, kind: z.literal('addComment'), commentId: Id, text: prose(1000, 1) }),
  z.object({
    ...base,
    kind: z.literal('letStand'),
    findingId: Id,
    code: Standing.shape.code,
    reason: Standing.shape.reason.nullable().describe('null takes it back'),
  }),
  z.object({ ...base, kind: z.literal('handOver'), done: z.boolean(), open: HandOver.shape.open }),
  z.object({ ...base, kind: z.literal('recordFactoryLamps'), lamps: some(FactoryLamp) }),
  z.object({ ...base, kind: z.literal('recordPlug'), plug: Plug }),
  z.object({
    ...base,
    kind: z.literal('editPlug'),
    plugId: Id,
    changes: changesTo(Plug.pick({ end: true, leftMm: true })),
  }),
  z.object({ ...base, kind: z.literal('recordTrim'), trim: Trim }),
  z.object({ ...base, kind: z.literal('recordOldHole'), hole: OldHole }),
  z.object({ ...base, kind: z.literal('addPhoto'), photo: Photo }),
  z.object({
    ...base,
    kind: z.literal('removeSurveyItem'),
    from: z.enum(['factoryLamps', 'plugs', 'trim', 'oldHoles', 'photos']),
    itemId: Id,
  }),
  z.object({
    ...base,
    kind: z.literal('answerSurvey'),
    key: key(60),
    value: prose(300).describe('empty takes the answer back'),
  }),
  z.object({ ...base, kind: z.literal('setRulePacks'), packIds: Build.shape.rules.shape.packIds }),
  z.object({ ...base, kind: z.literal('putOwnPack'), pack: RulePack }),
  z.object({ ...base, kind: z.literal('removeOwnPack'), packId: RulePack.shape.id }),
  z.object({ ...base, kind: z.literal('setAttachments'), attachments: Build.shape.body.shape.attachments }),
  z.object({ ...base, kind: z.literal('setOwnOutlines'), outlines: OwnOutlines.nullable() }),
] as const;

/** Takes an operation of one's own back, or brings back what an undo took: the server finds in its log what that means. */
export const Undo = z.object({ ...base, kind: z.literal('undo'), operationId: Id });
export type Undo = z.infer<typeof Undo>;

/** What a client may send. */
export const SentOperation = z.discriminatedUnion('kind', [...CHANGES, Undo]);
export type SentOperation = z.infer<typeof SentOperation>;

/** A place in the document, e.g. ['lamps', id, 'position']. */
const Path = list(z.union([key(160, 0), z.number().int().min(0).max(10_000)]), 8, 1);

/** An undo as the log keeps it: made by the server from what the undone operation had changed. */
export const Restore = z.object({
  ...base,
  kind: z.literal('restore'),
  undoes: Id,
  what: line(80),
  patches: list(
    z.object({ op: z.enum(['replace', 'remove', 'add']), path: Path, value: z.unknown().optional() }),
    20_000,
    1,
  ),
});
export type Restore = z.infer<typeof Restore>;

/** What the log holds and every window applies. */
export const Operation = z.discriminatedUnion('kind', [...CHANGES, Restore]);
export type Operation = z.infer<typeof Operation>;
export type OperationKind = Operation['kind'];

/** An operation before the client has given it an id: what findings offer as ways out. */
export type OperationDraft = Operation extends infer Kind ? (Kind extends Operation ? Omit<Kind, 'id'> : never) : never;

/** What a unit's owner, who may read and comment only, is allowed to send. */
export const OWNER_OPERATIONS: ReadonlySet<OperationKind> = new Set(['addComment']);

/** What changes the plan of work for everybody, or hands the unit over: for the lead alone. */
export const LEAD_OPERATIONS: ReadonlySet<OperationKind> = new Set(['handOver', 'orderSteps', 'settleMeasure']);

/** The sentence for history, undo and news: "moved R4 and L4". */
export const OPERATION_WORDS: Record<OperationKind, string> = {
  setUnit: 'renamed the unit',
  setBodyParameters: 'changed dimensions',
  setElectrics: 'changed battery or voltage',
  setHabits: 'changed how lamps are wired',
  setFusePanel: 'changed the fuse panel',
  addFuseBox: 'added a fuse box',
  editFuseBox: 'changed a fuse box',
  removeFuseBox: 'took a fuse box off the list',
  setPlace: 'said where something sits',
  addSlots: 'added fuse slots',
  editSlot: 'edited a fuse slot',
  recordSlotReading: 'recorded a slot reading',
  removeSlot: 'removed a fuse slot',
  placeLamps: 'placed lamps',
  moveLamps: 'moved lamps',
  editLamps: 'edited lamps',
  standLamps: 'put lamps on a bracket, or took them off',
  swapModel: 'swapped a lamp model',
  measureBase: 'measured the holes of a base',
  removeLamps: 'removed lamps',
  addControl: 'added a control',
  editControl: 'edited a control',
  removeControls: 'took off controls that work nothing',
  assignFeed: 'made a feed',
  editFuse: 'changed a fuse',
  renameElement: 'renamed a feed',
  retapSlot: 'moved a feed to another slot',
  setTapLimit: 'changed an add-a-tap holder',
  takeLoom: 'took a ready loom',
  setPlanned: 'changed what is planned for a capped end',
  replaceSwitchByRelay: 'put a relay in',
  editWires: 'changed wires',
  removeFeed: 'took wiring apart',
  setWireLengths: 'cut wires to length',
  moveWireEnds: 'moved wires to other terminals',
  insertPart: 'put a part into a wire',
  mateConnector: 'plugged or unplugged a connector',
  putRoute: 'laid a way for wires',
  editRouteNode: 'moved a way of wires',
  removeRouteNodes: 'took a point off a way of wires',
  addFunction: 'added a function',
  editFunction: 'edited a function',
  raiseFunction: 'put a function above another',
  setPattern: 'set a pattern',
  dropFromFunction: 'took lamps out of a function',
  removeFunction: 'removed a function',
  putPattern: 'drew a pattern',
  removePattern: 'removed a pattern',
  setFleetPattern: "set the fleet's pattern",
  programLamps: 'programmed lamps',
  hangLegend: 'hung the legend',
  recordCheck: 'recorded a check',
  recordFault: 'recorded a fault',
  removeFault: 'removed a fault',
  signOff: 'signed off',
  recordReading: 'recorded a reading',
  recordLook: 'looked at the lamps',
  tickStep: 'ticked a step',
  orderSteps: 'ordered the steps',
  recordMeasure: 'measured as built',
  settleMeasure: 'settled a deviation',
  reportProblem: 'reported a problem',
  solveProblem: 'solved a problem',
  addExtraParts: 'added parts',
  removeExtraPart: 'removed a part',
  addComment: 'commented',
  letStand: 'let a caution stand, or took that back',
  handOver: 'handed over',
  recordFactoryLamps: 'recorded factory lamps',
  recordPlug: 'recorded a plug',
  editPlug: 'said how a plug ends',
  recordTrim: 'recorded trim',
  recordOldHole: 'recorded an old hole',
  addPhoto: 'added a photo',
  removeSurveyItem: 'took something out of the survey',
  answerSurvey: 'answered the survey',
  setRulePacks: 'chose rule packs',
  putOwnPack: "changed the crew's rules",
  removeOwnPack: "removed the crew's rules",
  setAttachments: 'changed what hangs on the unit',
  setOwnOutlines: 'brought in an outline',
  restore: 'undid a change',
};
