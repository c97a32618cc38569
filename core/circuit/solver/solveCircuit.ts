/**
 * Steady-state DC by nodal analysis with Newton's method. Temperature is fixed at 300.15 K, sources have a series
 * resistance, a closed switch is 0.1 milliohm. Diodes follow Shockley; LED lamps draw constant power above their
 * cut-in voltage. Checked against ngspice on generated networks (solveCircuit.ngspice.test.ts).
 */
import type { Amps, Ohms, Volts } from '../../units/index.ts';
import type { CircuitElement, CircuitSolution, ElementState } from './circuit.ts';
import { endsOf } from './circuit.ts';
import { eliminate, type SparsePattern, sparsePattern, substitute } from './sparseSymmetric.ts';

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
const MAX_STEPS = 200;
const MAX_ROUNDS = 200;
/** Loads this close to their own P/V are near enough for full Newton to finish. */
const HANDOVER_RATIO = 1e-3;
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
/** Below this relative change Newton's method squares its error from step to step. */
const QUADRATIC_FROM = 1e-4;
const FIRST_DIODE_A = 0.1;
const MAX_DAMPING = 1e7;
const MAX_CHARGE_STEPS = 400;
const CHARGE_NEWTON_STEPS = 40;

/** Current of an element at a voltage, and its slope: filled in place, because the innermost loop asks for it. */
interface Drawn {
  currentA: Amps;
  slope: number;
}

/** The one that is filled: nothing is allocated in the loop. */
const DRAWN: Drawn = { currentA: 0, slope: 0 };

/** Current and its slope for a constant-power load at a voltage. */
function drawPower(powerW: number, cutInV: Volts, voltageV: Volts, out: Drawn): void {
  const fromV = cutInV > 0 ? cutInV : RESISTIVE_BELOW_V;
  if (voltageV >= fromV) {
    out.currentA = powerW / voltageV;
    out.slope = -out.currentA / voltageV;
    return;
  }
  const full = powerW / fromV;
  const startV = cutInV > 0 ? cutInV * (1 - CUT_IN_BAND) : 0;
  const lit = voltageV > startV;
  out.slope = lit ? full / (fromV - startV) : 0;
  out.currentA = lit ? out.slope * (voltageV - startV) : 0;
}

/** Largest exponent of a junction: far beyond any current that a wire outlives. */
const MAX_EXPONENT = 300;
const JUNCTION_STEPS = 60;

/**
 * Junction voltage x of a diode with series resistance: x + Rs Is (exp(x / nVt) - 1) = V. The left side is convex and
 * rises, so Newton from above comes down to it.
 */
function junctionAt(saturationA: Amps, thermalV: Volts, seriesOhm: Ohms, voltageV: Volts): number {
  if (seriesOhm === 0 || voltageV <= 0) return voltageV;
  const product = seriesOhm * saturationA;
  let x = Math.min(voltageV, thermalV * Math.log1p(voltageV / product));
  for (let step = 0; step < JUNCTION_STEPS; step++) {
    const e = product * Math.exp(x / thermalV);
    const move = (x + e - product - voltageV) / (1 + e / thermalV);
    x -= move;
    if (Math.abs(move) <= 1e-12 + 1e-11 * Math.abs(x)) break;
  }
  return x;
}

/** Patterns of the circuits solved lately: the states of one circuit have the same. */
const patterns = new Map<string, SparsePattern>();
const MAX_PATTERNS = 32;

