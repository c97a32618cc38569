/** Our solver and ngspice on the same networks: time for one operating point from cold, start-up left out of both. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { performance } from 'node:perf_hooks';
import { type CircuitElement, countedNames, prepareCircuit, spiceCards } from '../core/circuit/index.ts';
import { seeded } from '../core/circuit/testing/ngspice.ts';

/** A battery and branches of wire, diode and lamp, with grounds of their own: 200 elements, 50 of them diodes. */
export function diodeNetwork(seed: number): CircuitElement[] {
  const random = seeded(seed);
  const pick = (low: number, high: number) => low + (high - low) * random();
  const elements: CircuitElement[] = [
    { id: 'bat', kind: 'source', plus: 'p0', minus: '0', voltageV: 12.8, resistanceOhm: 0.008 },
  ];
  for (let index = 0; index < 50; index++) {
    const from = index === 0 ? 'p0' : `p${Math.floor(pick(Math.max(0, index - 6), index))}`;
    const [to, lamp, ground] = [`p${index + 1}`, `l${index}`, `g${index}`];
    elements.push(
      { id: `w${index}`, kind: 'resistor', a: from, b: to, resistanceOhm: pick(0.01, 0.05) },
      {
        id: `d${index}`,
        kind: 'diode',
        anode: to,
        cathode: lamp,
        saturationCurrentA: 1e-9,
        emissionCoefficient: 1.6,
        seriesResistanceOhm: 0.02,
      },
      { id: `x${index}`, kind: 'resistor', a: lamp, b: ground, resistanceOhm: pick(40, 200) },
    );
    // One lamp shares its ground, which makes it 200.
    if (index < 49) elements.push({ id: `g${index}`, kind: 'resistor', a: ground, b: '0', resistanceOhm: 0.03 });
  }
  const shared = elements.find((element) => element.id === 'x49');
  if (shared?.kind === 'resistor') shared.b = 'g0';
  return elements;
}

/** Seconds that ngspice takes for so many operating points of a network in one process. */
function ngspiceS(elements: readonly CircuitElement[], points: number): number {
  const names = countedNames();
  const cards = elements.flatMap((element) => spiceCards(element, names));
  const source = cards
    .find((card) => card.startsWith('V'))!
    .split(' ')[0]!
    .toLowerCase();
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ember-bench-'));
  try {
    const file = path.join(folder, 'network.cir');
    const deck = [
      'network',
      ...cards,
      '.temp 27',
      '.control',
      'let k = 0',
      `while k < ${points}`,
      `alter ${source} = 12.5`,
      'op',
      `alter ${source} = 12.8`,
      'op',
      'destroy all',
      'let k = k + 2',
      'end',
      '.endc',
      '.end',
    ];
    writeFileSync(file, `${deck.join('\n')}\n`);
    const start = performance.now();
    spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
    return (performance.now() - start) / 1000;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const FEW = 300;
const MANY = 3000;

export interface Comparison {
  oursMs: number;
  ngspiceMs: number;
}

/** Milliseconds for one operating point, ours and ngspice's, by the difference of a long and a short run. */
function compare(seed: number): Comparison {
  const elements = diodeNetwork(seed);
  const ngspiceMs = ((ngspiceS(elements, MANY) - ngspiceS(elements, FEW)) / (MANY - FEW)) * 1000;
  const circuit = prepareCircuit(elements);
  for (let round = 0; round < 200; round++) circuit.run();
  const start = performance.now();
  for (let round = 0; round < MANY; round++) circuit.run();
  return { oursMs: (performance.now() - start) / MANY, ngspiceMs };
}

/** Each network in a process of its own, as ngspice has: figures by seed. */
export const compareWithNgspice = (seeds: readonly number[]): Comparison[] =>
  seeds.map((seed) => {
    const ran = spawnSync(process.execPath, ['--import', 'tsx', import.meta.filename, String(seed)], {
      encoding: 'utf8',
    });
    return JSON.parse(ran.stdout) as Comparison;
  });

const alone = process.argv[1] === import.meta.filename ? Number(process.argv[2]) : null;
if (alone !== null) console.log(JSON.stringify(compare(alone)));
