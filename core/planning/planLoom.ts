/**
 * A ready loom put in whole: its fuse, relay and switch, trunk and legs as they come, each leg to a lamp or capped. Nothing
 * of it is sized or cut; whether it reaches is told by its ends (see loomEnds).
 */
import type {
  Build,
  Control,
  Element,
  ElementOf,
  Id,
  Lamp,
  Loom,
  LoomLead,
  OperationDraft,
  Position,
  Slot,
  Terminal,
  Wire,
  WireColour,
} from '../document/index.ts';
import { FORK, placeOfSource, sourceNameInBox, takesHolder } from '../graph/index.ts';
import { wayMm } from '../harness/index.ts';
import { compareTags } from '../place/index.ts';
import { ok, type Result, refused } from '../result.ts';
import type { Volts } from '../units/index.ts';
import { isWorked, sourceElement } from './planFeed.ts';
import { joinFunction, newFunction } from './planFunction.ts';

export interface LoomWish {
  loom: Loom;
  name: string;
  /** Null takes power from the battery stud. */
  slotId: Id | null;
  lampIds: readonly Id[];
  control: { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>;
  wanted: 'always' | 'ignition';
  colour: WireColour;
  patternId: string;
}

export interface LoomRefusal {
  kind: 'noLamps' | 'legs' | 'source';
  message: string;
}

const at = (element: Element, terminal: string): Terminal => ({ elementId: element.id, terminal });

/**
 * Can a loom take its power there? It brings fuse and switching of its own: a lead that is worked already, and a slot that
 * no holder stands on, have nothing to do with them.
 */
export const takesLoom = (slot: Slot | null | undefined, systemVoltageV: Volts): boolean =>
  !slot || (!isWorked(slot, systemVoltageV) && (slot.kind !== 'slot' || takesHolder(slot)));

/** In the middle of the lamps, or at one of them: where least of trunk and legs is missing. */
function forkPlace({ trunk, legs }: Loom, lamps: readonly Lamp[], from: Position): Position {
  const mean = (axis: keyof Position) => lamps.reduce((sum, lamp) => sum + lamp.position[axis], 0) / lamps.length;
  const middle = { xMm: mean('xMm'), yMm: mean('yMm'), zMm: Math.min(...lamps.map(({ position }) => position.zMm)) };
  const missingMm = (fork: Position) =>
    lamps.reduce(
      (sum, lamp, index) => sum + Math.max(0, wayMm(fork, lamp.position) - legs[index]!.lengthMm),
      Math.max(0, wayMm(from, fork) - trunk.lengthMm),
    );
  return lamps
    .map(({ position }) => position)
    .reduce((best, place) => (missingMm(place) < missingMm(best) ? place : best), middle);
}

/** Gathers what a loom brings, all of it marked as its own. */
class LoomParts {
  readonly elements: Element[] = [];
  readonly wires: Wire[] = [];

  constructor(
    private readonly loomId: Id,
    private readonly newId: () => Id,
  ) {}

  id = (): Id => this.newId();

  own<T extends Element>(element: T): T {
    const marked = { ...element, loomId: this.loomId };
    this.elements.push(marked);
    return marked;
  }

  /** What is the unit's or bought by itself. */
  other<T extends Element>(element: T): T {
    this.elements.push(element);
    return element;
  }

