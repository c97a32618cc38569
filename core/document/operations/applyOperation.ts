/**
 * Applying one operation to a build. Pure: the same build, operation and stamp give the same answer in the browser and
 * on the server, which is what lets the interface answer at once and the server have the last word.
 */
import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer';
import { ok, type Result, refused } from '../../result.ts';
import { documentProblem } from '../checks/checkDocument.ts';
import { referenceProblem } from '../checks/references.ts';
import { sameData } from '../checks/sameData.ts';
import { Build, type Lamp } from '../schema/buildSchema.ts';
import type { Id } from '../schema/ids.ts';
import { givesLight, type LampModel } from '../schema/lampModel.ts';
import type { Position } from '../schema/position.ts';
import type { Face } from '../schema/vocabulary.ts';
import { type Element, TERMINALS, type Terminal, type Wire } from '../schema/wiring/circuitParts.ts';
import type { AsBuilt } from '../schema/workParts.ts';
import { raiseFunction } from './functionOrder.ts';
import { furtherJobs, housingJoint, jobTag, movedBy, standingOn } from './housing.ts';
import { measureBase } from './measureBase.ts';
import type { Operation } from './operations.ts';
import { type Change, fieldOf } from './undo.ts';

enablePatches();

/** Who did it and when: handed in, because the core has no clock. */
export interface Stamp {
  by: string;
  at: string;
}

export interface Refusal {
  kind: 'missing' | 'duplicate' | 'inUse' | 'invalid' | 'overtaken';
  message: string;
}

export interface Applied {
  build: Build;
  /** Fields touched, as 'lamps/ID/position': two operations conflict when these meet. */
  touched: string[];
  /** What it did, kept beside it so that it can be taken back. */
  change: Change;
}

class OperationRefused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message);
  }
}

const refuse = (kind: Refusal['kind'], message: string): never => {
  throw new OperationRefused({ kind, message });
};

function must<T>(collection: Record<string, T>, id: Id, what: string): T {
  return collection[id] ?? refuse('missing', `This ${what} is no longer on the unit. Someone may have removed it.`);
}

function addNew<T extends { id: Id }>(collection: Record<Id, T>, item: T, what: string): void {
  if (collection[item.id]) refuse('duplicate', `This ${what} is already on the unit.`);
  collection[item.id] = item;
}

/** A model that the unit has is kept, unless this is a later version of it. */
function putModel(draft: Build, model: LampModel): void {
  const known = draft.models[model.key];
  if (!known || known.version < model.version) draft.models[model.key] = model;
}

/** Changes only what differs, so that an edit of one field never claims the others. */
function assign<T extends object>(target: T, changes: Partial<T>): void {
  for (const key of Object.keys(changes) as (keyof T)[]) {
    const value = changes[key];
    if (value !== undefined && JSON.stringify(target[key]) !== JSON.stringify(value)) target[key] = value as T[keyof T];
  }
}

function checkTerminal(build: Build, { elementId, terminal }: Terminal): void {
  const element = must(build.elements, elementId, 'part of the circuit');
  if (!(TERMINALS[element.kind] as readonly string[]).includes(terminal)) {
    refuse('invalid', `${element.name || element.kind} has no terminal "${terminal}".`);
  }
}

/** Takes lamps' loads and the wires that end on them out of the circuit. */
function unwireLamps(draft: Build, lampIds: ReadonlySet<Id>): void {
  const gone = new Set<Id>();
  for (const element of Object.values(draft.elements)) {
    if (element.kind === 'lampLoad' && lampIds.has(element.lampId)) gone.add(element.id);
  }
  // Where the ground leads of a housing met goes with the last of its lamps.
  const joints = new Map(Object.keys(draft.elements).map((id) => [id, housingJoint(draft, id)]));
  const kept = new Set([...joints].flatMap(([id, joint]) => (gone.has(id) ? [] : (joint ?? []))));
  const emptied = [...gone].flatMap((id) => joints.get(id) ?? []).filter((joint) => !kept.has(joint));
  removeElements(draft, new Set([...gone, ...emptied]));
}

/** Puts a lamp somewhere, with the further jobs of its housing. */
function place(draft: Build, lamp: Lamp, position: Position, face: Face): void {
  const { position: before } = lamp;
  for (const job of furtherJobs(draft, lamp.id))
    assign(job, { position: movedBy(job.position, before, position), face });
  assign(lamp, { position, face });
}

