/** Something put into a lead of the unit's own: the lead is cut, and what is between goes out again. */

import type { Build, Element, Id, LightFunction, OperationDraft, Terminal, Wire } from '../../document/index.ts';
import { USUAL_BURST } from '../../flash/index.ts';
import { isUnits } from '../../graph/index.ts';
import { GROUND_LEAD_MM } from '../../harness/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import { ownPattern } from './planOwnLamp.ts';

export interface ModuleWish {
  wireId: Id;
  /** Plug halves on both cut ends, which mate again when it comes out; or its leads joined to them for good. */
  ends: 'halves' | 'butts';
  patternId: string;
  /** Flashes a while, then burns steadily. */
  bursts: boolean;
}

/** Leads that a module comes with, mm (common practice, no source). */
const MODULE_LEAD_MM = 150;
/** A module sits near the lamp's plug: this much of the lead stays on its far side (common practice, no source). */
const LEFT_AT_LAMP_MM = 150;
/** Contacts of a sealed one-way plug pair (common practice, no source). */
const HALF_CONTACT_A = 20;

const at = (element: Element, terminal: string): Terminal => ({ elementId: element.id, terminal });

/**
 * Cuts a lead of the unit's own and puts a brake-lamp module between: power in, lamp out, ground. What the lead's
 * function shows becomes the module's pattern. Refused for a wire that is not the unit's own or has one in it.
 */
export function planModule(
  build: Build,
  wish: ModuleWish,
  newId: () => Id,
): Result<OperationDraft[], { message: string }> {
  const wire = build.wires[wish.wireId];
  if (!wire || !isUnits(wire)) return refused({ message: "Only a lead of the unit's own is cut for a module." });
  if (build.elements[wire.to.elementId]?.kind !== 'lampLoad' && build.elements[wire.to.elementId]?.kind !== 'splice')
    return refused({ message: 'There is something in this lead already. Take it out first.' });
  const module: Element = { id: newId(), kind: 'modulator', name: 'Brake-lamp module' };
  const ground: Element = { id: newId(), kind: 'ground', name: 'Ground at the module' };
  const halves = (name: string): Element => ({
    id: newId(),
    kind: 'connector',
    name,
    pinsOf: '',
    pins: 1,
    mated: true,
    ratingA: HALF_CONTACT_A,
  });
  const lead = (from: Terminal, to: Terminal, given: Partial<Wire>): Wire => ({
    ...wire,
    id: newId(),
    from,
    to,
    lengthMm: MODULE_LEAD_MM,
    origin: 'part',
    ...given,
  });
  const farMm = Math.min(LEFT_AT_LAMP_MM, wire.lengthMm / 2);
  const elements: Element[] = [module, ground];
  const wires = [lead(at(module, 'ground'), at(ground, 'join'), { colour: 'black', lengthMm: GROUND_LEAD_MM })];
  let [near, far] = [at(module, 'in'), at(module, 'out')];
  if (wish.ends === 'halves') {
    const [source, lamp] = [halves('Plug pair, supply end'), halves('Plug pair, lamp end')];
    elements.push(source, lamp);
    wires.push(lead(at(source, 'b1'), near, { colour: 'red' }), lead(far, at(lamp, 'a1'), { colour: 'blue' }));
    [near, far] = [at(source, 'a1'), at(lamp, 'b1')];
  }
  wires.push(lead(far, wire.to, { origin: 'unit', lengthMm: farMm }));
  return ok([
    { kind: 'assignFeed', controls: [], elements, wires, functions: [] },
    { kind: 'moveWireEnds', moves: [{ wireId: wire.id, end: 'to', onto: near }] },
    { kind: 'setWireLengths', lengths: [{ wireId: wire.id, lengthMm: wire.lengthMm - farMm }] },
    ...shown(build, wire, wish),
  ]);
}

