/**
 * Sneak paths: lamps that conduct in a state in which they should be dark, found by solving the circuit for the states
 * of its controls, each with the way that the current takes, element by element.
 */

import type { CircuitElement, CircuitSolution } from '../circuit/index.ts';
import { endsOf, isLive, type StateSolver, stateSolver } from '../circuit/index.ts';
import type { Build, ElementOf, Id, Lamp } from '../document/index.ts';
import { conduct, deriveFeeds, type Feed, sourceInText } from '../graph/index.ts';
import type { Amps } from '../units/index.ts';
import { islandsOf, settingsOf } from './islands.ts';

export interface SneakPath {
  lamp: Lamp;
  /** Controls that are on, by name; empty when everything is off. */
  on: string[];
  keyOn: boolean;
  currentA: Amps;
  /** From the battery to ground: names of what the current goes through, wires left out. */
  path: string[];
  /** The wire on the return side of the lamp's own feed through which the current comes backwards, if there is one. */
  backWireId: Id | null;
  /** Which end of that wire the current may still reach once a diode is in. */
  towards: 'to' | 'from';
}

/** Above this a filament glows and a driver's charger blinks. Common practice, no source. */
const LIT_FROM_A = 0.005;
function nameOf(build: Build, inNetwork: Id): string | null {
  // What is in the network beside a part's contact is named after it: 'ID:coil'.
  const [id, part] = inNetwork.split(':') as [Id, string?];
  const element = build.elements[id];
  if (part === 'coil' || part === 'lamp') {
    const control = element && 'controlId' in element ? build.controls[element.controlId]?.name : undefined;
    return `${part === 'coil' ? 'coil' : 'light'} of ${control ?? 'a switch'}`;
  }
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
  const stray = lamps.filter((each) => {
    const currentA = circuit.stateOf(each.load.id)?.currentA ?? 0;
    return Math.abs(currentA) >= LIT_FROM_A && !isMeant(build, each, keyOn, controlIds);
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
      on: [],
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

/**
 * Is this very lamp meant to be lit? On a feed of its own it is when that feed reaches it. Where it hangs on several, the
 * functions decide which control is to light it: the circuit cannot, since it may be joined by mistake. What should be
 * live with the key alone is not to be lit without it.
 */
function isMeant(build: Build, { lamp, feeds }: LampLoad, keyOn: boolean, on: ReadonlySet<Id>): boolean {
  const wayOf = (feed: Feed) => feed.ways[lamp.id]!;
  const reached = feeds.some(
    (feed) => isLive(build, feed.source, { keyOn, controlIds: on }) && conduct(wayOf(feed), on),
  );
  if (!reached || feeds.length === 1) return reached;
  const isWorkedBy = (feed: Feed, controlId: Id) =>
    wayOf(feed).some(({ control, whenOn }) => whenOn && control.id === controlId);
  const controlIds = Object.values(build.functions)
    .filter(({ shows, controlId }) => shows[lamp.id] && feeds.some((feed) => isWorkedBy(feed, controlId)))
    .map(({ controlId }) => controlId);
  // Hung on another control than its function's: that is told by itself.
  if (controlIds.length === 0) return true;
  const pressed = controlIds.filter((id) => on.has(id));
  if (pressed.length === 0) return false;
  const worksWithoutKey = (controlId: Id) =>
    feeds.every((feed) => feed.fuse.wanted === 'always' || !isWorkedBy(feed, controlId));
  return keyOn || pressed.some(worksWithoutKey);
}

/** The lamp's ground wire, when current comes in through it: where a diode stops it. */
function backWire(build: Build, loadId: Id, currentA: Amps): Pick<SneakPath, 'backWireId' | 'towards'> {
  const wire = Object.values(build.wires).find(
    ({ from, to }) =>
      (from.elementId === loadId && from.terminal === 'minus') || (to.elementId === loadId && to.terminal === 'minus'),
  );
  const outward = wire?.from.elementId === loadId;
  // Backwards through a lamp: its own return must carry current only away from it.
  return { backWireId: currentA < 0 && wire ? wire.id : null, towards: outward ? 'to' : 'from' };
}

/**
 * Every lamp that conducts where it should be dark, once a lamp: the state with the largest current is told. Parts of the
 * circuit that have nothing but battery and metal in common are looked at side by side, each in all states of its own
 * controls.
 */
export function sneakPaths(build: Build): SneakPath[] {
  const feeds = deriveFeeds(build);
  const islands = islandsOf(build);
  const loads = lampLoads(build, feeds);
  const byIsland = islands.map(({ elementIds, controlIds }) => ({
    settings: settingsOf(controlIds),
    lamps: loads.filter(({ load }) => elementIds.has(load.id)),
  }));
  const solver = stateSolver(build, { load: 'maximum' });
  const worst = new Map<Id, SneakPath>();
  const rounds = Math.max(0, ...byIsland.map(({ settings }) => settings.length));
  for (const keyOn of [true, false])
    for (let round = 0; round < rounds; round++) {
      const shown = byIsland.filter(({ settings }) => round < settings.length);
      const on = new Set(shown.flatMap(({ settings }) => settings[round]!));
      const lamps = shown.flatMap((island) => island.lamps);
      for (const found of sneaksIn(build, solver, lamps, keyOn, on)) {
        const own = shown.find((island) => island.lamps.some(({ lamp }) => lamp === found.lamp))!.settings[round]!;
        const known = worst.get(found.lamp.id);
        if (known && found.currentA <= known.currentA + 1e-9) continue;
        worst.set(found.lamp.id, { ...found, on: own.flatMap((id) => build.controls[id]?.name ?? []) });
      }
    }
  return [...worst.values()];
}