/** The same, and what stands on it goes along. */
function moveWithAll(draft: Build, lamp: Lamp, position: Position, face: Face): void {
  for (const each of standingOn(draft, lamp.id))
    place(draft, each, movedBy(each.position, lamp.position, position), each.face);
  place(draft, lamp, position, face);
}

function removeLamps(draft: Build, lampIds: ReadonlySet<Id>): void {
  // What stood on a bracket that goes stays where it is, on nothing.
  for (const id of lampIds) for (const each of standingOn(draft, id)) delete each.pad;
  for (const id of lampIds) delete draft.lamps[id];
  unwireLamps(draft, lampIds);
  for (const each of Object.values(draft.functions)) for (const id of lampIds) delete each.shows[id];
  // Half of a pair is a lamp by itself.
  const left = new Map<Id, number>();
  for (const { pairId } of Object.values(draft.lamps)) if (pairId) left.set(pairId, (left.get(pairId) ?? 0) + 1);
  for (const lamp of Object.values(draft.lamps)) if (lamp.pairId && left.get(lamp.pairId) === 1) lamp.pairId = null;
}

function removeElements(draft: Build, elementIds: ReadonlySet<Id>): void {
  for (const id of elementIds) {
    delete draft.elements[id];
    delete draft.places[id];
  }
  for (const wire of Object.values(draft.wires)) {
    if (elementIds.has(wire.from.elementId) || elementIds.has(wire.to.elementId)) delete draft.wires[wire.id];
  }
}

/** Controls that work nothing any more. */
function removeControls(draft: Build, controlIds: ReadonlySet<Id>): void {
  for (const id of controlIds) {
    const { name } = must(draft.controls, id, 'control');
    const works = Object.values(draft.functions).find(({ controlId }) => controlId === id);
    if (works) refuse('inUse', `${name} still works ${works.name}: take that function off first.`);
    delete draft.controls[id];
    delete draft.places[id];
  }
  for (const slot of Object.values(draft.slots))
    if (slot.controlId && controlIds.has(slot.controlId)) slot.controlId = null;
}

/** A loom of which no lead is left on the unit has come off. */
function dropEmptyLooms(draft: Build): void {
  const used = new Set(Object.values(draft.wires).map(({ loomId }) => loomId));
  for (const id of Object.keys(draft.looms)) if (!used.has(id)) delete draft.looms[id];
}

function checkTagFree(build: Build, tag: string, exceptId: Id): void {
  const other = Object.values(build.lamps).find((lamp) => lamp.tag === tag && lamp.id !== exceptId);
  if (other) refuse('duplicate', `Tag ${tag} is taken on this unit. Choose another number.`);
}

/** Lamps stand where the places of their bracket are: a model with others is not put under them. */
function checkPadsStay(build: Build, { lampIds, model }: Extract<Operation, { kind: 'swapModel' }>): void {
  // A later version of a model is that of all brackets of it.
  const changed = Object.values(build.lamps).filter(
    ({ id, modelKey }) => lampIds.includes(id) || modelKey === model.key,
  );
  for (const { id, tag, modelKey } of changed)
    if (standingOn(build, id).length > 0 && !sameData(build.models[modelKey]?.holds?.pads, model.holds?.pads))
      refuse('inUse', `Lamps stand on ${tag}. Take them off before it is swapped.`);
}

function checkLight(build: Build, { tag, modelKey }: Lamp): void {
  const model = build.models[modelKey];
  if (model && !givesLight(model)) refuse('invalid', `${tag}, ${model.name}, gives no light.`);
}

/** What an element refers to has to be on the unit. */
function checkElement(build: Build, element: Element): void {
  switch (element.kind) {
    case 'lampLoad':
      must(build.lamps, element.lampId, 'lamp');
      return;
    case 'tap':
      must(build.slots, element.slotId, 'source');
      return;
    case 'switch':
    case 'relay':
    case 'flasher':
      must(build.controls, element.controlId, 'control');
      return;
    case 'receiver':
      for (const controlId of element.channels) must(build.controls, controlId, 'channel');
      return;
    default:
      return;
  }
}

