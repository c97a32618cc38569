/** Grounds of lamps: straight to metal where they sit, back by one wire or to a bus, or back through a switch on the ground side. */

import {
  type Build,
  type Control,
  type Element,
  housingJoint,
  type Id,
  type Lamp,
  type OperationDraft,
  type Position,
  type Terminal,
  type Wire,
} from '../../document/index.ts';
import { placeOf, terminalNode, wiresRun } from '../../graph/index.ts';
import { GROUND_LEAD_MM, runMm } from '../../harness/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import type { Millimetres } from '../../units/index.ts';
import { idledBy, withoutControls } from '../apart/idleControls.ts';
import { madeFit } from '../sizes/madeFit.ts';
import { type Contact, contactsOf, goesToGround, touching } from './contacts.ts';

type Load = Extract<Element, { kind: 'lampLoad' }>;

interface Return {
  lamp: Lamp;
  /** Where its ground lead begins: at the lamp, or where the jobs of its housing meet. */
  from: Terminal;
}

/** The ground leads of lamps; all jobs of a housing have one. */
function returnsAt(build: Build, lampIds: readonly Id[]): Return[] {
  const leads = new Map<string, Return>();
  for (const lampId of lampIds) {
    const lamp = build.lamps[lampId];
    const load = Object.values(build.elements).find(
      (each): each is Load => each.kind === 'lampLoad' && each.lampId === lampId,
    );
    if (!lamp || !load) continue;
    const joint = housingJoint(build, load.id);
    const from = joint ? { elementId: joint, terminal: 'join' } : { elementId: load.id, terminal: 'minus' };
    if (!leads.has(terminalNode(from))) leads.set(terminalNode(from), { lamp, from });
  }
  return [...leads.values()];
}

/** What comes off with them: not what is inside a housing. */
const wiresOff = (build: Build, leads: readonly Return[]): Wire[] => {
  const nodes = new Set(leads.map(({ from }) => terminalNode(from)));
  return wiresRun(build).filter(({ from, to }) => nodes.has(terminalNode(from)) || nodes.has(terminalNode(to)));
};

/**
 * The wires that come off, and what leads nowhere once they are off: joints, grounds, a switch that only goes to metal.
 * What the new wires go to stays.
 */
function takeOff(build: Build, wires: readonly Wire[], keptId: Id | null): OperationDraft[] {
  if (wires.length === 0) return [];
  const offIds = new Set(wires.map(({ id }) => id));
  const bare = new Set<Id>();
  const leftAt = (id: Id) => touching(build, id).filter((wire) => !offIds.has(wire.id));
  const isGround = (id: Id) => build.elements[id]?.kind === 'ground';
  const leadsNowhere = (id: Id, left: readonly Wire[]): boolean => {
    const kind = build.elements[id]?.kind;
    if (kind === 'ground') return left.length === 0;
    if (kind === 'splice' || kind === 'block') return left.length <= 1;
    return kind === 'switch' && left.every(({ from, to }) => isGround(from.elementId) || isGround(to.elementId));
  };
  const asked = wires.flatMap(({ from, to }) => [from.elementId, to.elementId]);
  for (let id = asked.pop(); id !== undefined; id = asked.pop()) {
    const left = leftAt(id);
    if (id === keptId || bare.has(id) || !leadsNowhere(id, left)) continue;
    bare.add(id);
    for (const wire of left) {
      offIds.add(wire.id);
      asked.push(wire.from.elementId, wire.to.elementId);
    }
  }
  return [{ kind: 'removeFeed', elementIds: [...bare], wireIds: [...offIds] }];
}

/** The switch of a control that stands on the ground side already, if there is one: its far side is wired to metal. */
const groundSwitchOf = (build: Build, controlId: Id): Contact | undefined =>
  contactsOf(build, controlId).find((each) => goesToGround(build, each));

/** In the order in which a wire that begins here comes to them. */
function nearestFirst(returns: readonly Return[], start: Position): Return[] {
  const left = [...returns];
  const order: Return[] = [];
  for (let here = start; left.length > 0; here = order.at(-1)!.lamp.position) {
    const next = left.reduce((best, each) =>
      runMm(here, each.lamp.position) < runMm(here, best.lamp.position) ? each : best,
    );
    left.splice(left.indexOf(next), 1);
    order.push(next);
  }
  return order;
}

