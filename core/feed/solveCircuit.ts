/**
 * Steady-state DC by nodal analysis with Newton's method. Temperature is fixed at 300.15 K, sources have a series
 * resistance, a closed switch is 0.1 milliohm. Diodes follow Shockley; LED lamps draw constant power above their
 * cut-in voltage. Checked against ngspice on generated networks (solveCircuit.ngspice.test.ts).
 */
import type { CircuitElement, CircuitSolution, ElementState } from './circuit.ts';
import { endsOf } from './circuit.ts';
import { type SparsePattern, solveSparse, sparsePattern } from './sparseSymmetric.ts';

const CLOSED_SWITCH_OHM = 1e-4;
/** Stands in for zero ohms: at 100 A it drops 0.1 mV, below any meter, and keeps the equations well scaled. */
const SMALLEST_OHM = 1e-6;
/** k T / q at 300.15 K (k, q: SI 2019 exact values). */
const THERMAL_V = (1.380649e-23 * 300.15) / 1.602176634e-19;
/** Leak across nonlinear elements, so that a lamp behind an open switch does not leave its node undefined. */
const LEAK_SIEMENS = 1e-12;
/** Below the cut-in voltage the draw falls to nothing over this part of it: a real driver does not switch like a knife. */
const CUT_IN_BAND = 0.01;
/** Without a cut-in voltage a constant-power load acts as a resistor below this, as P/V has no end at 0 V. */
const RESISTIVE_BELOW_V = 0.5;
const MOST_STEPS = 200;
const MOST_ROUNDS = 200;
/** Loads this close to their own P/V are near enough for full Newton to finish. */
const HANDOVER_PART = 1e-3;
/** Full Newton may move a load by no more than this from where following it has led. */
const STRAY_V = 0.05;
const VOLTAGE_TOLERANCE = 1e-9;

/** A conductance from every node to where it last was: an implicit time step. */
interface Damping {
  siemens: number;
  voltage: Float64Array;
}

const FIRST_DAMPING = 10;
const LAST_DAMPING = 1e-6;
const STILL_A = 1e-9;
const MOST_DAMPING = 1e7;
const MOST_CHARGE_STEPS = 400;
const CHARGE_NEWTON_STEPS = 40;

interface Linearised {
  currentA: number;
  slope: number;
}

/** Current and its slope for a constant-power load at a voltage. */
export function constantPowerDraw(powerW: number, cutInV: number, voltageV: number): Linearised {
  const fromV = Math.max(cutInV, cutInV > 0 ? 0 : RESISTIVE_BELOW_V);
  if (voltageV >= fromV) return { currentA: powerW / voltageV, slope: -powerW / voltageV ** 2 };
  const full = powerW / fromV;
  if (cutInV === 0)
    return voltageV > 0 ? { currentA: (full * voltageV) / fromV, slope: full / fromV } : { currentA: 0, slope: 0 };
  const startV = cutInV * (1 - CUT_IN_BAND);
  if (voltageV <= startV) return { currentA: 0, slope: 0 };
  const band = cutInV - startV;
  return { currentA: (full * (voltageV - startV)) / band, slope: full / band };
}

/** Keeps a junction voltage from running up the exponential in one step (SPICE2, Nagel 1975: pnjlim). */
function limitJunction(next: number, previous: number, thermalV: number, criticalV: number): number {
  if (next <= criticalV || Math.abs(next - previous) <= 2 * thermalV) return next;
  if (previous <= 0) return thermalV * Math.log(next / thermalV);
  const ratio = 1 + (next - previous) / thermalV;
  return ratio > 0 ? previous + thermalV * Math.log(ratio) : criticalV;
}

/** Patterns of the circuits solved lately: the states of one circuit have the same. */
const patterns = new Map<string, SparsePattern>();
const MOST_PATTERNS = 32;

