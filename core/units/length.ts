/**
 * Lengths as a fitter reads them. The core holds millimetres only; inches exist at the edges.
 * 1 in = 25.4 mm exactly (international inch, 1959).
 */
export const MM_PER_INCH = 25.4;
export const MM_PER_FOOT = MM_PER_INCH * 12;

export type LengthUnit = 'mm' | 'in';

/** Millimetres from inches. `inchesToMm(6) // => 152.4` */
export const inchesToMm = (lengthIn: number): number => lengthIn * MM_PER_INCH;

/** Inches from millimetres. */
export const mmToInches = (lengthMm: number): number => lengthMm / MM_PER_INCH;

/** Inches as a tape shows them, to the nearest sixteenth: `formatTapeInches(1190) // => '46 7/8'`. */
export function formatTapeInches(lengthMm: number): string {
  const sixteenths = Math.round(mmToInches(Math.abs(lengthMm)) * 16);
  const whole = Math.floor(sixteenths / 16);
  let numerator = sixteenths % 16;
  let denominator = 16;
  while (numerator > 0 && numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  const fraction = numerator === 0 ? '' : `${numerator}/${denominator}`;
  const sign = lengthMm < 0 && sixteenths > 0 ? '-' : '';
  if (!fraction) return `${sign}${whole}`;
  return whole === 0 ? `${sign}${fraction}` : `${sign}${whole} ${fraction}`;
}

/** Millimetres with a thin gap between thousands, as on the drawing: `formatMm(7400) // => '7 400'`. */
export function formatMm(lengthMm: number): string {
  const rounded = Math.round(lengthMm);
  return String(Math.abs(rounded))
    .replace(/\B(?=(\d{3})+$)/g, '\u2009')
    .replace(/^/, rounded < 0 ? '-' : '');
}

/** A length in the reader's unit, with the unit. */
export function formatLength(lengthMm: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${formatMm(lengthMm)} mm` : `${formatTapeInches(lengthMm)} in`;
}

/**
 * Reads what a person types into a length field: `1190`, `1190 mm`, `46 7/8`, `46.875 in`, `46-7/8"`.
 * A bare number is in `unit`. Returns millimetres, or null when it is not a length.
 */
export function parseLength(text: string, unit: LengthUnit): number | null {
  const match = /^\s*(-)?\s*(\d+(?:[.,]\d+)?)?(?:[\s-]*(\d+)\/(\d+))?\s*(mm|in|")?\s*$/i.exec(text);
  if (!match || (match[2] === undefined && match[3] === undefined)) return null;
  const [, minus, whole, numerator, denominator, suffix] = match;
  if (denominator !== undefined && Number(denominator) === 0) return null;
  const fraction = numerator === undefined ? 0 : Number(numerator) / Number(denominator);
  const value = (minus ? -1 : 1) * (Number((whole ?? '0').replace(',', '.')) + fraction);
  const given = suffix ? (suffix.toLowerCase() === 'mm' ? 'mm' : 'in') : unit;
  return given === 'mm' ? value : inchesToMm(value);
}