/** What every change of grounds has: the loads, the wires that come off them, and new ones of the same size. */
function returnsOf(build: Build, lampIds: readonly Id[], newId: () => Id) {
  const found = returnsAt(build, lampIds);
  const old = wiresOff(build, found);
  const { table = 'metric', gauge = '1' } = old[0] ?? {};
  const elements: Element[] = [];
  const wires: Wire[] = [];
  const join = (from: Wire['from'], to: Wire['to'], lengthMm: Millimetres, size = gauge) =>
    wires.push({ id: newId(), from, to, table, gauge: size, colour: 'black', lengthMm, loomLengthMm: null });
  /** One wire collects them, as it comes along: each joint has the wire that comes, the one that goes on and the lamp's. */
  const collect = (returns: readonly Return[], start: Position, end: Terminal): void => {
    const chain = nearestFirst(returns, start);
    let [to, here] = [end, start];
    for (const [index, { lamp, from }] of chain.entries()) {
      const lengthMm = runMm(lamp.position, here);
      if (index === chain.length - 1) join(from, to, lengthMm);
      else {
        const meeting: Element = { id: newId(), kind: 'splice', name: `Return of ${lamp.tag}` };
        elements.push(meeting);
        const at: Terminal = { elementId: meeting.id, terminal: 'join' };
        join(at, to, lengthMm);
        join(from, at, GROUND_LEAD_MM);
        to = at;
        here = lamp.position;
      }
    }
  };
  return {
    found,
    table,
    elements,
    join,
    collect,
    /** `keptId`: what was there already and the new wires go to. */
    operations: (keptId: Id | null = null, controls: Control[] = []): OperationDraft[] => {
      const changes: OperationDraft[] = [
        ...takeOff(build, old, keptId),
        { kind: 'assignFeed', controls, elements, wires, functions: [] },
      ];
      return [...changes, ...withoutControls(idledBy(build, changes))];
    },
  };
}

export interface GroundRefusal {
  kind: 'notFed';
  message: string;
}

/**
 * Takes lamps' grounds off their metal and brings them back to the panel through a switch. Lamps whose control has a
 * ground-side switch already share it, as crews wire it; what that can do is for sneakPaths to find.
 */
export function planGroundSwitch(
  build: Build,
  lampIds: readonly Id[],
  control: { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>,
  newId: () => Id,
): Result<OperationDraft[], GroundRefusal> {
  const { found, elements, join, collect, operations } = returnsOf(build, lampIds, newId);
  if (found.length === 0)
    return refused({ kind: 'notFed', message: 'Feed these lamps first; then their ground can be switched.' });
  const known = 'id' in control ? groundSwitchOf(build, control.id) : undefined;
  const controlId = 'id' in control ? control.id : newId();
  let contactId = known?.id;
  if (!contactId) {
    const ground: Element = { id: newId(), kind: 'ground', name: 'Ground at the panel' };
    const contact: Element = { id: newId(), kind: 'switch', name: '', controlId };
    contactId = contact.id;
    elements.push(contact, ground);
    join({ elementId: contact.id, terminal: 'out' }, { elementId: ground.id, terminal: 'join' }, GROUND_LEAD_MM);
  }
  collect(found, placeOf(build, controlId), { elementId: contactId, terminal: 'in' });
  const controls = 'id' in control ? [] : [{ id: controlId, ...control }];
  return ok(madeFit(build, operations(known?.id ?? null, controls), lampIds));
}

/** Grounds each lamp to metal where it sits again. */
export function planOwnGround(build: Build, lampIds: readonly Id[], newId: () => Id): OperationDraft[] {
  const { found, elements, join, operations } = returnsOf(build, lampIds, newId);
  if (found.length === 0) return [];
  for (const { lamp, from } of found) {
    const ground: Element = { id: newId(), kind: 'ground', name: `Ground at ${lamp.tag}` };
    elements.push(ground);
    join(from, { elementId: ground.id, terminal: 'join' }, GROUND_LEAD_MM);
  }
  return operations();
}

/** Brings the grounds of lamps back by one wire that collects them, to metal at the panel. */
export function planGroundReturn(build: Build, lampIds: readonly Id[], newId: () => Id): OperationDraft[] {
  const { found, elements, collect, operations } = returnsOf(build, lampIds, newId);
  if (found.length === 0) return [];
  const ground: Element = { id: newId(), kind: 'ground', name: 'Ground at the panel' };
  elements.push(ground);
  collect(found, build.fusePanel.position, { elementId: ground.id, terminal: 'join' });
  return madeFit(build, operations(), lampIds);
}

/** Brings the grounds of lamps back to a bus at the panel: a way each, and one thick wire to metal. */
export function planGroundBus(build: Build, lampIds: readonly Id[], newId: () => Id): OperationDraft[] {
  const { found, table, elements, join, operations } = returnsOf(build, lampIds, newId);
  if (found.length === 0) return [];
  const known = Object.values(build.elements).find(({ id, kind }) => kind === 'block' && isGroundBus(build, id));
  let bus = known;
  if (!bus) {
    const ground: Element = { id: newId(), kind: 'ground', name: 'Ground of the bus' };
    bus = { id: newId(), kind: 'block', name: 'Ground bus', ways: BUS_WAYS };
    elements.push(bus, ground);
    join(
      { elementId: bus.id, terminal: 'bus' },
      { elementId: ground.id, terminal: 'join' },
      GROUND_LEAD_MM,
      BUS_GAUGE[table],
    );
  }
  for (const { lamp, from } of found)
    join(from, { elementId: bus.id, terminal: 'bus' }, runMm(lamp.position, placeOf(build, bus.id)));
  return operations(known?.id ?? null);
}

const BUS_WAYS = 12;
const BUS_GAUGE = { metric: '10', awg: '6' } as const;

/** A block whose bus is wired to metal. */
const isGroundBus = (build: Build, blockId: Id): boolean =>
  touching(build, blockId).some(({ from, to }) =>
    [from, to].some(({ elementId }) => build.elements[elementId]?.kind === 'ground'),
  );