function keptPattern(size: number, places: readonly (readonly [number, number])[]): SparsePattern {
  let key = `${size}`;
  for (const [a, b] of places) key += `,${a},${b}`;
  const known = patterns.get(key);
  if (known) return known;
  const pattern = sparsePattern(size, places);
  const [oldest] = patterns.keys();
  if (patterns.size >= MOST_PATTERNS && oldest !== undefined) patterns.delete(oldest);
  patterns.set(key, pattern);
  return pattern;
}

/** Plain conductance of an element, or null when it is open or nonlinear. */
function conductance(element: CircuitElement): number | null {
  switch (element.kind) {
    case 'source':
    case 'resistor':
    case 'fuse':
      return 1 / Math.max(element.resistanceOhm, SMALLEST_OHM);
    case 'switch':
      return element.closed ? 1 / CLOSED_SWITCH_OHM : null;
    default:
      return null;
  }
}

const conducts = (element: CircuitElement): boolean =>
  element.kind !== 'currentSink' && !(element.kind === 'switch' && !element.closed);

/** Islands by union-find over whatever conducts. Gives, for each node index, its island's root. */
function islands(count: number, links: Iterable<readonly [number, number]>): Int32Array {
  const parent = Int32Array.from({ length: count }, (_, index) => index);
  const find = (node: number): number => {
    let root = node;
    while (parent[root] !== root) root = parent[root]!;
    while (parent[node] !== root) [node, parent[node]] = [parent[node]!, root];
    return root;
  };
  for (const [a, b] of links) {
    const rootA = find(a);
    const rootB = find(b);
    if (rootA !== rootB) parent[Math.max(rootA, rootB)] = Math.min(rootA, rootB);
  }
  return parent.map((_, node) => find(node));
}

interface Nonlinear {
  a: number;
  b: number;
  /** Place of the pair in the matrix; -1 when one end is ground. */
  slot: number;
  draw(voltageV: number): Linearised;
  limit(next: number, previous: number): number;
  voltageV: number;
  /** Current at which a constant-power load is held for now; null for diodes. */
  heldA: number | null;
}

/** A circuit whose equations are set up once and solved for many positions of its switches. */
export interface PreparedCircuit {
  /** Opens or closes a switch; nothing for an id that is no switch of it. */
  setClosed(id: string, closed: boolean): void;
  /** Solves it as its switches stand, from cold. */
  run(): boolean;
  /** Of the last run; undefined for an id that is not in it. */
  stateOf(id: string): ElementState | undefined;
  solution(): CircuitSolution;
  /** The network as its switches stand. */
  elements(): CircuitElement[];
}