/** Takes a point off a way; one in the middle of a straight way leaves it whole. */
function removeRouteNode(draft: Build, nodeId: Id): void {
  must(draft.routeNodes, nodeId, 'point of the way');
  delete draft.routeNodes[nodeId];
  const links = Object.values(draft.routeLinks).filter((link) => link.a === nodeId || link.b === nodeId);
  const far = (link: { a: Id; b: Id }) => (link.a === nodeId ? link.b : link.a);
  const [first, second] = links;
  if (links.length === 2 && far(first!) !== far(second!)) {
    Object.assign(first!, { a: far(first!), b: far(second!) });
    delete draft.routeLinks[second!.id];
  } else for (const link of links) delete draft.routeLinks[link.id];
}

/** A deviation that is accepted is the plan from then on; one that is refused is to be made as planned. */
function settleMeasure(draft: Build, measure: AsBuilt, accept: boolean, stamp: Stamp): void {
  if (measure.state === 'good') refuse('invalid', `${measure.label} is within its tolerance: nothing to settle.`);
  measure.state = accept ? 'accepted' : 'refused';
  measure.settledBy = stamp.by;
  if (!accept) return;
  const { target, valueMm } = measure;
  if (target.kind === 'wire') {
    must(draft.wires, target.wireId, 'wire').lengthMm = valueMm;
    return;
  }
  const lamp = must(draft.lamps, target.lampId, 'lamp');
  const { position } = lamp;
  // Taped from the centre, a distance has no side: the lamp stays on its own.
  const side = position[target.axis] < 0 ? -1 : 1;
  moveWithAll(draft, lamp, { ...position, [target.axis]: valueMm === 0 ? 0 : side * valueMm }, lamp.face);
}

