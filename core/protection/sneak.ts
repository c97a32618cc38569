/**
 * Sneak paths: lamps that conduct in a state in which they should be dark, found by solving the circuit for the states
 * of its controls, each with the way that the current takes, element by element.
 */

import type { CircuitElement, CircuitSolution } from '../circuit/index.ts';
import { endsOf, isLive, type StateSolver, stateSolver } from '../circuit/index.ts';
import type { Build, ElementOf, Id, Lamp } from '../document/index.ts';
import { conduct, deriveFeeds, type Feed, sourceInText } from '../graph/index.ts';

export interface SneakPath {
  lamp: Lamp;
  /** Controls that are on, by name; empty when everything is off. */
  on: string[];
  keyOn: boolean;
  currentA: number;
  /** From the battery to ground: names of what the current goes through, wires left out. */
  path: string[];
  /** The wire on the return side of the lamp's own feed through which the current comes backwards, if there is one. */
  backWireId: Id | null;
  /** Which end of that wire the current may still reach once a diode is in. */
  towards: 'to' | 'from';
}

/** Above this a filament glows and a driver's charger blinks. Common practice, no source. */
const LIT_FROM_A = 0.005;
/** Every subset up to this many controls; beyond, none, each, every pair, and all. */
const MAX_FULL = 8;

function settings(controlIds: readonly Id[]): Set<Id>[] {
  if (controlIds.length <= MAX_FULL)
    return Array.from(
      { length: 2 ** controlIds.length },
      (_, bits) => new Set(controlIds.filter((_id, at) => (bits >> at) & 1)),
    );
  const pairs = controlIds.flatMap((a, at) => controlIds.slice(at + 1).map((b) => new Set([a, b])));
  return [new Set(), ...controlIds.map((id) => new Set([id])), ...pairs, new Set(controlIds)];
}

/** Can current go anywhere but down its own feed? Only where returns are switched or feeds are joined. */
function mayStray(feeds: readonly Feed[]): boolean {
  if (feeds.some((feed) => feed.groundContacts.length > 0)) return true;
  const seen = new Set<Id>();
  const behind = feeds.map((feed) => feed.wires.slice(feed.aheadCount));
  return behind.some((wires) => wires.some((wire) => seen.has(wire.id) || !seen.add(wire.id)));
}

function nameOf(build: Build, id: Id): string | null {
  const element = build.elements[id];
  switch (element?.kind) {
    case 'tap':
      return build.slots[element.slotId] ? sourceInText(build.slots[element.slotId]!) : 'a slot';
    case 'lampLoad':
      return build.lamps[element.lampId]?.tag ?? 'lamp';
    case 'switch':
    case 'relay':
    case 'flasher':
      return build.controls[element.controlId]?.name ?? 'switch';
    case 'fuse':
      return `fuse ${element.name}`;
    case undefined:
      return id === 'battery' ? 'battery' : null;
    case 'splice':
      return null;
    default:
      return element?.name || element?.kind || null;
  }
}

/** Follows the largest current from a node against its flow (or with it) to the battery (or to ground). */
function follow(
  network: readonly CircuitElement[],
  solution: CircuitSolution,
  start: string,
  lampId: Id,
  direction: 'up' | 'down',
): Id[] {
  const ids: Id[] = [];
  const seen = new Set<Id>([lampId]);
  let node = start;
  for (let step = 0; step < network.length; step++) {
    let best: { element: CircuitElement; next: string; amps: number } | null = null;
    for (const element of network) {
      if (seen.has(element.id)) continue;
      const [a, b] = endsOf(element);
      if (a !== node && b !== node) continue;
      // Positive from a to b through the element; a source sends what it gives out of its plus.
      const through = (solution.elements[element.id]?.currentA ?? 0) * (element.kind === 'source' ? -1 : 1);
      const into = a === node ? -through : through;
      const amps = direction === 'up' ? into : -into;
      if (amps > LIT_FROM_A / 2 && (!best || amps > best.amps)) best = { element, next: a === node ? b : a, amps };
    }
    if (!best) break;
    ids.push(best.element.id);
    seen.add(best.element.id);
    node = best.next;
    if (node === '0') break;
  }
  return direction === 'up' ? ids.reverse() : ids;
}

