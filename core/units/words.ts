/**
 * What is said to a fitter, as data: a sentence with its quantities kept apart, put into the reader's units last of all.
 * Made with the tag `say`, read with `inWords`. It is plain data: it goes through JSON and between threads as it is.
 */

import { conductorsOf } from './conductors.ts';
import { formatMm, formatTapeInches, type LengthUnit, MM_PER_FOOT, typedFine } from './length.ts';
import type { Millimetres, SquareMillimetres } from './quantities.ts';

export type WireUnit = 'metric' | 'awg';

export interface ReaderUnits {
  length: LengthUnit;
  wire: WireUnit;
}

export const METRIC: ReaderUnits = { length: 'mm', wire: 'metric' };

export type Quantity =
  | { lengthMm: Millimetres }
  | { fineMm: Millimetres }
  | { runMm: Millimetres }
  | { areaMm2: SquareMillimetres };

export interface Words {
  /** The sentence without what is filled in: one string more than there are values. */
  parts: string[];
  values: (string | number | Quantity | Words)[];
}

/** A sentence from a template: say`${lamp.tag} sits ${mm(position.zMm)} high.` */
export const say = (parts: TemplateStringsArray, ...values: Words['values']): Words => ({ parts: [...parts], values });

/** A sentence in which nothing is measured. */
export const plain = (text: string): Words => ({ parts: [text], values: [] });

/** With a great letter at the beginning, as a name in a list has it. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Sentences or words one after the other, with something between them. */
export const joined = (all: readonly Words[], between: string): Words => ({
  parts: ['', ...all.map((_, index) => (index < all.length - 1 ? between : ''))],
  values: [...all],
});

export const mm = (lengthMm: Millimetres): Quantity => ({ lengthMm });
/** What a tape is too coarse for: a hole, a bit, a sheet, how far a bit may come through. */
export const fine = (fineMm: Millimetres): Quantity => ({ fineMm });
/** A length of wire, or a distance: metres or feet, with a tenth. */
export const run = (lengthMm: Millimetres): Quantity => ({ runMm: lengthMm });
export const mm2 = (areaMm2: SquareMillimetres): Quantity => ({ areaMm2 });

/** Below this a run is told to the centimetre: what is missing of a wire is. */
const SHORT_RUN_MM = 3000;

/** Below this a tenth of a millimetre is told: bits and holes are. */
const TENTHS_BELOW_MM = 100;

function quantityInWords(quantity: Quantity, { length, wire }: ReaderUnits): string {
  if ('fineMm' in quantity) return `${typedFine(quantity.fineMm, length)} ${length}`;
  if ('lengthMm' in quantity) {
    const { lengthMm } = quantity;
    if (length === 'in') return `${formatTapeInches(lengthMm)} in`;
    return `${Math.abs(lengthMm) < TENTHS_BELOW_MM ? Math.round(lengthMm * 10) / 10 : formatMm(lengthMm)} mm`;
  }
  if ('runMm' in quantity)
    return length === 'mm'
      ? `${(quantity.runMm / 1000).toFixed(quantity.runMm < SHORT_RUN_MM ? 2 : 1)} m`
      : `${(quantity.runMm / MM_PER_FOOT).toFixed(1)} ft`;
  if (wire === 'metric') return `${quantity.areaMm2} mm²`;
  const within = conductorsOf('awg').filter((size) => size.areaMm2 <= quantity.areaMm2 + 1e-9);
  const largest = within.at(-1);
  return largest ? `${largest.gauge} AWG` : `less than ${conductorsOf('awg')[0]!.gauge} AWG`;
}

/** The sentence in the reader's units. */
export function inWords({ parts, values }: Words, units: ReaderUnits = METRIC): string {
  return parts.reduce((text, part, index) => {
    const value = values[index - 1]!;
    if (typeof value !== 'object') return `${text}${value}${part}`;
    return `${text}${'parts' in value ? inWords(value, units) : quantityInWords(value, units)}${part}`;
  });
}

/** What names a sentence among others whatever its figures: it stays the same when one of them changes. */
export const kindOfWords = ({ parts }: Words): string => parts.join('#');