function change(draft: Build, op: Operation, stamp: Stamp): void {
  switch (op.kind) {
    case 'setUnit':
      return assign(draft.unit, op.changes);
    case 'setBodyParameters':
      return assign(draft.body.parameters, op.changes);
    case 'setElectrics':
      return assign(draft.electrics, op.changes);
    case 'setHabits':
      return assign(draft.habits, op.changes);
    case 'setFusePanel':
      return assign(draft.fusePanel, op.changes);
    case 'addFuseBox':
      return addNew(draft.fuseBoxes, op.box, 'fuse box');
    case 'editFuseBox':
      return assign(must(draft.fuseBoxes, op.boxId, 'fuse box'), op.changes);
    case 'removeFuseBox': {
      const { name } = must(draft.fuseBoxes, op.boxId, 'fuse box');
      const slots = Object.values(draft.slots).filter(({ boxId }) => boxId === op.boxId);
      if (slots.length > 0)
        refuse(
          'inUse',
          `${name} still has ${slots.length === 1 ? 'a slot' : `${slots.length} slots`}. Remove them, or say in which box they are, first.`,
        );
      delete draft.fuseBoxes[op.boxId];
      return;
    }
    case 'setPlace':
      if (op.of !== 'battery' && !draft.controls[op.of]) must(draft.elements, op.of, 'part of the circuit');
      if (op.position === null) delete draft.places[op.of];
      else draft.places[op.of] = op.position;
      return;
    case 'addSlots':
      for (const slot of op.slots) {
        if (slot.boxId) must(draft.fuseBoxes, slot.boxId, 'fuse box');
        addNew(draft.slots, slot, 'slot');
      }
      return;
    case 'editSlot':
      if (op.changes.boxId) must(draft.fuseBoxes, op.changes.boxId, 'fuse box');
      if (op.changes.controlId) must(draft.controls, op.changes.controlId, 'control');
      return assign(must(draft.slots, op.slotId, 'fuse slot'), op.changes);
    case 'recordSlotReading':
      return assign(must(draft.slots, op.slotId, 'fuse slot').reading, op.changes);
    case 'removeSlot': {
      const slot = must(draft.slots, op.slotId, 'fuse slot');
      const user = Object.values(draft.elements).find((e) => e.kind === 'tap' && e.slotId === op.slotId);
      if (user) refuse('inUse', `Slot ${slot.label} feeds lamps. Move that feed to another slot first.`);
      delete draft.slots[op.slotId];
      return;
    }
    case 'placeLamps':
      for (const model of op.models) draft.models[model.key] ??= model;
      for (const lamp of op.lamps) {
        must(draft.models, lamp.modelKey, 'lamp model');
        checkTagFree(draft, lamp.tag, lamp.id);
        addNew(draft.lamps, lamp, 'lamp');
      }
      return;
    case 'moveLamps':
      for (const { lampId, position, face } of op.moves) {
        const lamp = must(draft.lamps, lampId, 'lamp');
        if (lamp.locked) refuse('inUse', `${lamp.tag} is locked where it is. Unlock it first.`);
        if (lamp.pad)
          refuse('inUse', `${lamp.tag} stands on ${draft.lamps[lamp.pad.onId]?.tag}. Move that, or take it off first.`);
        if (face !== lamp.face && standingOn(draft, lampId).length > 0)
          refuse('inUse', `Lamps stand on ${lamp.tag}. Take them off before it goes to another side.`);
        moveWithAll(draft, lamp, position, face);
      }
      return;
    case 'standLamps':
      for (const { lampId, pad, position, face } of op.stands) {
        const lamp = must(draft.lamps, lampId, 'lamp');
        if (lamp.locked) refuse('inUse', `${lamp.tag} is locked where it is. Unlock it first.`);
        if (pad) lamp.pad = pad;
        else delete lamp.pad;
        place(draft, lamp, position, face);
      }
      return;
    case 'editLamps':
      for (const lampId of op.lampIds) {
        const lamp = must(draft.lamps, lampId, 'lamp');
        if (op.changes.tag) checkTagFree(draft, op.changes.tag, lampId);
        if (op.changes.colour && !draft.models[lamp.modelKey]?.colours.includes(op.changes.colour)) {
          refuse('invalid', `${draft.models[lamp.modelKey]?.name} is not made in ${op.changes.colour}.`);
        }
        assign(lamp, op.changes);
        const { tag, mount, locked } = op.changes;
        for (const job of furtherJobs(draft, lampId))
          assign(job, { mount, locked, tag: tag === undefined ? undefined : jobTag(tag, job) });
      }
      return;
    case 'swapModel':
      checkPadsStay(draft, op);
      putModel(draft, op.model);
      removeLamps(draft, new Set(op.lampIds.flatMap((id) => furtherJobs(draft, id).map((job) => job.id))));
      for (const lampId of op.lampIds) {
        const lamp = must(draft.lamps, lampId, 'lamp');
        if (op.model.jobs.length > 0 || lamp.housingId)
          refuse(
            'invalid',
            `A lamp with several jobs is not swapped: take it off and place ${op.model.name} in its place.`,
          );
        const isSame = lamp.modelKey === op.model.key;
        lamp.modelKey = op.model.key;
        if (!isSame || !op.model.mounts.some(({ kind }) => kind === lamp.mount)) lamp.mount = op.model.mounts[0]!.kind;
        if (op.model.colours[0] && !op.model.colours.includes(lamp.colour)) lamp.colour = op.model.colours[0];
      }
      return;
    case 'measureBase': {
      const problem = measureBase(draft, op);
      if (problem) refuse('invalid', problem);
      return;
    }
    case 'removeLamps': {
      for (const id of op.lampIds) must(draft.lamps, id, 'lamp');
      return removeLamps(
        draft,
        new Set(op.lampIds.flatMap((id) => [id, ...furtherJobs(draft, id).map((job) => job.id)])),
      );
    }
    case 'addControl':
      return addNew(draft.controls, op.control, 'control');
    case 'editControl':
      return assign(must(draft.controls, op.controlId, 'control'), op.changes);
    case 'removeControls':
      return removeControls(draft, new Set(op.controlIds));
    case 'assignFeed':
      for (const control of op.controls) addNew(draft.controls, control, 'control');
      for (const element of op.elements) {
        if (element.kind === 'lampLoad') {
          const lamp = must(draft.lamps, element.lampId, 'lamp');
          checkLight(draft, lamp);
          const fed = Object.values(draft.elements).some((e) => e.kind === 'lampLoad' && e.lampId === element.lampId);
          if (fed) refuse('inUse', `${lamp.tag} already hangs on a feed. Take it off that feed first.`);
        }
        checkElement(draft, element);
        addNew(draft.elements, element, 'part of the circuit');
      }
      for (const wire of op.wires) {
        checkTerminal(draft, wire.from);
        checkTerminal(draft, wire.to);
        addNew(draft.wires, wire, 'wire');
      }
      for (const each of op.functions) addNew(draft.functions, each, 'function');
      return;
    case 'editFuse': {
      const element = must(draft.elements, op.elementId, 'fuse');
      if (element.kind !== 'fuse') return refuse('invalid', `${element.name} is not a fuse.`);
      return assign(element, op.changes);
    }
    case 'renameElement':
      must(draft.elements, op.elementId, 'part of the circuit').name = op.name;
      return;
    case 'retapSlot': {
      const element = must(draft.elements, op.elementId, 'tap');
      must(draft.slots, op.slotId, 'fuse slot');
      if (element.kind !== 'tap') return refuse('invalid', `${element.name} is not a slot tap.`);
      element.slotId = op.slotId;
      return;
    }
    case 'setTapLimit': {
      const element = must(draft.elements, op.elementId, 'tap');
      if (element.kind !== 'tap') return refuse('invalid', `${element.name} is not a slot tap.`);
      element.limitA = op.limitA;
      return;
    }
    case 'takeLoom':
      return addNew(draft.looms, op.loom, 'loom');
    case 'setPlanned': {
      const element = must(draft.elements, op.elementId, 'capped end');
      if (element.kind !== 'cap') return refuse('invalid', `${element.name} is not a capped end.`);
      element.plannedA = op.plannedA;
      return;
    }
    case 'replaceSwitchByRelay': {
      const element = must(draft.elements, op.elementId, 'switch');
      if (element.kind !== 'switch') return refuse('invalid', `${element.name} is not a switch.`);
      const { id, name, controlId } = element;
      draft.elements[id] = { id, name, kind: 'relay', controlId, ratingA: op.ratingA };
      return;
    }
    case 'editWires':
      for (const id of op.wireIds) {
        const wire = must(draft.wires, id, 'wire');
        if (wire.loomId && op.changes.gauge !== undefined && op.changes.gauge !== wire.gauge)
          refuse(
            'invalid',
            `${draft.looms[wire.loomId]?.loom.name ?? 'The loom'} is as thick as it came: choose another loom.`,
          );
        assign<Wire>(wire, op.changes);
      }
      return;
    case 'removeFeed':
      for (const id of op.elementIds) must(draft.elements, id, 'part of the circuit');
      for (const id of op.wireIds) delete draft.wires[id];
      removeElements(draft, new Set(op.elementIds));
      return dropEmptyLooms(draft);
    case 'setWireLengths':
      for (const { wireId, lengthMm } of op.lengths) assign<Wire>(must(draft.wires, wireId, 'wire'), { lengthMm });
      return;
    case 'moveWireEnds':
      for (const { wireId, end, onto } of op.moves) {
        checkTerminal(draft, onto);
        assign(must(draft.wires, wireId, 'wire'), { [end]: onto });
      }
      return;
    case 'insertPart': {
      const wire = must(draft.wires, op.wireId, 'wire');
      checkElement(draft, op.part);
      addNew(draft.elements, op.part, 'part of the circuit');
      const [near, far] = [op.near, op.far].map((terminal) => ({ elementId: op.part.id, terminal })) as [
        Terminal,
        Terminal,
      ];
      checkTerminal(draft, near);
      checkTerminal(draft, far);
      const nearMm = Math.min(op.nearMm, wire.lengthMm);
      // What goes on behind a ready loom is wire off the reel.
      const { loomId: _, ...own } = wire;
      const rest = { ...own, id: op.newWireId, from: far, lengthMm: wire.lengthMm - nearMm, loomLengthMm: null };
      addNew(draft.wires, rest, 'wire');
      wire.to = near;
      wire.lengthMm = nearMm;
      return;
    }
    case 'mateConnector': {
      const element = must(draft.elements, op.elementId, 'connector');
      if (element.kind !== 'connector') return refuse('invalid', `${element.name} is not a connector.`);
      element.mated = op.mated;
      return;
    }
    case 'putRoute':
      for (const id of op.dropLinks) delete draft.routeLinks[id];
      for (const node of op.nodes) draft.routeNodes[node.id] = node;
      for (const link of op.links) {
        must(draft.routeNodes, link.a, 'point of the way');
        must(draft.routeNodes, link.b, 'point of the way');
        draft.routeLinks[link.id] = link;
      }
      return;
    case 'editRouteNode':
      return assign(must(draft.routeNodes, op.nodeId, 'point of the way'), op.changes);
    case 'removeRouteNodes':
      for (const id of op.nodeIds) removeRouteNode(draft, id);
      return;
    case 'addFunction':
      must(draft.controls, op.function.controlId, 'control');
      return addNew(draft.functions, op.function, 'function');
    case 'editFunction':
      return assign(must(draft.functions, op.functionId, 'function'), op.changes);
    case 'raiseFunction': {
      const problem = raiseFunction(draft, op.functionId, op.aboveId);
      if (problem) refuse('invalid', problem);
      return;
    }
    case 'setPattern': {
      const target = must(draft.functions, op.functionId, 'function');
      for (const id of op.lampIds) {
        checkLight(draft, must(draft.lamps, id, 'lamp'));
        target.shows[id] ??= { patternId: 'steady', phase: 'A', shiftMs: 0 };
        assign(target.shows[id], op.changes);
      }
      return;
    }
    case 'dropFromFunction': {
      const target = must(draft.functions, op.functionId, 'function');
      for (const id of op.lampIds) delete target.shows[id];
      return;
    }
    case 'removeFunction':
      must(draft.functions, op.functionId, 'function');
      delete draft.functions[op.functionId];
      return;
    case 'putPattern':
      draft.patterns[op.pattern.id] = op.pattern;
      return;
    case 'removePattern': {
      must(draft.patterns, op.patternId, 'pattern');
      const user = Object.values(draft.functions).find((each) =>
        Object.values(each.shows).some((show) => show.patternId === op.patternId),
      );
      if (user) refuse('inUse', `${user.name} shows this pattern. Give it another one first.`);
      delete draft.patterns[op.patternId];
      return;
    }
    case 'setFleetPattern':
      draft.fleetPatternId = op.patternId;
      return;
    case 'programLamps':
      for (const id of op.lampIds) {
        must(draft.lamps, id, 'lamp');
        if (op.number === null) delete draft.programmed[id];
        else draft.programmed[id] = { number: op.number, ...stamp };
      }
      return;
    case 'hangLegend':
      draft.legend = op.print === null ? null : { print: op.print, ...stamp };
      return;
    case 'recordCheck':
      if (op.check) draft.checks[op.key] = { ...op.check, ...stamp };
      else delete draft.checks[op.key];
      return;
    case 'recordFault':
      return addNew(draft.faults, { ...op.fault, ...stamp }, 'fault');
    case 'removeFault':
      must(draft.faults, op.faultId, 'fault');
      delete draft.faults[op.faultId];
      return;
    case 'signOff':
      draft.signOff = op.open === null ? null : { open: op.open, ...stamp };
      return;
    case 'recordReading':
      return addNew(draft.readings, { ...op.reading, ...stamp }, 'reading');
    case 'recordLook':
      for (const id of op.look.setting) must(draft.controls, id, 'control');
      for (const id of Object.keys(op.look.wrong)) must(draft.lamps, id, 'lamp');
      return addNew(draft.looks, { ...op.look, ...stamp }, 'look');
    case 'tickStep':
      if (!op.done) delete draft.ticks[op.stepKey];
      else {
        // Who ticked it first stays; minutes may be added or put right later.
        draft.ticks[op.stepKey] ??= { ...stamp, minutes: null };
        if (op.minutes !== undefined) draft.ticks[op.stepKey]!.minutes = op.minutes;
      }
      return;
    case 'orderSteps':
      return assign(draft.stepOrder, op.order);
    case 'recordMeasure': {
      if (op.measure === null) {
        delete draft.measured[op.key];
        return;
      }
      const isGood = Math.abs(op.measure.valueMm - op.measure.plannedMm) <= op.measure.toleranceMm;
      draft.measured[op.key] = { ...op.measure, state: isGood ? 'good' : 'off', settledBy: '', ...stamp };
      return;
    }
    case 'settleMeasure':
      return settleMeasure(draft, must(draft.measured, op.key, 'measure'), op.accept, stamp);
    case 'reportProblem':
      return addNew(draft.problems, { ...op.problem, solved: null, ...stamp }, 'problem');
    case 'solveProblem':
      must(draft.problems, op.problemId, 'problem').solved = { words: op.words, ...stamp };
      return;
    case 'addExtraParts':
      for (const part of op.parts) {
        const known = draft.extraParts[part.id];
        if (known) known.quantity += part.quantity;
        // A copy: the same part further on would be added to what the log keeps.
        else draft.extraParts[part.id] = { ...part };
      }
      return;
    case 'removeExtraPart':
      must(draft.extraParts, op.partId, 'part');
      delete draft.extraParts[op.partId];
      return;
    case 'addComment':
      return addNew(draft.comments, { id: op.commentId, text: op.text, ...stamp }, 'comment');
    case 'letStand':
      if (op.reason === null) delete draft.standing[op.findingId];
      else draft.standing[op.findingId] = { code: op.code, reason: op.reason, ...stamp };
      return;
    case 'handOver':
      draft.handedOver = op.done ? { ...stamp, ...(op.open && { open: op.open }) } : null;
      return;
    case 'recordFactoryLamps':
      for (const lamp of op.lamps) draft.factoryLamps[lamp.id] = lamp;
      return;
    case 'recordPlug':
      draft.plugs[op.plug.id] = op.plug;
      return;
    case 'editPlug':
      return assign(must(draft.plugs, op.plugId, 'plug'), op.changes);
    case 'recordTrim':
      draft.trim[op.trim.id] = op.trim;
      return;
    case 'recordOldHole':
      draft.oldHoles[op.hole.id] = op.hole;
      return;
    case 'addPhoto':
      return addNew(draft.photos, op.photo, 'photo');
    case 'removeSurveyItem':
      must<unknown>(draft[op.from], op.itemId, 'entry');
      delete draft[op.from][op.itemId];
      return;
    case 'answerSurvey':
      if (op.value === '') delete draft.survey[op.key];
      else draft.survey[op.key] = { value: op.value, ...stamp };
      return;
    case 'setRulePacks':
      return assign(draft.rules, { packIds: op.packIds });
    case 'putOwnPack':
      draft.rules.own[op.pack.id] = op.pack;
      return;
    case 'removeOwnPack':
      must(draft.rules.own, op.packId, 'rule pack');
      delete draft.rules.own[op.packId];
      return;
    case 'setAttachments':
      return assign(draft.body, { attachments: op.attachments });
    case 'setOwnOutlines':
      draft.body.outlines = op.outlines;
      return;
    case 'restore':
      // Applied by applyPatches below; nothing to do on the draft.
      return;
    default:
      return op satisfies never;
  }
}

