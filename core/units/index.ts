export {
  ampacityA,
  COPPER_TEMPERATURE_COEFFICIENT,
  type Conductor,
  conductor,
  conductorsOf,
  gaugeName,
  resistanceOhmPerM,
  wireOuterMm,
} from './conductors.ts';
export {
  formatFineInches,
  formatLength,
  formatMm,
  formatTapeInches,
  type LengthUnit,
  MM_PER_FOOT,
  parseLength,
  toTenthsMm,
  typedFine,
  typedLength,
} from './length.ts';
export { parseNumber } from './number.ts';
export type { Amps, Degrees, Millimetres, Ohms, SquareMillimetres, Volts } from './quantities.ts';
export {
  capitalised,
  fine,
  inWords,
  joined,
  kindOfWords,
  METRIC,
  mm,
  mm2,
  plain,
  type ReaderUnits,
  run,
  say,
  type Words,
} from './words.ts';
