/** A feed section by section: what flows in each wire in the worst setting, what protects it, what it costs in volts. */
import type { Build, Id, Lamp, LampModel, Wire } from '../document/index.ts';
import { type Feed, isRun, outwardWires, placeKey } from '../graph/index.ts';
import {
  type Amps,
  ampacityA,
  COPPER_TEMPERATURE_COEFFICIENT,
  conductor,
  type Ohms,
  resistanceOhmPerM,
  type Volts,
} from '../units/index.ts';
import { BATTERY_OHM } from './compileNetwork.ts';
import type { CircuitSolution } from './solver/circuit.ts';

/** Wires that run together where nobody has laid routes: a feed, its neighbour and a ground (common practice, no source). */
export const USUAL_BUNDLE = 3;
/** Copper of a loom that has worked for a while in the sun (common practice, no source). */
const WARM_C = 50;
/** How much more warm copper loses than at the 20 °C of the tables (IEC 60028). */
export const WARM_FACTOR = 1 + COPPER_TEMPERATURE_COEFFICIENT * (WARM_C - 20);

/** Lamps for which being seen is the job: 3 %. ABYC E-11 for navigation lights, from memory. */
export const SEEN_BUDGET_PERCENT = 3;
/** Lamps to work by: 10 %. ABYC E-11 for what is not critical, from memory. */
export const WORK_BUDGET_PERCENT = 10;
const WORK_KINDS: ReadonlySet<LampModel['kind']> = new Set(['flood', 'bed']);

/** What a lamp may lose on the way, in percent of the system at rest: as the crew has it for this unit, or the usual. */
export function dropBudgetPercent({ electrics }: Pick<Build, 'electrics'>, model: LampModel | undefined): number {
  const { seenLossPercent = SEEN_BUDGET_PERCENT, workLossPercent = WORK_BUDGET_PERCENT } = electrics;
  return model && WORK_KINDS.has(model.kind) ? workLossPercent : seenLossPercent;
}

export interface Section {
  wire: Wire;
  /** What flows in it with everything on that can be, every head lit, A. */
  currentA: Amps;
  /** The same in the first instant, on cold filaments, A. */
  peakA: Amps;
  /** The fuse ahead of it, A. A channel's rating is a limit, not a fuse, and protects nothing. */
  protectedByA: Amps;
  /** What it carries in a bundle of so many, A. */
  ampacityA: Amps;
  bundledWith: number;
  dropV: Volts;
}

/** Resistance of a wire at 20 °C, end to end. */
export const wireOhm = ({ table, gauge, lengthMm }: Wire): Ohms =>
  resistanceOhmPerM(conductor(table, gauge)) * (lengthMm / 1000);

const currentIn = (solution: CircuitSolution, wire: Wire): number =>
  Math.abs(solution.elements[wire.id]?.currentA ?? 0);

/** Sections of a feed from its circuit solved twice: every head lit and warm, and in the first instant. */
export function sectionsOf(feed: Feed, warm: CircuitSolution, cold: CircuitSolution): Section[] {
  return [...feed.wires, ...feed.groundWires].map((wire) => {
    const currentA = currentIn(warm, wire);
    return {
      wire,
      currentA,
      peakA: currentIn(cold, wire),
      protectedByA: feed.fuse.ratingA,
      ampacityA: ampacityA(conductor(wire.table, wire.gauge), { bundled: USUAL_BUNDLE }),
      bundledWith: USUAL_BUNDLE - 1,
      dropV: currentA * wireOhm(wire),
    };
  });
}

/** What goes to a relay's coil brings nothing to the lamps behind its contact. */
const isCoils = ({ from, to }: Wire): boolean => [from, to].some(({ terminal }) => terminal.startsWith('coil'));

/** Wires on the way from the source to a lamp, by its part of the circuit or a capped end, and from there to ground. */
export function wiresOnWay(build: Build, feed: Feed, loadId: Id): Wire[] {
  const way: Wire[] = [];
  const onWay = new Set([loadId]);
  for (const { wire, near, far } of outwardWires(build, feed).reverse()) {
    if (!onWay.has(far) || isCoils(wire)) continue;
    onWay.add(near);
    way.push(wire);
  }
  return [...way, ...returnOf(build, feed, loadId)];
}

