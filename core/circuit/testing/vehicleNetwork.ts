/** Networks as they are wired on vehicles, made from a number: feeds, shared returns, ground-side switches, diodes, lamps. */
import type { Ohms } from '../../units/index.ts';
import type { CircuitElement } from '../solver/circuit.ts';
import { seeded } from './ngspice.ts';

/**
 * A battery, two to seven feeds of one to seven lamps each. Some returns are shared between feeds, some go through a
 * switch in the ground (open or closed), some through a diode; some feeds are joined by a cross wire or a diode.
 */
export function vehicleNetwork(seed: number): CircuitElement[] {
  const random = seeded(seed * 7919 + 17);
  const pick = (low: number, high: number) => low + (high - low) * random();
  const chance = (part: number) => random() < part;
  const whole = (low: number, high: number) => Math.floor(pick(low, high + 1));
  const diode = (id: string, anode: string, cathode: string): CircuitElement => ({
    id,
    kind: 'diode',
    anode,
    cathode,
    saturationCurrentA: 1e-9,
    emissionCoefficient: 1.6,
    seriesResistanceOhm: 0.02,
  });
  const ohm = (id: string, a: string, b: string, resistanceOhm: Ohms): CircuitElement => ({
    id,
    kind: 'resistor',
    a,
    b,
    resistanceOhm,
  });
  const supplyV = chance(0.25) ? 25.6 : pick(11.8, 14.4);
  const out: CircuitElement[] = [
    { id: 'bat', kind: 'source', plus: 'p', minus: '0', voltageV: supplyV, resistanceOhm: pick(0.004, 0.015) },
  ];
  const returns: string[] = [];
  const rails: string[] = [];
  const feeds = whole(2, 7);
  for (let feed = 0; feed < feeds; feed++) {
    const name = (part: string) => `${part}${feed}`;
    out.push(
      { id: name('fuse'), kind: 'fuse', a: 'p', b: name('fo'), ratingA: 15, resistanceOhm: pick(0.004, 0.02) },
      { id: name('sw'), kind: 'switch', a: name('fo'), b: name('so'), closed: chance(0.75) },
    );
    let at = name('so');
    let back = '';
    if (returns.length > 0 && chance(0.3)) back = returns[whole(0, returns.length - 1)]!;
    else {
      back = name('ret');
      returns.push(back);
      if (chance(0.35)) out.push({ id: name('gsw'), kind: 'switch', a: back, b: name('gm'), closed: chance(0.6) });
      else out.push(ohm(name('gw'), back, name('gm'), pick(0.01, 0.08)));
      out.push(ohm(name('gp'), name('gm'), '0', 0.002));
    }
    const lamps = whole(1, 7);
    for (let lamp = 0; lamp < lamps; lamp++) {
      const id = (part: string) => `${part}${feed}_${lamp}`;
      const next = id('n');
      out.push(ohm(id('w'), at, next, pick(0.01, 0.09)));
      at = next;
      rails.push(at);
      let minus = back;
      if (chance(0.2)) {
        minus = id('m');
        out.push(diode(id('d'), minus, back));
      } else if (chance(0.25)) {
        minus = id('m');
        out.push(ohm(id('o'), minus, '0', pick(0.005, 0.06)));
      }
      if (chance(0.6))
        out.push({ id: id('led'), kind: 'constantPower', a: at, b: minus, powerW: pick(1.5, 14), cutInV: 8 });
      else out.push(ohm(id('bulb'), at, minus, (supplyV * supplyV) / pick(4, 24)));
    }
  }
  if (rails.length > 3 && chance(0.4)) {
    const [a, b] = [rails[whole(0, rails.length - 1)]!, rails[whole(0, rails.length - 1)]!];
    if (a !== b) out.push(chance(0.5) ? diode('x', a, b) : ohm('x', a, b, pick(0.05, 0.5)));
  }
  return out;
}