function sneaksIn(
  build: Build,
  solver: StateSolver,
  lamps: readonly LampLoad[],
  keyOn: boolean,
  controlIds: ReadonlySet<Id>,
): SneakPath[] {
  const circuit = solver.solve({ keyOn, controlIds });
  const stray = lamps.filter(({ load, feeds }) => {
    const currentA = circuit.stateOf(load.id)?.currentA ?? 0;
    return Math.abs(currentA) >= LIT_FROM_A && !isMeant(build, feeds, load.lampId, keyOn, controlIds);
  });
  if (stray.length === 0) return [];
  const [network, solution] = [circuit.elements(), circuit.solution()];
  if (!solution.converged) return [];
  return stray.map(({ load, lamp }): SneakPath => {
    const currentA = solution.elements[load.id]!.currentA;
    const [enters, leaves] = currentA > 0 ? ['plus', 'minus'] : ['minus', 'plus'];
    const up = follow(network, solution, `${load.id}.${enters}`, load.id, 'up');
    const down = follow(network, solution, `${load.id}.${leaves}`, load.id, 'down');
    const names = [...up, load.id, ...down].flatMap((id) => nameOf(build, id) ?? []);
    return {
      lamp,
      on: [...controlIds].flatMap((id) => build.controls[id]?.name ?? []),
      keyOn,
      currentA: Math.abs(currentA),
      path: names.filter((name, index) => name !== names[index - 1]),
      ...backWire(build, load.id, currentA),
    };
  });
}

/** A lamp in the circuit, with the feeds that it hangs on. */
interface LampLoad {
  load: ElementOf<'lampLoad'>;
  lamp: Lamp;
  feeds: Feed[];
}

const lampLoads = (build: Build, feeds: readonly Feed[]): LampLoad[] =>
  Object.values(build.elements).flatMap((load): LampLoad[] => {
    const lamp = load.kind === 'lampLoad' ? build.lamps[load.lampId] : undefined;
    const own = feeds.filter((feed) => lamp && feed.ways[lamp.id]);
    return load.kind === 'lampLoad' && lamp && own.length > 0 ? [{ load, lamp, feeds: own }] : [];
  });

/** Is this very lamp meant to be lit: some feed of it live, and every contact on its way there and back closed? */
const isMeant = (build: Build, feeds: readonly Feed[], lampId: Id, keyOn: boolean, on: ReadonlySet<Id>): boolean =>
  feeds.some((feed) => {
    const way = feed.ways[lampId];
    return way !== undefined && isLive(build, feed.source, { keyOn, controlIds: on }) && conduct(way, on);
  });

/** The lamp's ground wire, when current comes in through it: where a diode stops it. */
function backWire(build: Build, loadId: Id, currentA: number): Pick<SneakPath, 'backWireId' | 'towards'> {
  const wire = Object.values(build.wires).find(
    ({ from, to }) =>
      (from.elementId === loadId && from.terminal === 'minus') || (to.elementId === loadId && to.terminal === 'minus'),
  );
  const outward = wire?.from.elementId === loadId;
  // Backwards through a lamp: its own return must carry current only away from it.
  return { backWireId: currentA < 0 && wire ? wire.id : null, towards: outward ? 'to' : 'from' };
}

/**
 * Every lamp that conducts where it should be dark, once a lamp: the state with the largest current is told. Empty, and
 * nothing is solved, for circuits in which current cannot stray.
 */
export function sneakPaths(build: Build): SneakPath[] {
  const feeds = deriveFeeds(build);
  if (!mayStray(feeds)) return [];
  const controlIds = [
    ...new Set(
      feeds.flatMap((feed) =>
        [...feed.contacts, ...feed.groundContacts, ...feed.coilContacts].map(({ control }) => control.id),
      ),
    ),
  ];
  const solver = stateSolver(build, { load: 'maximum' });
  const lamps = lampLoads(build, feeds);
  const worst = new Map<Id, SneakPath>();
  for (const keyOn of [true, false])
    for (const setting of settings(controlIds))
      for (const found of sneaksIn(build, solver, lamps, keyOn, setting)) {
        const known = worst.get(found.lamp.id);
        if (!known || found.currentA > known.currentA + 1e-9) worst.set(found.lamp.id, found);
      }
  return [...worst.values()];
}