/** Sets up a network. Element ids must be unique (a RangeError names a repeated one). */
export function prepareCircuit(given: readonly CircuitElement[]): PreparedCircuit {
  const elements = given.map((element) => ({ ...element }));
  // Ground is index 0; the matrix leaves it out, so row = index - 1.
  const indexOf = new Map<string, number>([['0', 0]]);
  const elementIndex = new Map<string, number>();
  const nodeIndex = (name: string): number => {
    let index = indexOf.get(name);
    if (index === undefined) {
      index = indexOf.size;
      indexOf.set(name, index);
    }
    return index;
  };
  const ends = elements.map((element, index) => {
    if (elementIndex.has(element.id))
      throw new RangeError(`element ids must be unique, "${element.id}" is there twice`);
    elementIndex.set(element.id, index);
    const [first, second] = endsOf(element);
    return [nodeIndex(first), nodeIndex(second)] as const;
  });
  const namedCount = indexOf.size;
  // A diode with series resistance gets a node between the two.
  let count = namedCount;
  const junctionNode = elements.map((element) =>
    element.kind === 'diode' && element.seriesResistanceOhm > 0 ? count++ : -1,
  );
  const size = count - 1;

  // An open switch keeps its place in the pattern, so that all states of a circuit share one.
  const places: [number, number][] = [];
  const linksOf = elements.map((element, index): [number, number][] => {
    if (element.kind === 'currentSink') return [];
    const [a, b] = ends[index]!;
    const inner = junctionNode[index]!;
    const own: [number, number][] =
      inner < 0
        ? [[a, b]]
        : [
            [a, inner],
            [inner, b],
          ];
    for (const [first, second] of own) if (first !== 0 && second !== 0) places.push([first - 1, second - 1]);
    return own;
  });
  const pattern = keptPattern(size, places);
  const slotBetween = (a: number, b: number) => (a !== 0 && b !== 0 && a !== b ? pattern.slotOf(a - 1, b - 1) : -1);
  const slots = ends.map(([a, b]) => slotBetween(a, b));
  const linear = new Float64Array(pattern.slotCount);
  const injected = new Float64Array(size);
  const stamp = (a: number, b: number, slot: number, g: number) => {
    if (a === b) return;
    if (a !== 0) linear[a - 1]! += g;
    if (b !== 0) linear[b - 1]! += g;
    if (slot >= 0) linear[slot]! -= g;
  };
  const inject = (right: Float64Array, from: number, to: number, currentA: number) => {
    if (from !== 0) right[from - 1]! -= currentA;
    if (to !== 0) right[to - 1]! += currentA;
  };

  const nonlinear: Nonlinear[] = [];
  elements.forEach((element, index) => {
    const [a, b] = ends[index]!;
    if (element.kind === 'constantPower') {
      const { powerW, cutInV } = element;
      nonlinear.push({
        a,
        b,
        slot: slots[index]!,
        draw: (v) => constantPowerDraw(powerW, cutInV, v),
        limit: (next) => next,
        voltageV: 0,
        heldA: 0,
      });
    }
    if (element.kind === 'diode') {
      const inner = junctionNode[index]!;
      const cathode = inner < 0 ? b : inner;
      const thermalV = element.emissionCoefficient * THERMAL_V;
      const saturation = element.saturationCurrentA;
      const criticalV = thermalV * Math.log(thermalV / (Math.SQRT2 * saturation));
      nonlinear.push({
        a,
        b: cathode,
        slot: slotBetween(a, cathode),
        draw: (v) => {
          const e = Math.exp(Math.min(v / thermalV, 300));
          return { currentA: saturation * (e - 1), slope: (saturation * e) / thermalV };
        },
        limit: (next, previous) => limitJunction(next, previous, thermalV, criticalV),
        voltageV: 0,
        heldA: null,
      });
    }
  });
  const loads = nonlinear.filter((each) => each.heldA !== null);
  // Loads held at a current leave a linear circuit when there is no diode: one solve is exact.
  const hasDiodes = loads.length < nonlinear.length;

  const voltage = new Float64Array(count); // by node index, ground stays 0
  const between = (a: number, b: number) => voltage[a]! - voltage[b]!;
  const values = new Float64Array(pattern.slotCount);
  const right = new Float64Array(size);
  let island: Int32Array = new Int32Array(count);
  let converged = false;

  /** What does not change from step to step: conductances, sources, and a hold for every island without ground. */
  const setUp = () => {
    linear.fill(0);
    injected.fill(0);
    const links: [number, number][] = [];
    elements.forEach((element, index) => {
      if (conducts(element)) links.push(...linksOf[index]!);
      const [a, b] = ends[index]!;
      const g = conductance(element);
      if (g !== null) stamp(a, b, slots[index]!, g);
      if (element.kind === 'source') inject(injected, b, a, element.voltageV * g!);
      if (element.kind === 'currentSink') inject(injected, a, b, element.currentA);
      if (element.kind === 'constantPower') stamp(a, b, slots[index]!, LEAK_SIEMENS);
      if (element.kind === 'diode') {
        const inner = junctionNode[index]!;
        const cathode = inner < 0 ? b : inner;
        if (inner >= 0) stamp(inner, b, slotBetween(inner, b), 1 / element.seriesResistanceOhm);
        stamp(a, cathode, slotBetween(a, cathode), LEAK_SIEMENS);
      }
    });
    island = islands(count, links);
    for (const root of new Set(island)) if (root !== 0) linear[root - 1]! += 1;
    voltage.fill(0);
    for (const each of nonlinear) {
      each.voltageV = 0;
      if (each.heldA !== null) each.heldA = 0;
    }
  };

  /** One linear solve; loads of constant power either linearised or held at their last current. */
  const step = (loads: 'held' | 'linearised', damping?: Damping): boolean => {
    values.set(linear);
    right.set(injected);
    if (damping)
      for (let row = 0; row < size; row++) {
        values[row]! += damping.siemens;
        right[row]! += damping.siemens * damping.voltage[row + 1]!;
      }
    for (const each of nonlinear) {
      if (each.heldA !== null && loads === 'held') {
        inject(right, each.a, each.b, each.heldA);
        continue;
      }
      const { currentA, slope } = each.draw(each.voltageV);
      const { a, b, slot } = each;
      const restA = currentA - slope * each.voltageV;
      if (a !== 0) {
        values[a - 1]! += slope;
        right[a - 1]! -= restA;
      }
      if (b !== 0) {
        values[b - 1]! += slope;
        right[b - 1]! += restA;
      }
      if (slot >= 0) values[slot]! -= slope;
    }
    return solveSparse(pattern, values, right);
  };

  /** Newton's method until nothing moves; false when it does not settle. */
  const newton = (loads: 'held' | 'linearised', mostSteps: number, damping?: Damping): boolean => {
    for (let iteration = 0; iteration < mostSteps; iteration++) {
      if (!step(loads, damping)) return false;
      let settled = true;
      for (let node = 1; node < count; node++) {
        const next = right[node - 1]!;
        if (!(Math.abs(next - voltage[node]!) <= VOLTAGE_TOLERANCE * (1 + Math.abs(next)))) settled = false;
        voltage[node] = next;
      }
      for (const each of nonlinear) {
        const next = between(each.a, each.b);
        const limited = each.limit(next, each.voltageV);
        if (Math.abs(limited - next) > VOLTAGE_TOLERANCE) settled = false;
        each.voltageV = limited;
      }
      if (settled || (loads === 'held' ? !hasDiodes : nonlinear.length === 0)) return true;
    }
    return false;
  };

  /**
   * Loads held at a current leave diodes only, for which Newton is safe. Starting from no current and following P/V
   * walks down to the upper of its two solutions, the one a real lamp sits at, and converges whenever that one is
   * stable. Around a cut-in edge it would swing for ever, so the stride is halved each time it turns.
   */
  const followLoads = (): boolean => {
    let stride = 1;
    let turned = 0;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      if (!newton('held', MOST_STEPS)) return false;
      let change = 0;
      let direction = 0;
      for (const each of loads) {
        const wanted = each.draw(between(each.a, each.b)).currentA - each.heldA!;
        each.heldA! += stride * wanted;
        direction += wanted;
        change = Math.max(change, Math.abs(wanted) / (1e-3 + Math.abs(each.heldA!)));
      }
      if (change < HANDOVER_PART) return true;
      if (direction * turned < 0) stride = Math.max(0.01, stride / 2);
      turned = direction;
    }
    return false;
  };

  /**
   * For circuits near collapse (a lamp in series with filaments that hovers at its cut-in voltage): charge the circuit
   * up from nothing as if every node had a capacitor, in growing steps, until nothing moves. It ends where the real one
   * would when it is switched on.
   */
  const chargeUp = (): boolean => {
    voltage.fill(0);
    for (const each of nonlinear) each.voltageV = 0;
    const damping: Damping = { siemens: FIRST_DAMPING, voltage: voltage.slice() };
    for (let round = 0; round < MOST_CHARGE_STEPS; round++) {
      const loadVoltages = nonlinear.map((each) => each.voltageV);
      if (newton('linearised', CHARGE_NEWTON_STEPS, damping)) {
        let moved = 0;
        for (let node = 1; node < count; node++)
          moved = Math.max(moved, Math.abs(voltage[node]! - damping.voltage[node]!));
        // What still flows into the capacitors is damping times movement; only leaks are left to fill them.
        if (damping.siemens <= LAST_DAMPING && moved * damping.siemens <= STILL_A) return true;
        damping.voltage.set(voltage);
        damping.siemens = Math.max(damping.siemens / 2, LAST_DAMPING / 2);
        continue;
      }
      // Too long a step: go back and take a quarter of it.
      voltage.set(damping.voltage);
      nonlinear.forEach((each, index) => {
        each.voltageV = loadVoltages[index]!;
      });
      damping.siemens *= 4;
      if (damping.siemens > MOST_DAMPING) return false;
    }
    return false;
  };

  const run = (): boolean => {
    setUp();
    if (loads.length === 0) converged = newton('linearised', MOST_STEPS);
    else {
      const near = followLoads();
      const kept = voltage.slice();
      const keptLoads = nonlinear.map((each) => each.voltageV);
      // The last digits by full Newton; if it strays, what the slower way found is at least close.
      converged = newton('linearised', MOST_STEPS);
      const strayed =
        near && loads.some((each) => Math.abs(between(each.a, each.b) - (kept[each.a]! - kept[each.b]!)) > STRAY_V);
      if (!converged || strayed) {
        voltage.set(kept);
        nonlinear.forEach((each, index) => {
          each.voltageV = keptLoads[index]!;
        });
        converged = chargeUp();
        if (!converged) voltage.set(kept);
      }
    }
    return converged;
  };

  const stateAt = (index: number): ElementState => {
    const element = elements[index]!;
    const [a, b] = ends[index]!;
    const voltageV = between(a, b);
    const inner = junctionNode[index]!;
    const currentA = elementCurrentA(element, voltageV, between(a, inner < 0 ? b : inner));
    // A source's power is what it gives, everything else's what it takes.
    return { currentA, voltageV, powerW: voltageV * currentA };
  };

  return {
    run,
    elements: () => elements.map((element) => ({ ...element })),
    setClosed(id, closed) {
      const element = elements[elementIndex.get(id) ?? -1];
      if (element?.kind === 'switch') element.closed = closed;
    },
    stateOf(id) {
      const index = elementIndex.get(id);
      return index === undefined ? undefined : stateAt(index);
    },
    solution() {
      const nodes: Record<string, number> = {};
      const floating: string[] = [];
      for (const [name, index] of indexOf) {
        nodes[name] = voltage[index]!;
        if (island[index] !== 0) floating.push(name);
      }
      const states: Record<string, ElementState> = {};
      elements.forEach((element, index) => {
        states[element.id] = stateAt(index);
      });
      return { converged, nodes, elements: states, floating: floating.sort() };
    },
  };
}

/**
 * Solves a network. Never throws for an electrical reason: what cannot be settled comes back with `converged: false`.
 *
 * `solveCircuit([{ id: 'b', kind: 'source', plus: 'p', minus: '0', voltageV: 12, resistanceOhm: 0 },
 *   { id: 'r', kind: 'resistor', a: 'p', b: '0', resistanceOhm: 6 }]).elements.r.currentA // => 2`
 */
export function solveCircuit(elements: readonly CircuitElement[]): CircuitSolution {
  const prepared = prepareCircuit(elements);
  prepared.run();
  return prepared.solution();
}

function elementCurrentA(element: CircuitElement, voltageV: number, junctionV: number): number {
  switch (element.kind) {
    case 'source':
      return (element.voltageV - voltageV) * conductance(element)!;
    case 'currentSink':
      return element.currentA;
    case 'constantPower':
      return constantPowerDraw(element.powerW, element.cutInV, voltageV).currentA;
    case 'diode':
      return (
        element.saturationCurrentA * Math.expm1(Math.min(junctionV / (element.emissionCoefficient * THERMAL_V), 300))
      );
    default:
      return voltageV * (conductance(element) ?? 0);
  }
}
