/**
 * Lengths as a fitter reads them. The core holds millimetres only; inches exist at the edges.
 * 1 in = 25.4 mm exactly (international inch, 1959).
 */
import type { Millimetres } from './quantities.ts';

export const MM_PER_INCH = 25.4;
export const MM_PER_FOOT = MM_PER_INCH * 12;

export type LengthUnit = 'mm' | 'in';

/** Millimetres from inches. `inchesToMm(6) // => 152.4` */
export const inchesToMm = (lengthIn: number): Millimetres => lengthIn * MM_PER_INCH;

/** Inches from millimetres. */
export const mmToInches = (lengthMm: Millimetres): number => lengthMm / MM_PER_INCH;

/** A whole number of parts of an inch as it is written: `9/64`, `1 7/8`, `-3`. */
function inParts(parts: number, denominator: number): string {
  const sign = parts < 0 ? '-' : '';
  const whole = Math.floor(Math.abs(parts) / denominator);
  let above = Math.abs(parts) % denominator;
  let below = denominator;
  while (above > 0 && above % 2 === 0) {
    above /= 2;
    below /= 2;
  }
  if (above === 0) return `${sign}${whole}`;
  return whole === 0 ? `${sign}${above}/${below}` : `${sign}${whole} ${above}/${below}`;
}

/** Inches as a tape shows them, to the nearest sixteenth: `formatTapeInches(1190) // => '46 7/8'`. */
export const formatTapeInches = (lengthMm: Millimetres): string => inParts(Math.round(mmToInches(lengthMm) * 16), 16);

/** Nearer than this to a sixty-fourth is that bit: bits are ground no finer (common practice, no source). */
const SAME_BIT_MM = 0.03;

/**
 * Inches of what a tape does not show, a bit, a bore, a sheet: the sixty-fourth that it is, else thousandths.
 * `formatFineInches(3.2) // => '1/8'`, `formatFineInches(7) // => '0.276'`
 */
export function formatFineInches(lengthMm: Millimetres): string {
  const parts = Math.round(mmToInches(lengthMm) * 64);
  if (Math.abs(inchesToMm(parts / 64) - lengthMm) <= SAME_BIT_MM) return inParts(parts, 64);
  return String(Math.round(mmToInches(lengthMm) * 1000) / 1000);
}

/** Millimetres with a thin gap between thousands, as on the drawing: `formatMm(7400) // => '7 400'`. */
export function formatMm(lengthMm: Millimetres): string {
  const rounded = Math.round(lengthMm);
  return String(Math.abs(rounded))
    .replace(/\B(?=(\d{3})+$)/g, '\u2009')
    .replace(/^/, rounded < 0 ? '-' : '');
}

/** A length in the reader's unit, with the unit. */
export function formatLength(lengthMm: Millimetres, unit: LengthUnit): string {
  return unit === 'mm' ? `${formatMm(lengthMm)} mm` : `${formatTapeInches(lengthMm)} in`;
}

const MM_OF_UNIT: Readonly<Record<string, number>> = { mm: 1, cm: 10, m: 1000, in: MM_PER_INCH, '"': MM_PER_INCH };

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** One way of writing for what keyboards and phones write in several: marks, minus, blanks, fractions of one character. */
const plain = (text: string): string =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/[′’]/g, "'")
    .replace(/[″”]|''/g, '"')
    .replace(/[−–]/g, '-')
    .replace(/\b(?:inch(?:es)?)\b/gi, 'in')
    // A narrow blank is only ever written between thousands; the program writes it so itself.
    .replace(/[\u2009\u202f](?=\d{3})/g, '')
    .replace(/\s+/g, ' ')
    .trim()
    .toLowerCase();

/** `46 7/8`, `46-7/8`, `7/8`: null when it is no fraction, or one that is more than a whole beside a whole. */
function fractionOf(text: string): number | null {
  const match = /^(?:(\d+)(?: | ?- ?))?(\d+) ?\/ ?(\d+)$/.exec(text);
  if (!match) return null;
  const [whole, above, below] = match.slice(1).map((digits) => Number(digits ?? 0)) as [number, number, number];
  if (below === 0 || (match[1] !== undefined && above >= below)) return null;
  return whole + above / below;
}

/**
 * `1250`, `46.875`, `46,875`. What may be thousands or a decimal is thousands with millimetres, of which nobody types the
 * thousandth part, and is refused otherwise: null.
 */
function decimalOf(text: string, isMm: boolean): number | null {
  if (isMm && /^[1-9]\d{0,2}(?:[ ,]\d{3})+$/.test(text)) return Number(text.replace(/[ ,]/g, ''));
  if (/^[1-9]\d{0,2},\d{3}$/.test(text) || (isMm && /^[1-9]\d{0,2}\.\d{3}$/.test(text))) return null;
  return /^\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : null;
}

const inchesOf = (text: string): number | null => fractionOf(text) ?? decimalOf(text, false);

/**
 * Reads what a person types into a length field: `1190`, `1,190 mm`, `56 cm`, `46 7/8`, `13/16`, `46.875 in`, `46-7/8"`,
 * `1' 10"`. A bare number is in `unit`; fractions are of inches alone. Returns millimetres, or null when it is not a
 * length or could be read in two ways.
 */
export function parseLength(text: string, unit: LengthUnit): number | null {
  const written = plain(text);
  const isNegative = written.startsWith('-');
  const size = isNegative ? written.slice(1).trim() : written;
  const feet = /^(\d+) ?(?:'|ft)(?: ?(.+?) ?(?:"|in)?)?$/.exec(size);
  const given = /^(.*?) ?(mm|cm|m|in|")?$/.exec(size)!;
  const suffix = given[2] ?? unit;
  const number = given[1]!;
  let lengthMm: Millimetres | null;
  if (feet) {
    const inches = feet[2] === undefined ? 0 : inchesOf(feet[2]);
    lengthMm = inches === null || inches >= 12 ? null : Number(feet[1]) * MM_PER_FOOT + inchesToMm(inches);
  } else {
    const isInches = MM_OF_UNIT[suffix] === MM_PER_INCH;
    const value = isInches ? inchesOf(number) : decimalOf(number, suffix === 'mm');
    lengthMm = value === null ? null : value * MM_OF_UNIT[suffix]!;
  }
  if (lengthMm === null) return null;
  return isNegative && lengthMm > 0 ? -lengthMm : lengthMm;
}

/** To a tenth of a millimetre: what was typed in sixteenths is the same sixteenth again, and nobody tapes finer. */
export const toTenthsMm = (lengthMm: Millimetres): Millimetres => Math.round(lengthMm * 10) / 10 + 0;

/** As it stands in a field that is typed into: millimetres with a tenth where there is one, inches as on the tape. */
export const typedLength = (lengthMm: Millimetres, unit: LengthUnit): string =>
  unit === 'mm' ? String(toTenthsMm(lengthMm)) : formatTapeInches(lengthMm);

/** The same of what is finer than a tape: of holes, bits and sheets. */
export const typedFine = (lengthMm: Millimetres, unit: LengthUnit): string =>
  unit === 'mm' ? typedLength(lengthMm, unit) : formatFineInches(lengthMm);