/**
 * Do two touched fields meet? The same field does, and a whole entity meets every field inside it.
 * `fieldsMeet('lamps/a', 'lamps/a/colour') // => true`
 */
export const fieldsMeet = (left: string, right: string): boolean =>
  left === right || left.startsWith(`${right}/`) || right.startsWith(`${left}/`);

/** What refers to what can only break where one of these changed. */
const REFERRING = [
  'models',
  'lamps',
  'fuseBoxes',
  'slots',
  'controls',
  'elements',
  'wires',
  'looms',
  'functions',
  'patterns',
  'routeNodes',
  'routeLinks',
] as const satisfies readonly (keyof Build)[];

/** Why a result cannot be kept; null when it can. What was amiss before does not hold up what has nothing to do with it. */
function resultProblem(before: Build, after: Build): string | null {
  const problem = documentProblem(Build, before, after);
  if (problem) return problem;
  if (REFERRING.every((name) => before[name] === after[name])) return null;
  const lost = referenceProblem(after);
  return lost !== null && referenceProblem(before) === null ? lost : null;
}

/**
 * Applies an operation. Gives the new build, the fields it touched and what takes it back, or a refusal in words a
 * fitter understands. The input build is never changed, and what comes out can be read again.
 */
export function applyOperation(build: Build, op: Operation, stamp: Stamp): Result<Applied, Refusal> {
  const isUndo = op.kind === 'restore';
  try {
    const [next, forward, inverse] = produceWithPatches(build, (draft) => {
      if (isUndo) applyPatches(draft, op.patches as Patch[]);
      else change(draft as Build, op, stamp);
    });
    const problem = resultProblem(build, next);
    if (problem)
      return refused(
        isUndo
          ? { kind: 'overtaken', message: `This can no longer be undone: ${problem}` }
          : { kind: 'invalid', message: problem },
      );
    const touched = [...new Set(forward.map((patch) => fieldOf(patch.path)))];
    return ok({ build: next, touched, change: { forward, inverse } });
  } catch (error) {
    if (error instanceof OperationRefused) return refused(error.refusal);
    if (isUndo)
      return refused({ kind: 'overtaken', message: 'This can no longer be undone: what it changed is gone.' });
    throw error;
  }
}
