import { describe, expect, it } from 'vitest';
import { expectAmps, expectVolts, explainVerdict, judge } from './judge.ts';

/** Bounds of a hand meter with its leads: 0.25 V, and 15 % and 0.1 A (common practice, no source). */
describe('a reading of volts', () => {
  const expected = expectVolts(12.6);

  it.each([
    [12.35, 'pass'],
    [12.85, 'pass'],
    [12.349, 'near'],
    [12.851, 'near'],
    [12.1, 'near'],
    [13.1, 'near'],
    [12.099, 'fail'],
    [13.101, 'fail'],
  ] as const)('%d V where 12.6 V are expected: %s', (value, verdict) => expect(judge(value, expected)).toBe(verdict));
});

describe('a reading of amps', () => {
  it.each([
    // 2 A: 15 % are 0.3 A, and 0.1 A: 1.6 to 2.4.
    [2, 2, 1.6, 'pass'],
    [2, 2, 1.599, 'near'],
    [2, 2, 2.4, 'pass'],
    [2, 2, 2.401, 'near'],
    [2, 2, 1.2, 'near'],
    [2, 2, 1.199, 'fail'],
    [2, 2, 2.8, 'near'],
    [2, 2, 2.801, 'fail'],
    // A pattern swings between its mean and its peak: up to 4 A and 0.7 A beyond.
    [2, 4, 4.7, 'pass'],
    [2, 4, 4.701, 'near'],
    [2, 4, 1.599, 'near'],
  ] as const)('mean %d A, peak %d A, read %d A: %s', (mean, peak, value, verdict) =>
    expect(judge(value, expectAmps(mean, peak))).toBe(verdict),
  );

  it('never asks for less than nothing, and nothing of a dark feed is within the meter’s 0.1 A', () => {
    expect(expectAmps(0.1, 0.1)).toMatchObject({ low: 0, nearLow: 0 });
    expect(judge(0.1, expectAmps(0, 0))).toBe('pass');
    expect(judge(0.11, expectAmps(0, 0))).toBe('near');
    expect(judge(0.21, expectAmps(0, 0))).toBe('fail');
  });
});

describe('what a verdict means', () => {
  const volts = expectVolts(12);

  it('volts lost at the amps that flow are told as ohms: 0.9 V at 3 A are 0.3 ohm', () => {
    expect(explainVerdict(11.1, volts, 'V', 3)).toContain('0.90 V too low at 3.0 A: about 0.30 ohm');
    expect(explainVerdict(11.1, volts, 'V', 0)).toContain('about 0.00 ohm');
  });

  it.each([
    [12.1, 'V', 'Within 11.75 V to 12.25 V.'],
    [0.99, 'V', 'No voltage'],
    [1, 'V', '11.00 V too low'],
    [13, 'V', 'Higher than the battery allows'],
  ] as const)('%d %s: %s', (value, unit, words) => expect(explainVerdict(value, volts, unit, 2)).toContain(words));

  it('amps too few are a dark lamp, too many are something else on the feed', () => {
    const amps = expectAmps(5, 5);
    expect(explainVerdict(5.8, amps, 'A', 5)).toBe('Within 4.2 A to 5.8 A.');
    expect(explainVerdict(1, amps, 'A', 5)).toMatch(/Less than the lamps draw/);
    expect(explainVerdict(9, amps, 'A', 5)).toMatch(/More than the lamps draw/);
  });
});
