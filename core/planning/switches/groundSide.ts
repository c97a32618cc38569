/** Grounds of lamps: straight to metal where they sit, or back through a switch on the ground side. */

import {
  type Build,
  type Control,
  type Element,
  housingJoint,
  type Id,
  type Lamp,
  type OperationDraft,
  type Terminal,
  type Wire,
} from '../../document/index.ts';
import { placeOf, terminalNode, wiresRun } from '../../graph/index.ts';
import { GROUND_LEAD_MM, MOST_IN_A_CRIMP, runMm } from '../../harness/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import type { Millimetres } from '../../units/index.ts';

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

/** The wires that come off, and the parts that nothing hangs on any more once they are off. */
function takeOff(build: Build, wires: readonly Wire[]): OperationDraft[] {
  if (wires.length === 0) return [];
  const gone = new Set(wires.map((wire) => wire.id));
  const left = Object.values(build.wires).filter((wire) => !gone.has(wire.id));
  const bare = new Set(
    wires
      .flatMap((wire) => [wire.from.elementId, wire.to.elementId])
      .filter((id) => {
        const kind = build.elements[id]?.kind;
        const hangs = left.some((wire) => wire.from.elementId === id || wire.to.elementId === id);
        return (kind === 'ground' || kind === 'splice') && !hangs;
      }),
  );
  return [{ kind: 'removeFeed', elementIds: [...bare], wireIds: [...gone] }];
}

/** The switch of a control that stands on the ground side already, if there is one: its far side is wired to metal. */
export function groundSwitchOf(build: Build, controlId: Id): Element | undefined {
  return Object.values(build.elements).find(
    (element) =>
      element.kind === 'switch' &&
      element.controlId === controlId &&
      Object.values(build.wires).some(
        (wire) =>
          (wire.from.elementId === element.id && build.elements[wire.to.elementId]?.kind === 'ground') ||
          (wire.to.elementId === element.id && build.elements[wire.from.elementId]?.kind === 'ground'),
      ),
  );
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
  return {
    found,
    table,
    elements,
    join,
    operations: (controls: Control[] = []): OperationDraft[] => [
      ...takeOff(build, old),
      { kind: 'assignFeed', controls, elements, wires, functions: [] },
    ],
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
  const { found, elements, join, operations } = returnsOf(build, lampIds, newId);
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
  const name = `Return of ${found.map(({ lamp }) => lamp.tag).join(' ')}`;
  // A crimp takes two returns and the wire that goes on; more meet on a bus.
  const isBus = found.length > MOST_IN_A_CRIMP - 1;
  const meeting: Element = isBus
    ? { id: newId(), kind: 'block', name, ways: found.length + 1 }
    : { id: newId(), kind: 'splice', name };
  const at: Terminal = { elementId: meeting.id, terminal: isBus ? 'bus' : 'join' };
  elements.push(meeting);
  join(at, { elementId: contactId, terminal: 'in' }, GROUND_LEAD_MM);
  const switchedAt = placeOf(build, controlId);
  for (const { lamp, from } of found) join(from, at, runMm(lamp.position, switchedAt));
  const controls = 'id' in control ? [] : [{ id: controlId, ...control }];
  return ok(operations(controls));
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

/** Brings the grounds of lamps back to a bus at the panel: a way each, and one thick wire to metal. */
export function planGroundBus(build: Build, lampIds: readonly Id[], newId: () => Id): OperationDraft[] {
  const { found, table, elements, join, operations } = returnsOf(build, lampIds, newId);
  if (found.length === 0) return [];
  let bus = Object.values(build.elements).find((element) => element.kind === 'block' && isGroundBus(build, element.id));
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
  return operations();
}

const BUS_WAYS = 12;
const BUS_GAUGE = { metric: '10', awg: '6' } as const;

/** A block whose bus is wired to metal. */
const isGroundBus = (build: Build, blockId: Id): boolean =>
  Object.values(build.wires).some(
    ({ from, to }) =>
      (from.elementId === blockId && build.elements[to.elementId]?.kind === 'ground') ||
      (to.elementId === blockId && build.elements[from.elementId]?.kind === 'ground'),
  );
