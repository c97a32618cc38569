import { describe, expect, it } from 'vitest';
import { sizeWire, WireQuestion } from './sizeWire.ts';

const FEET = [10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 100];

/** ABYC E-11 wire size by drop at 12 V, round trip in feet (whole tables recomputed; the remembered cells agree). */
const THREE_PERCENT: Record<number, string> = {
  5: '18 16 14 12 12 10 10 10 8 8 8 6',
  10: '14 12 10 10 10 8 6 6 6 6 4 4',
  15: '12 10 10 8 8 6 6 4 4 4 2 2',
  20: '10 10 8 6 6 6 4 4 2 2 2 2',
  25: '10 8 6 6 6 4 4 2 2 2 1 1',
  30: '10 8 6 6 4 4 2 2 1 1 1/0 1/0',
  40: '8 6 6 4 4 2 2 1 1/0 1/0 2/0 2/0',
  50: '6 6 4 4 2 2 1 1/0 2/0 2/0 3/0 3/0',
};
const TEN_PERCENT: Record<number, string> = {
  5: '18 18 18 18 18 16 16 14 14 14 12 12',
  10: '18 18 16 16 14 14 12 12 10 10 10 10',
  15: '18 16 14 14 12 12 10 10 8 8 8 8',
  20: '16 14 14 12 12 10 10 8 8 8 6 6',
  25: '16 14 12 12 10 10 8 8 6 6 6 6',
  30: '14 12 12 10 10 8 8 6 6 6 6 4',
  40: '14 12 10 10 8 8 6 6 6 4 4 4',
  50: '12 10 10 8 8 6 6 4 4 4 2 2',
};

const ask = (given: Record<string, unknown>) => {
  const answer = sizeWire(
    WireQuestion.parse({ systemVoltageV: 12, maxDropPercent: 3, table: 'sae', method: 'circular-mils', ...given }),
  );
  if (!answer.ok) throw new Error(answer.reason.message);
  return answer.value;
};

describe.each([
  [3, THREE_PERCENT],
  [10, TEN_PERCENT],
])('ABYC E-11 table, %d %%', (maxDropPercent, table) => {
  it.each(Object.entries(table))('%s A', (amps, row) => {
    // The printed table is by drop alone; a wide insulation keeps the current from deciding.
    const got = FEET.map(
      (lengthRoundTripFt) =>
        ask({ currentA: Number(amps), lengthRoundTripFt, maxDropPercent, insulationTempC: 250 }).gauge,
    );
    expect(got.join(' ')).toBe(row);
  });
});

describe('back-checks', () => {
  it('10 A over 20 ft: 12 AWG drops 3.072 %, so 10 AWG is taken and drops 1.918 %', () => {
    const answer = ask({ currentA: 10, lengthRoundTripFt: 20 });
    expect(answer.gauge).toBe('10');
    expect(answer.dropPercent).toBeCloseTo(1.918, 3);
    expect(answer.limitedBy).toBe('drop');
  });

  it('24 V, 20 A, 60 ft, 3 % needs 17917 CM, so 6 AWG', () => {
    expect(ask({ currentA: 20, lengthRoundTripFt: 60, systemVoltageV: 24 }).gauge).toBe('6');
  });

  it('is decided by current on a short run, and says so', () => {
    const answer = ask({ currentA: 30, lengthOneWayM: 0.2, table: 'awg', method: 'resistance' });
    expect(answer).toMatchObject({ gauge: '14', limitedBy: 'ampacity' });
  });

  it('refuses what no size can carry', () => {
    expect(
      sizeWire(
        WireQuestion.parse({ currentA: 4000, lengthOneWayM: 1, systemVoltageV: 12, maxDropPercent: 3, table: 'awg' }),
      ).ok,
    ).toBe(false);
  });

  it('wants exactly one length', () => {
    expect(WireQuestion.safeParse({ currentA: 1, systemVoltageV: 12, maxDropPercent: 3, table: 'awg' }).success).toBe(
      false,
    );
    expect(
      WireQuestion.safeParse({
        currentA: 1,
        lengthOneWayM: 1,
        lengthRoundTripFt: 1,
        systemVoltageV: 12,
        maxDropPercent: 3,
        table: 'awg',
      }).success,
    ).toBe(false);
  });
});

describe('what is asked', () => {
  const asked = { currentA: 10, systemVoltageV: 12, maxDropPercent: 3, table: 'metric', lengthOneWayM: 5 };
  const reads = (given: object) => WireQuestion.safeParse({ ...asked, ...given }).success;

  it('a run is given one way in metres, or there and back in feet: 5 m are 32.8 ft of round trip', () => {
    const metres = sizeWire(WireQuestion.parse(asked));
    const { lengthOneWayM: _, ...rest } = asked;
    const feet = sizeWire(WireQuestion.parse({ ...rest, lengthRoundTripFt: 10_000 / 304.8 }));
    if (!metres.ok || !feet.ok) throw new Error('there is such a wire');
    expect(feet.value.dropV).toBeCloseTo(metres.value.dropV, 9);
    // 10 A over 10 m of 6 mm2 at 3.14 mohm/m (ISO 6722-1, from memory): 0.314 V of the 0.36 V allowed.
    expect(metres.value).toMatchObject({ gauge: '6', limitedBy: 'drop' });
    expect(metres.value.dropV).toBeCloseTo(0.314, 9);
    expect(metres.value.dropPercent).toBeCloseTo(2.617, 3);
  });

  it.each([
    [{ lengthRoundTripFt: 10 }, false],
    [{ lengthOneWayM: undefined }, false],
    [{ conductorTempC: -60 }, true],
    [{ conductorTempC: -61 }, false],
    [{ conductorTempC: 200 }, true],
    [{ conductorTempC: 201 }, false],
    [{ insulationTempC: 51 }, true],
    [{ insulationTempC: 50 }, false],
    [{ insulationTempC: 250 }, true],
    [{ insulationTempC: 251 }, false],
    [{ bundled: 0 }, false],
    [{ maxDropPercent: 101 }, false],
    [{ currentA: 0 }, false],
  ])('%o: %s', (given, isGood) => expect(reads(given)).toBe(isGood));

  it('a size that carries just what is asked is enough, and a hair more asks for the next', () => {
    const near = { ...asked, lengthOneWayM: 0.1, table: 'awg' as const, maxDropPercent: 10 };
    const gaugeFor = (currentA: number) => {
      const answer = sizeWire(WireQuestion.parse({ ...near, currentA }));
      return answer.ok ? [answer.value.gauge, answer.value.limitedBy] : null;
    };
    // ABYC E-11, 105 C outside engine spaces, from memory: 14 AWG 35 A, 12 AWG 45 A.
    expect(gaugeFor(35)).toEqual(['14', 'ampacity']);
    expect(gaugeFor(35.01)).toEqual(['12', 'ampacity']);
    expect(gaugeFor(45)).toEqual(['12', 'ampacity']);
  });

  it('what no size can do says which of the two it is, and what to do', () => {
    const refusal = (given: object) => {
      const answer = sizeWire(WireQuestion.parse({ ...asked, ...given }));
      return answer.ok ? null : answer.reason.message;
    };
    expect(refusal({ currentA: 400 })).toMatch(/carries 400 A\. Shorten the run/);
    expect(refusal({ currentA: 20, lengthOneWayM: 200 })).toMatch(/keeps the drop within 3 %/);
  });
});
