import { describe, expect, it } from 'vitest';
import { expectAmps, expectVolts, explainVerdict, judge } from './judge.ts';

/** A hand meter's 0.5 % and two digits, 0.1 V of good joints below; a clamp's 3 % and 0.05 A, 5 % of parts (common practice, no source). */
describe('a reading of volts', () => {
  const expected = expectVolts(12.6);

  it.each([
    // 0.063 + 0.02 V above, 0.1 V more below.
    [12.683, 'pass'],
    [12.417, 'pass'],
    [12.684, 'near'],
    [12.416, 'near'],
    [12.234, 'near'],
    [12.766, 'near'],
    [12.233, 'fail'],
    [12.767, 'fail'],
  ] as const)('%d V where 12.6 V are expected: %s', (value, verdict) => expect(judge(value, expected)).toBe(verdict));

  it('a joint that costs 0.3 V never passes', () => {
    for (const nominalV of [9, 11.8, 12.6, 25.6])
      expect(judge(nominalV - 0.3, expectVolts(nominalV)), `${nominalV} V`).not.toBe('pass');
  });
});

describe('a reading of amps', () => {
  it.each([
    // 2 A: 8 % are 0.16 A, and 0.05 A: 1.79 to 2.21.
    [2, 2, 1.79, 'pass'],
    [2, 2, 1.789, 'near'],
    [2, 2, 2.21, 'pass'],
    [2, 2, 2.211, 'near'],
    [2, 2, 1.58, 'near'],
    [2, 2, 1.579, 'fail'],
    [2, 2, 2.42, 'near'],
    [2, 2, 2.421, 'fail'],
    // A pattern swings between its mean and its peak: up to 4 A and 0.37 A beyond.
    [2, 4, 4.37, 'pass'],
    [2, 4, 4.371, 'near'],
    [2, 4, 1.789, 'near'],
  ] as const)('mean %d A, peak %d A, read %d A: %s', (mean, peak, value, verdict) =>
    expect(judge(value, expectAmps(mean, peak))).toBe(verdict),
  );

  it('never asks for less than nothing, and nothing of a dark feed is within the meter’s 0.05 A', () => {
    expect(expectAmps(0.04, 0.04)).toMatchObject({ low: 0, nearLow: 0 });
    expect(judge(0.05, expectAmps(0, 0))).toBe('pass');
    expect(judge(0.06, expectAmps(0, 0))).toBe('near');
    expect(judge(0.11, expectAmps(0, 0))).toBe('fail');
  });
});

describe('what a verdict means', () => {
  const volts = expectVolts(12);

  it('volts lost at the amps that flow are told as ohms: 0.9 V at 3 A are 0.3 ohm', () => {
    expect(explainVerdict(11.1, volts, 'V', 3)).toContain('0.90 V too low at 3.0 A: about 0.30 ohm');
    expect(explainVerdict(11.1, volts, 'V', 0)).toContain('about 0.00 ohm');
  });

  it.each([
    [12.05, 'V', 'Within 11.82 V to 12.08 V.'],
    [0.99, 'V', 'No voltage'],
    [1, 'V', '11.00 V too low'],
    [13, 'V', 'Higher than the battery allows'],
  ] as const)('%d %s: %s', (value, unit, words) => expect(explainVerdict(value, volts, unit, 2)).toContain(words));

  it('amps too few are a dark lamp, too many are something else on the feed', () => {
    const amps = expectAmps(5, 5);
    expect(explainVerdict(5.4, amps, 'A', 5)).toBe('Within 4.5 A to 5.5 A.');
    expect(explainVerdict(1, amps, 'A', 5)).toMatch(/Less than the lamps draw/);
    expect(explainVerdict(9, amps, 'A', 5)).toMatch(/More than the lamps draw/);
  });
});