/** From a lamp to the metal that its return comes to first; what other lamps bring along on the way is not theirs alone. */
function returnOf(build: Build, { groundWires }: Feed, loadId: Id): Wire[] {
  const cameBy = new Map<string, { wire: Wire; before: string } | null>([[loadId, null]]);
  for (const [here] of cameBy) {
    if (build.elements[here]?.kind === 'ground') return tracedBack(cameBy, here);
    for (const wire of groundWires) {
      const [from, to] = [placeKey(build, wire.from), placeKey(build, wire.to)];
      const far = from === here ? to : to === here ? from : null;
      // Another lamp on the same return is not on this one's way.
      if (far === null || cameBy.has(far) || build.elements[far]?.kind === 'lampLoad') continue;
      cameBy.set(far, { wire, before: here });
    }
  }
  return [];
}

function tracedBack(cameBy: ReadonlyMap<string, { wire: Wire; before: string } | null>, end: string): Wire[] {
  const wires: Wire[] = [];
  for (let step = cameBy.get(end); step; step = cameBy.get(step.before)) wires.unshift(step.wire);
  return wires;
}

/** Where the volts of the lamp that loses most for what it may lose have gone. */
export interface Drop {
  /** Null where a capped end loses most, or nothing hangs there. */
  lamp: Lamp | null;
  /** That lamp's or end's part of the circuit. */
  loadId: Id | null;
  /** In the copper that the crew runs, at 20 °C. */
  wireV: Volts;
  /** In fuses, switches, relays, plugs and ground points. */
  contactsV: Volts;
  /** Inside the battery, and in leads that are there already: no wire of the crew's makes it less. */
  sourceV: Volts;
  /** All of it, from the battery at rest to the lamp. */
  totalV: Volts;
  budgetV: Volts;
}

export function dropOf(build: Build, feed: Feed, solution: CircuitSolution, restV: Volts): Drop {
  const batteryV = (solution.elements.battery?.currentA ?? 0) * BATTERY_OHM;
  const seenV = (restV * dropBudgetPercent(build, undefined)) / 100;
  let worst = { loadId: null as Id | null, lamp: null as Lamp | null, totalV: 0, budgetV: seenV, ratio: -1 };
  for (const id of feed.elementIds) {
    const element = build.elements[id];
    const state = solution.elements[id];
    const lamp = element?.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
    if (!state || (!lamp && !(element?.kind === 'cap' && element.plannedA > 0))) continue;
    const totalV = restV - state.voltageV;
    // What will hang on a capped end is not known: it is kept for a lamp to be seen by.
    const budgetV = lamp ? (restV * dropBudgetPercent(build, build.models[lamp.modelKey])) / 100 : seenV;
    const ratio = (totalV - batteryV) / budgetV;
    if (ratio > worst.ratio) worst = { loadId: id, lamp: lamp ?? null, totalV, budgetV, ratio };
  }
  const { loadId, lamp, totalV, budgetV } = worst;
  const way = loadId ? wiresOnWay(build, feed, loadId) : [];
  const lostIn = (wires: readonly Wire[]) =>
    wires.reduce((sum, wire) => sum + currentIn(solution, wire) * wireOhm(wire), 0);
  const wireV = lostIn(way.filter(isRun));
  const sourceV = loadId ? batteryV + lostIn(way.filter((wire) => !isRun(wire))) : 0;
  return { lamp, loadId, wireV, sourceV, contactsV: Math.max(0, totalV - sourceV - wireV), totalV, budgetV };
}

/** What is judged against the budget: the way from the battery's posts to the lamp and back, its copper warm. */
export const judgedDropV = ({ wireV, contactsV }: Drop): Volts => wireV * WARM_FACTOR + contactsV;

/** Does thicker wire help at all? Where copper is under half of the loss it does not. */
export const isCopperMost = (drop: Drop): boolean => drop.wireV * WARM_FACTOR >= drop.contactsV;
