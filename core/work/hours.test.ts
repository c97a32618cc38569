import { describe, expect, it } from 'vitest';
import { estimateOf, hoursText, learnedHours } from './hours.ts';

describe('minutes as people say them', () => {
  it.each([
    [0, '0 min'],
    [59.4, '59 min'],
    [59.9, '60 min'],
    [60, '1.0 h'],
    [77, '1.3 h'],
    [150, '2.5 h'],
  ])('%d: %s', (minutes, words) => expect(hoursText(minutes)).toBe(words));
});

describe('what steps will take', () => {
  const learned = {
    drill: { factor: 2, low: 1.5, high: 2.5, samples: 9 },
    mount: { factor: 0.5, low: 0.4, high: 0.6, samples: 9 },
  };

  it('each by the factor of its kind, with half of its spread to either side', () => {
    // 10 min drilled: 20, and half of 10 x (2.5 - 1.5) = 5.
    expect(estimateOf([{ kind: 'drill', minutes: 10 }], learned)).toEqual({ minutes: 20, low: 15, high: 25 });
  });

  it('many steps are surer than one: spreads add by their squares', () => {
    const four = Array.from({ length: 4 }, () => ({ kind: 'drill' as const, minutes: 10 }));
    expect(estimateOf(four, learned)).toEqual({ minutes: 80, low: 70, high: 90 });
    // 5 and 12 x 0.2 / 2 = 1.2: the root of 25 + 1.44.
    const mixed = estimateOf(
      [
        { kind: 'drill', minutes: 10 },
        { kind: 'mount', minutes: 12 },
      ],
      learned,
    );
    expect(mixed.minutes).toBe(26);
    expect(mixed.high - mixed.minutes).toBeCloseTo(Math.sqrt(26.44), 9);
    expect(mixed.minutes - mixed.low).toBeCloseTo(Math.sqrt(26.44), 9);
  });

  it('a kind that nobody has timed is taken as it was estimated, and nothing takes less than nothing', () => {
    const unknown = estimateOf([{ kind: 'pull', minutes: 30 }], learned);
    expect(unknown.minutes).toBe(30);
    expect(unknown.low).toBeLessThan(30);
    expect(estimateOf([], learned)).toEqual({ minutes: 0, low: 0, high: 0 });
    const wild = { drill: { factor: 0.1, low: 0, high: 9, samples: 2 } };
    expect(estimateOf([{ kind: 'drill', minutes: 10 }], wild).low).toBe(0);
  });

  it('is learned kind by kind', () => {
    const spent = (kind: string, estimatedMinutes: number, actualMinutes: number) => ({
      kind,
      estimatedMinutes,
      actualMinutes,
    });
    const factors = learnedHours([spent('drill', 10, 20), spent('drill', 20, 40), spent('mount', 10, 5)]);
    expect(Object.keys(factors).sort()).toEqual(['drill', 'mount']);
    expect(factors.drill!.factor).toBeGreaterThan(1);
    expect(factors.mount!.factor).toBeLessThan(1);
    expect(factors.drill!.samples).toBe(2);
  });
});