function keptPattern(
  size: number,
  places: readonly (readonly [number, number])[],
  changing: readonly number[],
): SparsePattern {
  let key = `${size};${changing.join()};`;
  for (const [a, b] of places) key += `,${a},${b}`;
  const known = patterns.get(key);
  if (known) return known;
  const pattern = sparsePattern(size, places, changing);
  const [oldest] = patterns.keys();
  if (patterns.size >= MAX_PATTERNS && oldest !== undefined) patterns.delete(oldest);
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

/** Newton may take a junction up by this many n kT/q on its straight line; farther, and its law is asked. */
const NEAR_JUNCTION = 2;

/**
 * The nonlinear elements of a circuit, as columns: the innermost loop walks over them and nothing else. A row is a load
 * of constant power (watts and cut-in volts) or a diode (saturation amperes, n kT/q and series resistance).
 */
class NonlinearRows {
  readonly count: number;
  readonly a: Int32Array;
  readonly b: Int32Array;
  /** Place of the pair in the matrix; -1 when one end is ground. */
  readonly slot: Int32Array;
  readonly isLoad: Uint8Array;
  private readonly first: Float64Array;
  private readonly second: Float64Array;
  private readonly seriesOhm: Float64Array;
  /** Where each is linearised: voltage over the load, or over the junction alone. */
  readonly atV: Float64Array;
  /** Voltage over the whole of it there, current and slope, as last put into the equations. */
  readonly voltageV: Float64Array;
  readonly currentA: Float64Array;
  readonly slope: Float64Array;
  /** Current at which a load is held for now. */
  readonly heldA: Float64Array;

  constructor(
    elements: readonly CircuitElement[],
    ends: readonly (readonly [number, number])[],
    slots: readonly number[],
  ) {
    const at = elements.flatMap((element, index) =>
      element.kind === 'constantPower' || element.kind === 'diode' ? [index] : [],
    );
    const column = (value: (element: CircuitElement) => number) =>
      Float64Array.from(at, (index) => value(elements[index]!));
    this.count = at.length;
    this.a = Int32Array.from(at, (index) => ends[index]![0]);
    this.b = Int32Array.from(at, (index) => ends[index]![1]);
    this.slot = Int32Array.from(at, (index) => slots[index]!);
    this.isLoad = Uint8Array.from(at, (index) => Number(elements[index]!.kind === 'constantPower'));
    this.first = column((each) =>
      each.kind === 'constantPower' ? each.powerW : each.kind === 'diode' ? each.saturationCurrentA : 0,
    );
    this.second = column((each) =>
      each.kind === 'constantPower' ? each.cutInV : each.kind === 'diode' ? each.emissionCoefficient * THERMAL_V : 0,
    );
    this.seriesOhm = column((each) => (each.kind === 'diode' ? each.seriesResistanceOhm : 0));
    [this.atV, this.voltageV, this.currentA, this.slope, this.heldA] = Array.from(
      { length: 5 },
      () => new Float64Array(at.length),
    ) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];
  }

  /** Loads dark; diodes as if they conducted: most of them will, and those that do not find out in one step. */
  startCold(): void {
    this.heldA.fill(0);
    for (let row = 0; row < this.count; row++)
      this.atV[row] = this.isLoad[row] ? 0 : this.second[row]! * Math.log1p(FIRST_DIODE_A / this.first[row]!);
  }

  loadDraws(row: number, voltageV: Volts): number {
    drawPower(this.first[row]!, this.second[row]!, voltageV, DRAWN);
    return DRAWN.currentA;
  }

  /** Puts each row's straight line at its point. */
  linearise(): void {
    const { count, isLoad, first, second, seriesOhm, atV, voltageV, currentA, slope } = this;
    for (let row = 0; row < count; row++) {
      const at = atV[row]!;
      if (isLoad[row]) {
        drawPower(first[row]!, second[row]!, at, DRAWN);
        voltageV[row] = at;
        currentA[row] = DRAWN.currentA;
        slope[row] = DRAWN.slope;
        continue;
      }
      const e = Math.exp(Math.min(at / second[row]!, MAX_EXPONENT));
      const junctionSlope = (first[row]! * e) / second[row]!;
      currentA[row] = first[row]! * (e - 1);
      voltageV[row] = at + seriesOhm[row]! * currentA[row]!;
      slope[row] = junctionSlope / (1 + seriesOhm[row]! * junctionSlope);
    }
  }

  /**
   * Where a diode is linearised next, when the equations put this voltage over it. Going down, Newton would creep by
   * n kT/q a step, so the current that they foresee is put through the diode's own law instead (alternate bases, Ho and
   * others 1977, from memory); going up, a bare junction is kept from running up its exponential (SPICE2, Nagel 1975:
   * pnjlim), and one with series resistance goes to where its law puts it. True when what was taken is not what was asked.
   */
  moveJunction(row: number, next: number): boolean {
    const [atV, nkT, seriesOhm] = [this.atV[row]!, this.second[row]!, this.seriesOhm[row]!];
    const beforeV = this.voltageV[row]!;
    const foreseenA = this.currentA[row]! + this.slope[row]! * (next - beforeV);
    const straightV = next - seriesOhm * foreseenA;
    let taken = straightV;
    if (next < beforeV && foreseenA > 0) taken = Math.max(straightV, nkT * Math.log1p(foreseenA / this.first[row]!));
    else if (straightV - atV > NEAR_JUNCTION * nkT) {
      if (seriesOhm > 0) taken = junctionAt(this.first[row]!, nkT, seriesOhm, next);
      else if (next > nkT * Math.log(nkT / (Math.SQRT2 * this.first[row]!)))
        taken = atV <= 0 ? nkT * Math.log(next / nkT) : atV + nkT * Math.log1p((next - atV) / nkT);
    }
    this.atV[row] = taken;
    return Math.abs(taken - straightV) > VOLTAGE_TOLERANCE;
  }
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
  const named = elements.map((element, index) => {
    if (elementIndex.has(element.id))
      throw new RangeError(`element ids must be unique, "${element.id}" is there twice`);
    elementIndex.set(element.id, index);
    const [first, second] = endsOf(element);
    return [nodeIndex(first), nodeIndex(second)] as const;
  });
  const count = indexOf.size;
  const size = count - 1;

  // An open switch keeps its place in the pattern, so that all states of a circuit share one.
  const places: [number, number][] = [];
  elements.forEach((element, index) => {
    const [a, b] = named[index]!;
    if (element.kind !== 'currentSink' && a !== 0 && b !== 0) places.push([a - 1, b - 1]);
  });
  // Only where a lamp or a diode hangs do the equations change from step to step.
  const changing = elements.flatMap((element, index) =>
    element.kind === 'constantPower' || element.kind === 'diode'
      ? named[index]!.filter((node) => node !== 0).map((node) => node - 1)
      : [],
  );
  const pattern = keptPattern(size, places, changing);
  // From here on nodes are counted in the order of elimination.
  const ordered = (node: number) => (node === 0 ? 0 : pattern.stepOf[node - 1]! + 1);
  for (const [name, node] of indexOf) indexOf.set(name, ordered(node));
  const ends = named.map(([a, b]) => [ordered(a), ordered(b)] as const);
  const slotBetween = (a: number, b: number) => (a !== 0 && b !== 0 && a !== b ? pattern.slotOf(a - 1, b - 1) : -1);
  const slots = ends.map(([a, b]) => slotBetween(a, b));
  const linear = new Float64Array(pattern.slotCount);
  const injected = new Float64Array(size);
  /** The same with the pivots eliminated that no step changes. */
  const lasting = new Float64Array(pattern.slotCount);
  const lastingRight = new Float64Array(size);
  let isFixed = true;
  const stamp = (a: number, b: number, slot: number, g: number) => {
    if (a === b) return;
    if (a !== 0) linear[a - 1]! += g;
    if (b !== 0) linear[b - 1]! += g;
    if (slot >= 0) linear[slot]! -= g;
  };
  const inject = (right: Float64Array, from: number, to: number, currentA: Amps) => {
    if (from !== 0) right[from - 1]! -= currentA;
    if (to !== 0) right[to - 1]! += currentA;
  };

  const nonlinear = new NonlinearRows(elements, ends, slots);
  const loadRows = [...nonlinear.isLoad.keys()].filter((row) => nonlinear.isLoad[row]);
  // Loads held at a current leave a linear circuit when there is no diode: one solve is exact.
  const hasDiodes = loadRows.length < nonlinear.count;

  const voltage = new Float64Array(count); // by node index, ground stays 0
  const between = (a: number, b: number) => voltage[a]! - voltage[b]!;
  const overRow = (row: number) => between(nonlinear.a[row]!, nonlinear.b[row]!);
  const values = new Float64Array(pattern.slotCount);
  const right = new Float64Array(size);
  let island: Int32Array = new Int32Array(count);
  let converged = false;
  /** A switch was moved since the equations were set up. */
  let moved = true;

  /** What does not change from step to step: conductances, sources, and a hold for every island without ground. */
  const setUp = () => {
    if (!moved) return;
    moved = false;
    linear.fill(0);
    injected.fill(0);
    const links: [number, number][] = [];
    elements.forEach((element, index) => {
      const [a, b] = ends[index]!;
      if (conducts(element)) links.push([a, b]);
      const g = conductance(element);
      if (g !== null) stamp(a, b, slots[index]!, g);
      if (element.kind === 'source') inject(injected, b, a, element.voltageV * g!);
      if (element.kind === 'currentSink') inject(injected, a, b, element.currentA);
      if (element.kind === 'constantPower' || element.kind === 'diode') stamp(a, b, slots[index]!, LEAK_SIEMENS);
    });
    island = islands(count, links);
    for (const root of new Set(island)) if (root !== 0) linear[root - 1]! += 1;
    lasting.set(linear);
    lastingRight.set(injected);
    isFixed = eliminate(pattern, lasting, lastingRight, 0, pattern.lastingCount);
  };

  const startCold = () => {
    voltage.fill(0);
    nonlinear.startCold();
  };

  /** One linear solve; loads of constant power either linearised or held at their last current. */
  const step = (loads: 'held' | 'linearised', damping?: Damping): boolean => {
    if (!isFixed) return false;
    values.set(damping ? linear : lasting);
    right.set(damping ? injected : lastingRight);
    if (damping)
      for (let row = 0; row < size; row++) {
        values[row]! += damping.siemens;
        right[row]! += damping.siemens * damping.voltage[row + 1]!;
      }
    nonlinear.linearise();
    const { count: rows, slot, isLoad, voltageV, currentA, slope, heldA } = nonlinear;
    for (let row = 0; row < rows; row++) {
      const [a, b] = [nonlinear.a[row]!, nonlinear.b[row]!];
      if (isLoad[row] && loads === 'held') {
        inject(right, a, b, heldA[row]!);
        continue;
      }
      const g = slope[row]!;
      const restA = currentA[row]! - g * voltageV[row]!;
      if (a !== 0) {
        values[a - 1]! += g;
        right[a - 1]! -= restA;
      }
      if (b !== 0) {
        values[b - 1]! += g;
        right[b - 1]! += restA;
      }
      if (slot[row]! >= 0) values[slot[row]!]! -= g;
    }
    if (!eliminate(pattern, values, right, damping ? 0 : pattern.lastingCount, size)) return false;
    substitute(pattern, values, right);
    return true;
  };

  /** Newton's method until nothing moves; false when it does not settle. */
  const newton = (held: 'held' | 'linearised', mostSteps: number, damping?: Damping): boolean => {
    let before = 0;
    for (let iteration = 0; iteration < mostSteps; iteration++) {
      if (!step(held, damping)) return false;
      let change = 0;
      for (let node = 1; node < count; node++) {
        const next = right[node - 1]!;
        const relative = Math.abs(next - voltage[node]!) / (1 + Math.abs(next));
        if (!(relative <= change)) change = relative;
        voltage[node] = next;
      }
      let limited = false;
      for (let row = 0; row < nonlinear.count; row++) {
        const next = voltage[nonlinear.a[row]!]! - voltage[nonlinear.b[row]!]!;
        if (nonlinear.isLoad[row]) nonlinear.atV[row] = next;
        else if (nonlinear.moveJunction(row, next)) limited = true;
      }
      if (held === 'held' ? !hasDiodes : nonlinear.count === 0) return true;
      // Close to the answer each step squares the error, so what the next one would change is foreseen from two.
      const foreseen = before > 0 && change < QUADRATIC_FROM ? (change / before) ** 2 * change : change;
      if (!limited && foreseen <= VOLTAGE_TOLERANCE) return true;
      before = change;
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
    for (let round = 0; round < MAX_ROUNDS; round++) {
      if (!newton('held', MAX_STEPS)) return false;
      let change = 0;
      let direction = 0;
      for (const row of loadRows) {
        const wanted = nonlinear.loadDraws(row, overRow(row)) - nonlinear.heldA[row]!;
        nonlinear.heldA[row]! += stride * wanted;
        direction += wanted;
        change = Math.max(change, Math.abs(wanted) / (1e-3 + Math.abs(nonlinear.heldA[row]!)));
      }
      if (change < HANDOVER_RATIO) return true;
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
  const pseudoTransient = (): boolean => {
    voltage.fill(0);
    nonlinear.atV.fill(0);
    const damping: Damping = { siemens: FIRST_DAMPING, voltage: voltage.slice() };
    for (let round = 0; round < MAX_CHARGE_STEPS; round++) {
      const loadVoltages = nonlinear.atV.slice();
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
      nonlinear.atV.set(loadVoltages);
      damping.siemens *= 4;
      if (damping.siemens > MAX_DAMPING) return false;
    }
    return false;
  };

  const run = (): boolean => {
    setUp();
    startCold();
    if (loadRows.length === 0) converged = newton('linearised', MAX_STEPS);
    else {
      const near = followLoads();
      const kept = voltage.slice();
      const keptLoads = nonlinear.atV.slice();
      // The last digits by full Newton; if it strays, what the slower way found is at least close.
      converged = newton('linearised', MAX_STEPS);
      const strayed =
        near &&
        loadRows.some((row) => {
          const keptV = kept[nonlinear.a[row]!]! - kept[nonlinear.b[row]!]!;
          return Math.abs(overRow(row) - keptV) > STRAY_V;
        });
      if (!converged || strayed) {
        voltage.set(kept);
        nonlinear.atV.set(keptLoads);
        converged = pseudoTransient();
        if (!converged) voltage.set(kept);
      }
    }
    return converged;
  };

  const stateAt = (index: number): ElementState => {
    const element = elements[index]!;
    const [a, b] = ends[index]!;
    const voltageV = between(a, b);
    const currentA = elementCurrentA(element, voltageV);
    // A source's power is what it gives, everything else's what it takes.
    return { currentA, voltageV, powerW: voltageV * currentA };
  };

  return {
    run,
    elements: () => elements.map((element) => ({ ...element })),
    setClosed(id, closed) {
      const element = elements[elementIndex.get(id) ?? -1];
      if (element?.kind !== 'switch' || element.closed === closed) return;
      element.closed = closed;
      moved = true;
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

function elementCurrentA(element: CircuitElement, voltageV: Volts): Amps {
  switch (element.kind) {
    case 'source':
      return (element.voltageV - voltageV) * conductance(element)!;
    case 'currentSink':
      return element.currentA;
    case 'constantPower':
      drawPower(element.powerW, element.cutInV, voltageV, DRAWN);
      return DRAWN.currentA;
    case 'diode': {
      const { saturationCurrentA, emissionCoefficient, seriesResistanceOhm } = element;
      const thermalV = emissionCoefficient * THERMAL_V;
      const junctionV = junctionAt(saturationCurrentA, thermalV, seriesResistanceOhm, voltageV);
      return saturationCurrentA * Math.expm1(Math.min(junctionV / thermalV, MAX_EXPONENT));
    }
    default:
      return voltageV * (conductance(element) ?? 0);
  }
}
