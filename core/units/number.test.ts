import { describe, expect, it } from 'vitest';
import { parseNumber } from './number.ts';

describe('a number as it is typed', () => {
  it.each([
    ['2.7', 2.7],
    ['2,7', 2.7],
    [' 2,75 ', 2.75],
    [',5', 0.5],
    ['.5', 0.5],
    ['0,125', 0.125],
    ['0.125', 0.125],
    ['1,234', 1.234],
    ['-4,5', -4.5],
    ['−4.5', -4.5],
    ['- 4', -4],
    ['-0', 0],
    ['12', 12],
    ['1 200', 1200],
    ['12\u2009500', 12_500],
    ['1 200,5', 1200.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1_234_567],
    ['1.234.567,8', 1_234_567.8],
  ])('reads %j as %d', (text, value) => {
    expect(parseNumber(text)).toBe(value);
  });

  it.each([
    ['1,234', 1234],
    ['1.234', 1234],
    ['12 500', 12_500],
    ['2,7', 2.7],
    ['0,125', 0.125],
    ['1234,567', 1234.567],
  ])('in a field of whole numbers, reads %j as %d', (text, value) => {
    expect(parseNumber(text, true)).toBe(value);
  });

  it.each([
    '',
    '-',
    ',',
    '2,',
    '2.',
    'three',
    '12 A',
    '1,2,3',
    '1,23,456',
    '1.23,4',
    '1 20',
    '1,234,5',
    '2-3',
    '1e3',
    '--4',
  ])('does not take %j for a number', (text) => {
    expect(parseNumber(text)).toBeNull();
    expect(parseNumber(text, true)).toBeNull();
  });

  it('reads back what any reader in the world would write', () => {
    for (const language of ['en-US', 'de-DE', 'fr-FR', 'sv-SE', 'en-IN'])
      for (const value of [0.25, 3.5, 12.75, 999.5, 1234.5, 12_345.25]) {
        // Lakhs are parted otherwise from 100,000 on; below it every one of these is in threes.
        const written = new Intl.NumberFormat(language, { maximumFractionDigits: 2 }).format(value);
        expect(parseNumber(written), `${language} ${written}`).toBe(value);
      }
  });
});
