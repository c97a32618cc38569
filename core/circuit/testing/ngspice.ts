/** Runs ngspice on a network of ours and reads the operating point back: the independent reference of the solver's tests. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { type CircuitElement, endsOf } from '../solver/circuit.ts';
import { countedNames, spiceCards } from '../solver/spice.ts';

/**
 * Node voltages by ngspice at 27 C. P/V has two solutions, so `start` says near which one to begin; ngspice lets go of
 * it and finds its own operating point from there.
 */
export function ngspiceVoltages(
  elements: readonly CircuitElement[],
  start: Record<string, number>,
): Record<string, number> {
  const names = countedNames();
  const nodes = [...new Set(elements.flatMap((element) => [...endsOf(element)]))].filter((node) => node !== '0');
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-spice-'));
  try {
    const deck = [
      'network',
      ...elements.flatMap((element) => spiceCards(element, names)),
      '.temp 27',
      '.options reltol=1e-7 abstol=1e-12 vntol=1e-9 gmin=1e-12 rshunt=1e12 itl1=500',
      ...Object.entries(start)
        .filter(([node]) => node !== '0')
        .map(([node, volts]) => `.nodeset v(${names.node(node)})=${volts}`),
      '.control',
      'set numdgt=12',
      'op',
      ...nodes.map((node) => `print v(${names.node(node)})`),
      '.endc',
      '.end',
    ];
    const file = path.join(folder, 'network.cir');
    writeFileSync(file, `${deck.join('\n')}\n`);
    // Batch mode ends with status 1 when nothing is plotted, so only the printed figures count.
    const output = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' }).stdout ?? '';
    return Object.fromEntries(
      nodes.map((node) => {
        const match = new RegExp(`^v\\(${names.node(node).toLowerCase()}\\) = (\\S+)`, 'm').exec(output.toLowerCase());
        if (!match) throw new Error(`ngspice gave no voltage for ${node}:\n${output.slice(0, 2000)}`);
        return [node, Number(match[1])];
      }),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Small seeded generator (mulberry32), so that a failing network can be made again from its number. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A wiring-like network: battery, a tree of wires with a few cross links, fuses, switches, diodes, lamps of all kinds. */
export function generatedNetwork(seed: number, branches: number): CircuitElement[] {
  const random = seeded(seed);
  const pick = (low: number, high: number) => low + (high - low) * random();
  const elements: CircuitElement[] = [
    { id: 'bat', kind: 'source', plus: 'p0', minus: '0', voltageV: pick(11.5, 14.4), resistanceOhm: pick(0.004, 0.02) },
  ];
  const nodes = ['p0'];
  // Larger units have smaller lamps: a battery does not feed forty of 18 W down one wire.
  const share = Math.min(1, 10 / branches);
  for (let index = 0; index < branches; index++) {
    const from = nodes[Math.floor(random() * nodes.length)]!;
    const to = `p${index + 1}`;
    elements.push({ id: `w${index}`, kind: 'resistor', a: from, b: to, resistanceOhm: pick(0.005, 0.12) });
    nodes.push(to);
    const lamp = `l${index}`;
    const kind = random();
    if (kind < 0.2) elements.push({ id: `s${index}`, kind: 'switch', a: to, b: lamp, closed: random() < 0.7 });
    else if (kind < 0.4)
      elements.push({ id: `s${index}`, kind: 'fuse', a: to, b: lamp, ratingA: 10, resistanceOhm: pick(0.004, 0.03) });
    else if (kind < 0.6)
      elements.push({
        id: `s${index}`,
        kind: 'diode',
        anode: to,
        cathode: lamp,
        saturationCurrentA: 1e-9,
        emissionCoefficient: 1.8,
        seriesResistanceOhm: pick(0, 0.04),
      });
    else elements.push({ id: `s${index}`, kind: 'resistor', a: to, b: lamp, resistanceOhm: pick(0.01, 0.1) });
    // The quiescent draw of a lamp behind a diode; without it ngspice finds no start for some networks.
    if (elements.at(-1)!.kind === 'diode')
      elements.push({ id: `q${index}`, kind: 'resistor', a: lamp, b: '0', resistanceOhm: 2000 });
    const ground = random() < 0.5 ? '0' : `g${index}`;
    if (ground !== '0')
      elements.push({ id: `g${index}`, kind: 'resistor', a: ground, b: '0', resistanceOhm: pick(0.005, 0.06) });
    const load = random();
    if (load < 0.5)
      elements.push({
        id: `x${index}`,
        kind: 'constantPower',
        a: lamp,
        b: ground,
        powerW: pick(0.5, 18) * share,
        cutInV: 7,
      });
    else if (load < 0.85)
      elements.push({ id: `x${index}`, kind: 'resistor', a: lamp, b: ground, resistanceOhm: pick(3, 60) / share });
    // A sink behind an open switch or a blocking diode has no solution, so it hangs on the supply itself.
    else
      elements.push(
        { id: `x${index}`, kind: 'currentSink', a: to, b: ground, currentA: pick(0.05, 1.5) * share },
        { id: `y${index}`, kind: 'resistor', a: lamp, b: '0', resistanceOhm: 200 },
      );
    if (random() < 0.15 && nodes.length > 3) {
      elements.push({
        id: `c${index}`,
        kind: 'resistor',
        a: to,
        b: nodes[Math.floor(random() * (nodes.length - 1))]!,
        resistanceOhm: pick(0.05, 0.5),
      });
    }
  }
  return elements;
}
