import { describe, expect, it } from 'vitest';
import {
  ampacityA,
  awgAreaMm2,
  awgDiameterMm,
  conductor,
  gaugeName,
  resistanceOhmPerM,
  wireOuterMm,
} from './conductors.ts';

/** ASTM B258 diameters and areas, IEC 60028 resistance at 20 C (recomputed by an independent script; 5 digits). */
const AWG_TABLE = [
  ['18', 1.0237, 0.82305, 20.95],
  ['16', 1.2908, 1.3087, 13.17],
  ['14', 1.6277, 2.0809, 8.286],
  ['12', 2.0525, 3.3088, 5.211],
  ['10', 2.5882, 5.2612, 3.277],
  ['8', 3.2636, 8.3656, 2.061],
  ['6', 4.1154, 13.302, 1.296],
  ['4', 5.1894, 21.151, 0.8152],
  ['2', 6.5437, 33.631, 0.5127],
  ['1', 7.3481, 42.408, 0.4066],
  ['1/0', 8.2515, 53.475, 0.3224],
  ['2/0', 9.2658, 67.431, 0.2557],
  ['3/0', 10.4049, 85.029, 0.2028],
  ['4/0', 11.684, 107.22, 0.1608],
] as const;

describe('AWG conductors against ASTM B258 and IEC 60028', () => {
  it.each(AWG_TABLE)('%s AWG', (gauge, diameterMm, areaMm2, ohmPerKm) => {
    expect(awgDiameterMm(gauge)).toBeCloseTo(diameterMm, 3);
    expect(Math.abs(awgAreaMm2(gauge) / areaMm2 - 1)).toBeLessThan(1e-4);
    expect(Math.abs((conductor('awg', gauge).resistance20OhmPerM * 1000) / ohmPerKm - 1)).toBeLessThan(5e-4);
  });

  it('rises with temperature by the ratio 1.21615 from 20 to 75 C (IEC 60028)', () => {
    const size = conductor('awg', '12');
    expect(resistanceOhmPerM(size, 75) / resistanceOhmPerM(size, 20)).toBeCloseTo(1.21615, 5);
  });
});

describe('SAE minimum areas (ABYC E-11, from memory), mm2', () => {
  it.each([
    ['18', 0.7788],
    ['12', 2.956],
    ['10', 4.734],
    ['6', 13.13],
    ['4/0', 104.1],
  ] as const)('%s', (gauge, areaMm2) => {
    expect(Math.abs(conductor('sae', gauge).areaMm2 / areaMm2 - 1)).toBeLessThan(5e-4);
  });
});

describe('permitted current, worked examples of ABYC E-11 (from memory)', () => {
  it.each([
    ['14', { bundled: 5 }, 21],
    ['12', { bundled: 3, inEngineSpace: true }, 26.775],
    ['10', { bundled: 8, inEngineSpace: true }, 25.5],
    ['16', { bundled: 25 }, 10],
  ] as const)('%s AWG %o is %d A', (gauge, conditions, amps) => {
    expect(ampacityA(conductor('awg', gauge), conditions)).toBeCloseTo(amps, 6);
  });

  it('falls with the insulation rating and is nothing at ambient', () => {
    const size = conductor('awg', '14');
    expect(ampacityA(size, { insulationTempC: 75 })).toBeLessThan(35);
    expect(ampacityA(size, { insulationTempC: 50, inEngineSpace: true })).toBe(0);
  });

  it.each([
    [1, 1],
    [2, 1],
    [3, 0.7],
    [4, 0.6],
    [6, 0.6],
    [7, 0.5],
    [24, 0.5],
    [25, 0.4],
    [60, 0.4],
  ])('%d wires in a bundle carry %d of what one does (ABYC E-11, from memory)', (bundled, factor) => {
    const size = conductor('awg', '12');
    expect(ampacityA(size, { bundled }) / ampacityA(size)).toBeCloseTo(factor, 9);
  });

  it.each([
    [0.4, 1.6],
    [0.5, 1.6],
    [1, 2.1],
    [2, 2.7],
    [120, 19.7],
    [150, 19.7],
  ])('a wire of %d mm2 is %d mm thick over its thin wall (ISO 6722-1, from memory; straight between)', (area, outer) =>
    expect(wireOuterMm(area)).toBeCloseTo(outer, 9),
  );

  it('a gauge is named as on its reel', () => {
    expect([gaugeName('metric', '2.5'), gaugeName('awg', '14'), gaugeName('sae', '1/0')]).toEqual([
      '2.5 mm²',
      '14 AWG',
      '1/0 AWG',
    ]);
  });

  it('refuses a gauge that is not in the table', () => {
    expect(() => conductor('metric', '3')).toThrow(RangeError);
  });
});

describe('ISO 6722 metric drop at 10 A over 10 m round trip (from memory)', () => {
  it.each([
    ['0.5', 3.71],
    ['1.5', 1.27],
    ['2.5', 0.76],
    ['6', 0.314],
    ['25', 0.0743],
  ] as const)('%s mm2 drops %d V', (gauge, dropV) => {
    expect(resistanceOhmPerM(conductor('metric', gauge)) * 10 * 10).toBeCloseTo(dropV, 4);
  });
});
