/** A lamp as somebody enters it who holds it in the hand: from its label, by rule and calliper, and what only the shop knows. */

import { givesLight, type LampModel } from '../../document/index.ts';
import type { Volts } from '../../units/index.ts';

/** A lamp of one job, of which nothing more is known than that it lights. */
export const PLAIN_LAMP = {
  jobs: [],
  magnetPullN: null,
  kitContents: [],
  soldApart: [],
  programming: 'none',
  patterns: [],
  remembers: true,
  canSync: false,
  peakCd: null,
  holds: null,
  aim: null,
  footMm: null,
} satisfies Partial<LampModel>;

/** A bracket, an aerial or a box, of which nothing more is known than that it gives no light. */
export const PLAIN_PART = {
  ...PLAIN_LAMP,
  colours: [],
  heads: 1,
  light: 'led',
  voltage: { minimumV: 9, maximumV: 32 },
  averageA: 0,
  maximumA: 0,
  cutInV: 0,
  leads: [],
  sealing: 'IP69',
} satisfies Partial<LampModel>;

/** What a label says for 12 and 24 V, V (common practice, no source). */
const RATED_V = { low: 12.8, high: 25.6 };
/** From here on a lamp is made for 24 V. */
const HIGH_FROM_V = 18;

/** The voltage at which a lamp's watts and amps are stated. */
export const ratedV = ({ minimumV }: LampModel['voltage']): Volts =>
  minimumV >= HIGH_FROM_V ? RATED_V.high : RATED_V.low;

/** Amps of so many watts, to the hundredth: what the label leaves to be worked out. */
export const ampsOfWatts = (watts: number, voltage: LampModel['voltage']): number =>
  Math.round((100 * watts) / ratedV(voltage)) / 100;

/** The next number in the shop's own letters. */
export function nextModelKey(keys: readonly string[], letters = 'OW'): string {
  const taken = new Set(keys);
  for (let number = 1; ; number++) {
    const key = `${letters}-${String(number).padStart(4, '0')}`;
    if (!taken.has(key)) return key;
  }
}

/** A lead of a marker carries so much, of anything larger more: above it a lamp of one lead is looked at twice, A (common practice, no source). */
const MUCH_FOR_A_LAMP_A = 25;
const HEAVY_KG = 15;

/** What is odd about a lamp, in words, as one reads a label wrongly; empty when nothing is. */
export function labelDoubts(model: LampModel): string[] {
  const { averageA, maximumA, voltage, face, mounts, leads, massKg } = model;
  const purposes = leads.map(({ purpose }) => purpose);
  const colours = leads.map(({ colour }) => colour.toLowerCase());
  const widest = Math.max(face.widthMm, face.heightMm);
  const mount = mounts[0]!;
  return [
    ...(averageA > maximumA
      ? [`It would draw ${averageA} A on the mean and ${maximumA} A with all lit: the mean cannot be the larger one.`]
      : []),
    ...(maximumA > MUCH_FOR_A_LAMP_A ? [`${maximumA} A is much for one lamp: are these the watts?`] : []),
    ...(voltage.minimumV >= voltage.maximumV ? ['Its lowest volts are not below its highest.'] : []),
    ...(voltage.maximumV < RATED_V.low
      ? [`It takes no more than ${voltage.maximumV} V, and a 12 V unit has ${RATED_V.low} V.`]
      : []),
    ...(model.cutInV >= voltage.maximumV ? ['It would stay dark up to its highest volts.'] : []),
    ...(mount.holes === 1 && mount.holeMm > widest
      ? [`A hole of ${mount.holeMm} mm is wider than the lamp, which is ${widest} mm.`]
      : []),
    ...(mount.holes > 1 && mount.holeMm * mount.holes > widest
      ? [`${mount.holes} holes of ${mount.holeMm} mm do not lie behind ${widest} mm.`]
      : []),
    ...(purposes.includes('feed') || !givesLight(model) ? [] : ['No lead feeds it.']),
    ...(new Set(colours).size < colours.length
      ? ['Two of its leads have one colour: nobody will tell them apart.']
      : []),
    ...(massKg > HEAVY_KG ? [`${massKg} kg is heavy for a lamp: are these grams?`] : []),
    ...(massKg === 0 ? ['It weighs something: magnets and brackets are judged by it.'] : []),
  ];
}