/** What the lamps behind the lead show by the signal that lights them. */
const shown = (build: Build, wire: Wire, { patternId, bursts }: ModuleWish): OperationDraft[] =>
  bySignal(build, wire).flatMap(({ each, lampIds }): OperationDraft[] => [
    { kind: 'setPattern', functionId: each.id, lampIds, changes: { patternId } },
    { kind: 'editFunction', functionId: each.id, changes: { modulator: bursts ? USUAL_BURST : null } },
  ]);

/** Functions that a signal of the driver gives lamps behind a wire, with those lamps. */
function bySignal(build: Build, wire: Wire): { each: LightFunction; lampIds: Id[] }[] {
  const behind = lampsBehind(build, wire);
  return Object.values(build.functions).flatMap((each) => {
    const lampIds = behind.filter((id) => each.shows[id]);
    const isSignal = build.controls[each.controlId]?.kind === 'signal';
    return isSignal && lampIds.length > 0 ? [{ each, lampIds }] : [];
  });
}

function lampsBehind(build: Build, wire: Wire): Id[] {
  const element = build.elements[wire.to.elementId];
  if (element?.kind === 'lampLoad') return [element.lampId];
  return Object.values(build.wires)
    .filter(({ from, id }) => from.elementId === element?.id && id !== wire.id)
    .flatMap((next) => lampsBehind(build, next));
}

/**
 * Takes a module out again: the two ends of the lead are joined as they were, and the lamps burn steadily. None for a
 * part that is no module in a lead of the unit's own.
 */
export function planModuleOut(build: Build, moduleId: Id): OperationDraft[] {
  const around = leadAround(build, moduleId);
  if (!around) return [];
  const { near, far, elementIds, wireIds } = around;
  return [
    { kind: 'moveWireEnds', moves: [{ wireId: near.id, end: 'to', onto: far.to }] },
    { kind: 'setWireLengths', lengths: [{ wireId: near.id, lengthMm: near.lengthMm + far.lengthMm }] },
    { kind: 'removeFeed', elementIds, wireIds: [...wireIds, far.id] },
    ...bySignal(build, far).flatMap(({ each, lampIds }): OperationDraft[] => [
      {
        kind: 'setPattern',
        functionId: each.id,
        lampIds,
        changes: { patternId: ownPattern(build.controls[each.controlId]!.signal) },
      },
      { kind: 'editFunction', functionId: each.id, changes: { modulator: null } },
    ]),
  ];
}

interface LeadAround {
  /** The unit's own lead on its supply side and on its lamp side. */
  near: Wire;
  far: Wire;
  /** What was put between, the module itself included. */
  elementIds: Id[];
  wireIds: Id[];
}

/** What a module stands in: the two ends of the cut lead, and all that was put between them. */
export function leadAround(build: Build, moduleId: Id): LeadAround | null {
  const module = build.elements[moduleId];
  if (module?.kind !== 'modulator') return null;
  const elementIds = [moduleId];
  const wireIds: Id[] = [];
  const wires = Object.values(build.wires);
  const endsOn = (id: Id, terminal: string, way: 'from' | 'to') =>
    wires.find((wire) => wire[way].elementId === id && wire[way].terminal === terminal);
  const outside = (first: Wire | undefined, way: 'from' | 'to', half: 'a1' | 'b1'): Wire | null => {
    if (!first || isUnits(first)) return first ?? null;
    const part = build.elements[first[way].elementId];
    if (part?.kind !== 'connector') return null;
    wireIds.push(first.id);
    elementIds.push(part.id);
    return endsOn(part.id, half, way === 'from' ? 'to' : 'from') ?? null;
  };
  const near = outside(endsOn(moduleId, 'in', 'to'), 'from', 'a1');
  const far = outside(endsOn(moduleId, 'out', 'from'), 'to', 'b1');
  const ground = endsOn(moduleId, 'ground', 'from');
  if (ground) {
    wireIds.push(ground.id);
    if (!wires.some(({ id, to }) => id !== ground.id && to.elementId === ground.to.elementId))
      elementIds.push(ground.to.elementId);
  }
  return near && far && isUnits(near) && isUnits(far) ? { near, far, elementIds, wireIds } : null;
}
