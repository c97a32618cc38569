import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  formatFineInches,
  formatLength,
  formatMm,
  formatTapeInches,
  parseLength,
  toTenthsMm,
  typedFine,
  typedLength,
} from './length.ts';

/** 1 in = 25.4 mm exactly (international inch, 1959). */
const IN = 25.4;

describe('lengths as taped', () => {
  it.each([
    [1190, '46 7/8'],
    [6940, '273 1/4'],
    [1320, '51 15/16'],
    [25.4, '1'],
    [3.175, '1/8'],
    [0, '0'],
    [-3.175, '-1/8'],
    // Under half of a sixteenth: nothing, and no minus before it.
    [-0.7, '0'],
  ])('%d mm is %s in', (mm, text) => expect(formatTapeInches(mm)).toBe(text));

  it('millimetres have a narrow blank between thousands', () => {
    expect(formatMm(7400)).toBe('7\u2009400');
    expect(formatMm(-1250.4)).toBe('-1\u2009250');
    expect(formatMm(999.4)).toBe('999');
  });
});

describe('lengths as typed', () => {
  it.each([
    ['1190', 'mm', 1190],
    ['12,5', 'mm', 12.5],
    ['12.25 mm', 'in', 12.25],
    ['1,190 mm', 'in', 1190],
    ['1,190', 'mm', 1190],
    ['1 190', 'mm', 1190],
    ['1\u2009190 mm', 'in', 1190],
    ['56 cm', 'mm', 560],
    ['1.2 m', 'in', 1200],
    ['13/16', 'in', (13 / 16) * IN],
    ['1 3/16', 'in', (1 + 3 / 16) * IN],
    ['11 3/16 in', 'mm', (11 + 3 / 16) * IN],
    ['46 7/8', 'in', 1190.625],
    ['46-7/8"', 'mm', 1190.625],
    ['46 - 7/8"', 'mm', 1190.625],
    ['46⅞ in', 'mm', 1190.625],
    ['½', 'in', 12.7],
    ['46.875 in', 'mm', 1190.625],
    ['46,5"', 'mm', 46.5 * IN],
    ['-2 in', 'mm', -50.8],
    ['−2 in', 'mm', -50.8],
    [`1' 10"`, 'mm', 22 * IN],
    [`1'10`, 'in', 22 * IN],
    [`5' 10 1/2"`, 'mm', 70.5 * IN],
    ['5’ 10”', 'mm', 70 * IN],
    ['6 ft', 'mm', 72 * IN],
    [`3'`, 'in', 36 * IN],
    ['2 inches', 'mm', 50.8],
    ['0.125', 'in', 3.175],
    ['0', 'in', 0],
  ] as const)('%s (%s) is %d mm', (text, unit, mm) => expect(parseLength(text, unit)).toBeCloseTo(mm, 9));

  it.each([
    ['', 'nothing'],
    ['abc', 'words'],
    ['1/0', 'a fraction of nothing'],
    ['1 17/16 in', 'more than a whole beside a whole'],
    ['1 16/16 in', 'a whole beside a whole'],
    ['1/2', 'a fraction without inches'],
    ['1 1/2 mm', 'a fraction of millimetres'],
    ['1,190 in', 'thousands or a decimal'],
    ['1.190 mm', 'thousands or a decimal'],
    ['12 34', 'two numbers'],
    ['1,19,0', 'a number with two commas'],
    [`1' 13"`, 'more than a foot beside feet'],
    ['--2', 'two signs'],
    ['1e3', 'a power'],
    ['12 km', 'an unknown unit'],
  ])('%j is not taken: %s', (text) => expect(parseLength(text, 'mm')).toBeNull());

  it('whatever the program writes in inches it reads as the same, kept to a tenth of a millimetre: every sixteenth to 50 ft', () => {
    for (let sixteenths = -9600; sixteenths <= 9600; sixteenths++) {
      const text = formatTapeInches((sixteenths / 16) * IN);
      const read = parseLength(text, 'in');
      expect(read, text).toBeCloseTo((sixteenths / 16) * IN, 9);
      expect(typedLength(toTenthsMm(read!), 'in')).toBe(text);
      expect(parseLength(formatLength(read!, 'in'), 'mm')).toBeCloseTo(read!, 9);
    }
  });

  it('and in millimetres, with its thousands', () => {
    fc.assert(
      fc.property(fc.integer({ min: -600_000, max: 600_000 }), (tenths) => {
        const mm = tenths / 10;
        expect(parseLength(typedLength(mm, 'mm'), 'mm')).toBeCloseTo(mm, 9);
        expect(parseLength(formatLength(mm, 'mm'), 'in')).toBe(Math.round(mm) + 0);
      }),
    );
  });

  it('never throws, and gives a number or nothing', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...`0123456789 ./,'"-mcinft½ `) }), (text) => {
        const read = parseLength(text, 'mm');
        expect(read === null || Number.isFinite(read)).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
});

describe('what is finer than a tape', () => {
  it.each([
    // Inch bits in millimetres: 1/8 is 3.175, 17/64 is 6.747, 9/16 is 14.288.
    [3.2, '1/8'],
    [3.175, '1/8'],
    [6.75, '17/64'],
    [14.3, '9/16'],
    [25.4, '1'],
    // No bit of sixty-fourths: thousandths. 6.5 and 7 mm are told apart, which sixteenths do not.
    [6.5, '0.256'],
    [7, '0.276'],
    [0.9, '0.035'],
    [-37, '-1.457'],
  ])('%d mm are %s in', (lengthMm, text) => {
    expect(formatFineInches(lengthMm)).toBe(text);
    expect(typedFine(lengthMm, 'in')).toBe(text);
  });

  it('is read again as what it was, to a few hundredths of a millimetre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (tenths) => {
        const read = parseLength(typedFine(tenths / 10, 'in'), 'in');
        expect(Math.abs(read! - tenths / 10)).toBeLessThanOrEqual(0.0301);
        expect(parseLength(typedFine(tenths / 10, 'mm'), 'mm')).toBe(tenths / 10);
      }),
    );
  });
});
