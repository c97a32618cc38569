export { documentProblem } from './checks/checkDocument.ts';
export { issueSentence } from './checks/issueSentence.ts';
export { migrateBuild } from './checks/migrateBuild.ts';
export { describeField, readField } from './checks/readField.ts';
export { sameData } from './checks/sameData.ts';
export {
  type LogRow,
  type OthersRow,
  type Outcome,
  type Reason,
  type Sender,
  takeOperations,
} from './history/takeOperations.ts';
export { type UndoEntry, type UndoRow, type UndoStacks, undoStacks } from './history/undoStacks.ts';
export { applyDrafts } from './operations/applyDrafts.ts';
export { type Applied, applyOperation, fieldsMeet, type Refusal, type Stamp } from './operations/applyOperation.ts';
export { derivedId } from './operations/derivedId.ts';
export { byPriority } from './operations/functionOrder.ts';
export { furtherJobs, housingJoint, jobTag, movedBy, standingOn } from './operations/housing.ts';
export { holesProblem, withMeasuredBase } from './operations/measureBase.ts';
export {
  LEAD_OPERATIONS,
  OPERATION_WORDS,
  Operation,
  type OperationDraft,
  type OperationKind,
  OWNER_OPERATIONS,
  SentOperation,
} from './operations/operations.ts';
export { type Change, takeBack } from './operations/undo.ts';
export { key, line, list, oneLine, table, trimmedLine } from './schema/bounds.ts';
export {
  Aim,
  Build,
  Cavity,
  FactoryLamp,
  FurtherBox,
  FuseBox,
  FuseSize,
  Lamp,
  lights,
  NOTHING_DONE,
  newBuild,
  OldHole,
  OwnOutlines,
  PadTaken,
  Photo,
  PLAIN_PIN,
  PlaceKey,
  Plug,
  Slot,
  SourceKind,
  Standing,
  Trim,
} from './schema/buildSchema.ts';
export { Control, LightFunction, OwnPattern, Pulse, PulseShape, Show } from './schema/flashParts.ts';
export { Id } from './schema/ids.ts';
export {
  BaseHole,
  givesLight,
  Holds,
  LampKind,
  LampModel,
  MAX_HOLES,
  MAX_PADS,
  Pad,
  ShelfEntry,
} from './schema/lampModel.ts';
export { Position } from './schema/position.ts';
export { Check, Look, LookedWrong, Reading } from './schema/proofParts.ts';
export { BodyGroup, ColourRule, RequiredLamp, RulePack, RuleScope } from './schema/rulePack.ts';
export {
  AttachmentKind,
  Face,
  LampRole,
  LightColour,
  MountKind,
  Role,
  Signal,
  type SlotWhen,
  STAGE_NAMES,
  STAGES,
  type Stage,
  WireColour,
} from './schema/vocabulary.ts';
export { Element, type ElementOf, FuseFamily, Terminal, Wire } from './schema/wiring/circuitParts.ts';
export { FittedLoom, Loom, LoomLead, MAX_LEGS } from './schema/wiring/loom.ts';
export { RouteLink, RouteNode } from './schema/wiring/routeParts.ts';
export { SwitchPart } from './schema/wiring/switchPart.ts';
export { type Habit, habitsOf, JointMethod, USUAL_HABITS, WiringHabits } from './schema/wiring/wiringHabits.ts';
export { AsBuilt, StepOrder, USUAL_ORDER } from './schema/workParts.ts';
