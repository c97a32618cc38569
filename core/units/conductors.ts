/**
 * Copper conductors: area, resistance and permitted current.
 *
 * Sources (shared with the checks in conductors.test.ts):
 * - AWG diameters: ASTM B258, d = 0.005 in x 92^((36-n)/39).
 * - Copper: IEC 60028, 1/58 ohm mm2/m at 20 C, 0.00393 per K.
 * - SAE minimum areas as used by ABYC E-11 (from memory): 3 to 11 % under the nominal AWG area.
 * - Metric maximum resistance: ISO 6722-1 at 20 C, plain copper (from memory).
 * - Permitted current: ABYC E-11, 105 C insulation, outside engine spaces (from memory). For metric sizes the
 *   current is interpolated over area between the AWG rows (our own step, stated wherever it shows).
 */
import type { Amps, Millimetres, SquareMillimetres } from './quantities.ts';

export const COPPER_RESISTIVITY_20C = 1 / 58; // ohm mm2 / m
export const COPPER_TEMPERATURE_COEFFICIENT = 0.00393; // 1 / K, referred to 20 C
export const MM2_PER_CIRCULAR_MIL = (Math.PI / 4) * 0.0254 ** 2;

export type ConductorTable = 'sae' | 'awg' | 'metric';

export interface Conductor {
  /** `"12"`, `"1/0"` or square millimetres as `"2.5"`. */
  gauge: string;
  table: ConductorTable;
  areaMm2: SquareMillimetres;
  areaCircularMils: number;
  resistance20OhmPerM: number;
  /** Permitted current in free air outside an engine space, 105 C insulation, at most two conductors bundled. */
  ampacityA: Amps;
}

/** AWG number of a gauge label: `"12" -> 12`, `"1/0" -> 0`, `"4/0" -> -3`. */
export function awgNumber(gauge: string): number {
  const aught = /^([1-4])\/0$/.exec(gauge);
  return aught ? 1 - Number(aught[1]) : Number(gauge);
}

/** Diameter of a solid AWG conductor in mm (ASTM B258). `awgDiameterMm("12")` is 2.0525. */
export const awgDiameterMm = (gauge: string): Millimetres => 0.127 * 92 ** ((36 - awgNumber(gauge)) / 39);

/** Nominal AWG area in mm2. */
export const awgAreaMm2 = (gauge: string): SquareMillimetres => (Math.PI / 4) * awgDiameterMm(gauge) ** 2;

/** gauge, SAE minimum area in circular mils, ABYC current outside engine spaces. */
const AMERICAN_ROWS = [
  ['18', 1537, 20],
  ['16', 2336, 25],
  ['14', 3702, 35],
  ['12', 5833, 45],
  ['10', 9343, 60],
  ['8', 14810, 80],
  ['6', 25910, 120],
  ['4', 37360, 160],
  ['2', 62450, 210],
  ['1', 77790, 245],
  ['1/0', 98980, 285],
  ['2/0', 125100, 330],
  ['3/0', 158600, 385],
  ['4/0', 205500, 445],
] as const;

/** mm2, ISO 6722-1 maximum milliohm/m at 20 C. */
const METRIC_ROWS = [
  [0.5, 37.1],
  [0.75, 24.7],
  [1, 18.5],
  [1.5, 12.7],
  [2.5, 7.6],
  [4, 4.71],
  [6, 3.14],
  [10, 1.82],
  [16, 1.16],
  [25, 0.743],
] as const;

/** Power law between the neighbouring AWG rows (straight in log-log), continued below 18 AWG by the first pair. */
function interpolatedAmpacityA(areaMm2: SquareMillimetres): Amps {
  const rows = AMERICAN_ROWS.map(([gauge, , ampacityA]) => ({ areaMm2: awgAreaMm2(gauge), ampacityA }));
  let upper = rows.findIndex((row) => row.areaMm2 >= areaMm2);
  if (upper < 0) upper = rows.length - 1;
  const high = rows[Math.max(1, upper)]!;
  const low = rows[Math.max(1, upper) - 1]!;
  const slope = Math.log(high.ampacityA / low.ampacityA) / Math.log(high.areaMm2 / low.areaMm2);
  return low.ampacityA * (areaMm2 / low.areaMm2) ** slope;
}

const american = (table: 'sae' | 'awg'): Conductor[] =>
  AMERICAN_ROWS.map(([gauge, saeCircularMils, ampacityA]) => {
    const areaMm2 = table === 'sae' ? saeCircularMils * MM2_PER_CIRCULAR_MIL : awgAreaMm2(gauge);
    return {
      gauge,
      table,
      areaMm2,
      areaCircularMils: areaMm2 / MM2_PER_CIRCULAR_MIL,
      resistance20OhmPerM: COPPER_RESISTIVITY_20C / areaMm2,
      ampacityA,
    };
  });