  lead(from: Terminal, to: Terminal, { table, gauge, lengthMm }: LoomLead, colour: WireColour): void {
    const { newId, loomId } = this;
    this.wires.push({ id: newId(), from, to, table, gauge, colour, lengthMm, loomLengthMm: lengthMm, loomId });
  }
}

/** From the loom's fuse through relay or switch: gives where the trunk begins. */
function writeSwitching(parts: LoomParts, { loom, colour }: LoomWish, fuse: Element, controlId: Id): Terminal {
  const { relayA, toSwitch, ground } = loom;
  const own = <T extends Element>(element: T): T => (loom.hasSwitch ? parts.own(element) : parts.other(element));
  const contact = { id: parts.id(), kind: 'switch', name: '', controlId } as const;
  if (relayA === null) {
    const only = own(contact);
    parts.lead(at(fuse, 'out'), at(only, 'in'), toSwitch, colour);
    // Back from the switch to where the trunk begins runs a second lead of the same kind.
    const back = parts.own({ id: parts.id(), kind: 'splice', name: 'Back from the switch' });
    parts.lead(at(only, 'out'), at(back, 'join'), toSwitch, colour);
    return at(back, 'join');
  }
  const relay = parts.own({ id: parts.id(), kind: 'relay', name: '', controlId, ratingA: relayA });
  parts.lead(at(fuse, 'out'), at(relay, 'in'), { ...loom.power, lengthMm: AT_RELAY_MM }, colour);
  const coil = own(contact);
  parts.lead(at(relay, 'in'), at(coil, 'in'), toSwitch, colour);
  parts.lead(at(coil, 'out'), at(relay, 'coilPlus'), toSwitch, colour);
  const metal = parts.other({ id: parts.id(), kind: 'ground', name: 'Ground of the relay' });
  parts.lead(at(relay, 'coilMinus'), at(metal, 'join'), ground, 'black');
  return at(relay, 'out');
}

/** From its fuse to its relay a loom is a hand's width long (common practice, no source). */
const AT_RELAY_MM = 100;

/** Trunk, fork and legs; of a loom of one leg the fork is where the two are joined by its maker. */
function writeLegs(parts: LoomParts, { loom, colour }: LoomWish, start: Terminal, lamps: readonly Lamp[]): Id {
  const fork = parts.own({ id: parts.id(), kind: 'splice', name: FORK });
  parts.lead(start, at(fork, 'join'), loom.trunk, colour);
  const back = loom.hasReturn ? parts.own({ id: parts.id(), kind: 'splice', name: 'Returns' }) : null;
  for (const [index, leg] of loom.legs.entries()) {
    const lamp = lamps[index];
    if (!lamp) {
      const cap: ElementOf<'cap'> = { id: parts.id(), kind: 'cap', name: `Leg ${index + 1}`, plannedA: 0 };
      parts.other(cap);
      parts.lead(at(fork, 'join'), at(cap, 'end'), leg, colour);
      continue;
    }
    const load = parts.other({ id: parts.id(), kind: 'lampLoad', name: lamp.tag, lampId: lamp.id });
    parts.lead(at(fork, 'join'), at(load, 'plus'), leg, colour);
    const end = back ?? parts.other({ id: parts.id(), kind: 'ground', name: `Ground at ${lamp.tag}` });
    parts.lead(at(load, 'minus'), at(end, 'join'), leg, 'black');
  }
  if (back) {
    const metal = parts.other({ id: parts.id(), kind: 'ground', name: 'Ground of the loom' });
    parts.lead(at(back, 'join'), at(metal, 'join'), loom.trunk, 'black');
  }
  return fork.id;
}

/** The operations that put a loom in: lamps go to its legs in the order of their tags, legs beyond them are capped. */
export function planLoom(build: Build, wish: LoomWish, newId: () => Id): Result<OperationDraft[], LoomRefusal> {
  const { loom } = wish;
  const lamps = wish.lampIds.flatMap((id) => build.lamps[id] ?? []).sort((a, b) => compareTags(a.tag, b.tag));
  if (lamps.length === 0) return refused({ kind: 'noLamps', message: 'Choose at least one lamp for the loom.' });
  if (lamps.length > loom.legs.length)
    return refused({
      kind: 'legs',
      message: `${loom.name} has ${loom.legs.length === 1 ? 'one leg' : `${loom.legs.length} legs`}: choose ${loom.legs.length === 1 ? 'one lamp' : `${loom.legs.length} lamps`}, or another loom.`,
    });
  const slot = wish.slotId ? build.slots[wish.slotId]! : null;
  if (slot && !takesLoom(slot, build.electrics.systemVoltageV))
    return refused({
      kind: 'source',
      message: `${sourceNameInBox(build, slot)} is worked already, or no holder stands on it: take the loom from another slot or the battery.`,
    });
  const loomId = newId();
  const parts = new LoomParts(loomId, newId);
  const controls: Control[] = 'id' in wish.control ? [] : [{ id: newId(), ...wish.control }];
  const controlId = 'id' in wish.control ? wish.control.id : controls[0]!.id;
  const source = parts.other(sourceElement(slot, loom.fuseA, newId()));
  const { family, fuseA: ratingA } = loom;
  const fuse = parts.own({ id: newId(), kind: 'fuse', name: wish.name, family, ratingA, wanted: wish.wanted });
  parts.lead(at(source, 'out'), at(fuse, 'in'), loom.power, wish.colour);
  const start = writeSwitching(parts, wish, fuse, controlId);
  const forkId = writeLegs(parts, wish, start, lamps);
  return ok([
    { kind: 'takeLoom', loom: { id: loomId, loom } },
    {
      kind: 'assignFeed',
      controls,
      elements: parts.elements,
      wires: parts.wires,
      functions: newFunction(build, { ...wish, controlId }, newId),
    },
    { kind: 'setPlace', of: forkId, position: forkPlace(loom, lamps, placeOfSource(build, wish.slotId)) },
    ...joinFunction(build, wish, lamps),
  ]);
}