const metric: Conductor[] = METRIC_ROWS.map(([areaMm2, milliohmPerM]) => ({
  gauge: String(areaMm2),
  table: 'metric',
  areaMm2,
  areaCircularMils: areaMm2 / MM2_PER_CIRCULAR_MIL,
  resistance20OhmPerM: milliohmPerM / 1000,
  ampacityA: interpolatedAmpacityA(areaMm2),
}));

const TABLES: Record<ConductorTable, Conductor[]> = { sae: american('sae'), awg: american('awg'), metric };

/** All sizes of a table, thinnest first. */
export const conductorsOf = (table: ConductorTable): readonly Conductor[] => TABLES[table];

/** One size. Throws RangeError when the table has no such gauge. */
export function conductor(table: ConductorTable, gauge: string): Conductor {
  const found = TABLES[table].find((row) => row.gauge === gauge);
  if (!found)
    throw new RangeError(`gauge must be one of ${TABLES[table].map((r) => r.gauge).join(', ')}, got ${gauge}`);
  return found;
}

/** A gauge as it is printed on the reel: `gaugeName('metric', '2.5') // => '2.5 mm²'`. */
export const gaugeName = (table: ConductorTable, gauge: string): string =>
  table === 'metric' ? `${gauge} mm²` : `${gauge} AWG`;

/** Resistance per metre at a conductor temperature (linear, IEC 60028). */
export const resistanceOhmPerM = (size: Conductor, conductorTempC = 20): number =>
  size.resistance20OhmPerM * (1 + COPPER_TEMPERATURE_COEFFICIENT * (conductorTempC - 20));

/** ABYC E-11 bundling factor by number of current-carrying conductors (from memory). */
export function bundlingFactor(bundled: number): number {
  if (bundled <= 2) return 1;
  if (bundled === 3) return 0.7;
  if (bundled <= 6) return 0.6;
  return bundled <= 24 ? 0.5 : 0.4;
}

const REFERENCE_INSULATION_C = 105;
const AMBIENT_OUTSIDE_C = 30;
const AMBIENT_ENGINE_C = 50;
/** Printed ABYC factor for 105 C insulation in an engine space; other insulations follow the square-root law below. */
const ENGINE_FACTOR_105C = 0.85;

export interface AmpacityConditions {
  bundled?: number;
  insulationTempC?: number;
  inEngineSpace?: boolean;
}

/**
 * Permitted continuous current. Heat balance I^2 R = k (Tinsulation - Tambient) scales the 105 C, 30 C table value by
 * sqrt((Tins - Tamb) / 75); the printed 0.85 is kept for 105 C in an engine space (the law itself gives 0.856).
 */
export function ampacityA(size: Conductor, conditions: AmpacityConditions = {}): Amps {
  const { bundled = 1, insulationTempC = REFERENCE_INSULATION_C, inEngineSpace = false } = conditions;
  const headroom = (ambientC: number) => Math.max(0, insulationTempC - ambientC);
  const outside = Math.sqrt(headroom(AMBIENT_OUTSIDE_C) / (REFERENCE_INSULATION_C - AMBIENT_OUTSIDE_C));
  const engine =
    ENGINE_FACTOR_105C * Math.sqrt(headroom(AMBIENT_ENGINE_C) / (REFERENCE_INSULATION_C - AMBIENT_ENGINE_C));
  return size.ampacityA * (inEngineSpace ? engine : outside) * bundlingFactor(bundled);
}

/** Outer diameter of thin-wall road-vehicle wire, mm: area and largest diameter. ISO 6722-1 thin wall, from memory. */
const OUTER_ROWS = [
  [0.5, 1.6],
  [0.75, 1.9],
  [1, 2.1],
  [1.5, 2.4],
  [2.5, 3],
  [4, 3.7],
  [6, 4.3],
  [10, 6],
  [16, 7.9],
  [25, 9.4],
  [50, 13.2],
  [120, 19.7],
] as const;

/** Outer diameter of a wire of this copper area, interpolated over area between the rows, mm. */
export function wireOuterMm(areaMm2: SquareMillimetres): Millimetres {
  const index = OUTER_ROWS.findIndex(([area]) => area >= areaMm2);
  if (index === 0) return OUTER_ROWS[0][1];
  if (index < 0) return OUTER_ROWS[OUTER_ROWS.length - 1]![1];
  const [a0, d0] = OUTER_ROWS[index - 1]!;
  const [a1, d1] = OUTER_ROWS[index]!;
  return d0 + ((areaMm2 - a0) / (a1 - a0)) * (d1 - d0);
}
